/** A button that opens a menu below it; choosing from it closes it. */
import Button from "@mui/material/Button";
import Menu from "@mui/material/Menu";
import { useState, type ReactNode } from "react";

interface MenuButtonProps {
  readonly label: string;
  /** What it is called beside others of the same label; it begins with that. */
  readonly name?: string;
  readonly isBusy?: boolean;
  /** What there is to choose from, as menu items. */
  readonly children: ReactNode;
}

export function MenuButton({ label, name, isBusy = false, children }: MenuButtonProps) {
  const [anchor, setAnchor] = useState<HTMLElement | null>(null);
  const close = () => {
    setAnchor(null);
  };
  return (
    <>
      <Button
        variant="outlined"
        aria-label={name}
        aria-haspopup="menu"
        aria-expanded={anchor !== null}
        loading={isBusy}
        onClick={(event) => {
          setAnchor(event.currentTarget);
        }}
      >
        {label}
      </Button>
      <Menu anchorEl={anchor} open={anchor !== null} onClose={close} onClick={close}>
        {children}
      </Menu>
    </>
  );
}
