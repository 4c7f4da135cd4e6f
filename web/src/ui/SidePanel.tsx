/** What stands beside a list: a column that stays in sight on a wide screen, a drawer over the page on a phone or a tablet. */
import Box from "@mui/material/Box";
import Drawer from "@mui/material/Drawer";
import IconButton from "@mui/material/IconButton";
import Typography from "@mui/material/Typography";
import useMediaQuery from "@mui/material/useMediaQuery";
import type { Theme } from "@mui/material/styles";
import { X } from "lucide-react";
import type { ReactNode } from "react";
import { t } from "../platform/words.ts";

/** Whether there is room for more than one column. */
export const useIsWide = () => useMediaQuery((theme: Theme) => theme.breakpoints.up("md"), { noSsr: true });

export function SidePanel(props: {
  title: string;
  side: "left" | "right";
  /** As a drawer: whether it is open. */
  isOpen: boolean;
  close: () => void;
  children: ReactNode;
}) {
  const { title, side, isOpen, close, children } = props;
  const isWide = useIsWide();
  if (isWide)
    return (
      <Box sx={{ position: "sticky", top: 16, maxHeight: "calc(100dvh - 128px)", overflow: "auto", pr: 0.5, pt: 0.75 }}>
        {children}
      </Box>
    );
  return (
    <Drawer
      anchor={side}
      open={isOpen}
      onClose={close}
      slotProps={{
        paper: {
          role: "dialog",
          "aria-modal": true,
          "aria-label": title,
          sx: { width: side === "left" ? "min(320px, 88vw)" : "min(640px, 100vw)" },
        },
      }}
    >
      <Box sx={{ display: "flex", alignItems: "center", px: 2, py: 1, borderBottom: 1, borderColor: "divider" }}>
        <Typography variant="h2" component="p" sx={{ flex: 1 }}>
          {title}
        </Typography>
        <IconButton aria-label={t("Close {{title}}", { title: title.toLowerCase() })} onClick={close}>
          <X size={20} />
        </IconButton>
      </Box>
      <Box sx={{ p: 2, overflow: "auto" }}>{children}</Box>
    </Drawer>
  );
}
