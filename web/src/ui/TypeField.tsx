/** A plain field to type in: students' pages do without the weight of a form library's fields. */
import { styled } from "@mui/material/styles";

export const TypeField = styled("input")(({ theme }) => ({
  font: "inherit",
  fontSize: "1.05em",
  color: "inherit",
  padding: "11px 13px",
  minHeight: 48,
  boxSizing: "border-box",
  borderRadius: 8,
  border: `1px solid ${theme.vars?.palette.text.secondary ?? "currentColor"}`,
  backgroundColor: theme.vars?.palette.background.paper,
  "&:focus-visible": { outline: `3px solid ${theme.vars?.palette.warning.main ?? "currentColor"}`, outlineOffset: 2 },
}));
