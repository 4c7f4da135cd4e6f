import ButtonBase from "@mui/material/ButtonBase";
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
      {/* A button of HTML would not break its words over lines as the sentence around it does. */}
      <ButtonBase
        component="span"
        disableRipple
        aria-haspopup="menu"
        aria-label={`${label}: ${text}`}
        onClick={(event) => {
          setAnchor(event.currentTarget);
        }}
        sx={{
          display: "inline",
          // Room for a thumb; the line around it stays as it is.
          p: "4px 3px",
          mx: "-3px",
          font: "inherit",
          fontWeight: 700,
          verticalAlign: "baseline",
          color: "primary.main",
          userSelect: "text",
          textDecoration: "underline dotted",
          textUnderlineOffset: 4,
          "&.Mui-focusVisible": { outline: 3, outlineColor: "warning.main", outlineOffset: 2, borderRadius: 0.5 },
        }}
      >
        {text}
      </ButtonBase>
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
