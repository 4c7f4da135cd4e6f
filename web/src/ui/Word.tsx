import Link from "@mui/material/Link";
import Menu from "@mui/material/Menu";
import MenuItem from "@mui/material/MenuItem";
import { useState } from "react";

/** A word of the notice that is a rule: tap it to choose another. */
export function Word<V extends string>(props: {
  label: string;
  value: V;
  choices: readonly (readonly [V, string])[];
  onChange: (value: V) => void;
}) {
  const { label, value, choices, onChange } = props;
  const [anchor, setAnchor] = useState<HTMLElement | null>(null);
  const text = choices.find(([one]) => one === value)?.[1] ?? value;
  return (
    <>
      <Link
        component="button"
        type="button"
        aria-haspopup="menu"
        aria-label={`${label}: ${text}`}
        onClick={(event) => {
          setAnchor(event.currentTarget);
        }}
        sx={{
          font: "inherit",
          fontWeight: 700,
          verticalAlign: "baseline",
          textDecorationStyle: "dotted",
          textUnderlineOffset: 4,
        }}
      >
        {text}
      </Link>
      <Menu
        anchorEl={anchor}
        open={anchor !== null}
        onClose={() => {
          setAnchor(null);
        }}
        slotProps={{ list: { "aria-label": label } }}
      >
        {choices.map(([one, words]) => (
          <MenuItem
            key={one}
            selected={one === value}
            onClick={() => {
              setAnchor(null);
              onChange(one);
            }}
          >
            {words}
          </MenuItem>
        ))}
      </Menu>
    </>
  );
}
