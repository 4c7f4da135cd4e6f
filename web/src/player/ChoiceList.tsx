/** A list to choose from: the device's own, so that it works by touch, keys and ear. */
import { styled } from "@mui/material/styles";
import { t } from "../platform/words.ts";

const Select = styled("select")(({ theme }) => ({
  font: "inherit",
  color: "inherit",
  backgroundColor: theme.vars?.palette.background.paper,
  border: `1px solid ${theme.vars?.palette.text.secondary ?? "currentColor"}`,
  borderRadius: 8,
  minHeight: 44,
  maxWidth: "100%",
  paddingInline: 8,
}));

export function ChoiceList(props: {
  choices: readonly { readonly id: string; readonly text: string }[];
  chosen: string | undefined;
  /** Absent: what was chosen cannot be changed. */
  choose: ((id: string) => void) | undefined;
  isWide?: boolean;
  label?: string;
  labelledBy?: string;
}) {
  const { choices, chosen = "", choose, isWide = false, label, labelledBy } = props;
  return (
    <Select
      aria-label={label}
      aria-labelledby={labelledBy}
      disabled={!choose}
      value={chosen}
      onChange={(event) => choose?.(event.target.value)}
      style={isWide ? { width: "100%" } : undefined}
    >
      <option value="">{t("choose…")}</option>
      {choices.map(({ id, text }) => (
        <option key={id} value={id}>
          {text}
        </option>
      ))}
    </Select>
  );
}
