/** One option to choose, and what stands for its button where nothing can be chosen any more. */
import { styled } from "@mui/material/styles";

export const Choice = styled("label")(({ theme }) => ({
  display: "flex",
  alignItems: "center",
  gap: 14,
  padding: "12px 14px",
  marginTop: 10,
  borderRadius: 8,
  border: `1px solid ${theme.vars?.palette.divider ?? "currentColor"}`,
  backgroundColor: theme.vars?.palette.background.paper,
  cursor: "pointer",
  "& p": { margin: "0 !important" },
  "& input": { width: 20, height: 20, margin: 0, flex: "none", accentColor: theme.vars?.palette.primary.main },
  "&:has(input:checked)": {
    borderColor: theme.vars?.palette.primary.main,
    backgroundColor: theme.vars?.palette.success.light,
  },
  "&:has(input:focus-visible)": {
    outline: `3px solid ${theme.vars?.palette.warning.main ?? "currentColor"}`,
    outlineOffset: 2,
  },
  "&[data-still=true]": { cursor: "default" },
  "&[data-chosen=true]": {
    borderColor: theme.vars?.palette.primary.main,
    backgroundColor: theme.vars?.palette.success.light,
  },
}));

export const Dot = styled("span")(({ theme }) => ({
  width: 20,
  height: 20,
  flex: "none",
  boxSizing: "border-box",
  borderRadius: "50%",
  border: `2px solid ${theme.vars?.palette.text.secondary ?? "currentColor"}`,
  "&[data-square=true]": { borderRadius: 4 },
  "[data-chosen=true] > &": { border: `6px solid ${theme.vars?.palette.primary.main ?? "currentColor"}` },
}));
