/** A piece of rich text that may be left out: asked for only when somebody wants to write it. */
import Link from "@mui/material/Link";
import Typography from "@mui/material/Typography";
import { isEmptyText, richTextOf, type RichText } from "@verdant/core/richText";
import { useState } from "react";
import { RichTextField } from "./RichTextField.tsx";
import { t } from "../platform/words.ts";

export const orNothing = (text: RichText) => (isEmptyText(text) ? undefined : text);

export function OptionalText({
  label,
  hint,
  value,
  onChange,
}: {
  label: string;
  hint: string;
  value: RichText | undefined;
  onChange: (text: RichText | undefined) => void;
}) {
  const [isOpen, setOpen] = useState(value !== undefined);
  if (!isOpen) {
    return (
      <Typography variant="body2" color="textSecondary">
        {t("No {{label}} ({{hint}}).", { label: label.toLowerCase(), hint })}{" "}
        <Link
          component="button"
          type="button"
          aria-label={t("Write one: {{label}}", { label: label.toLowerCase() })}
          onClick={() => {
            setOpen(true);
          }}
        >
          {t("Write one")}
        </Link>
      </Typography>
    );
  }
  return (
    <RichTextField
      label={label}
      value={value ?? richTextOf("")}
      onChange={(text) => {
        onChange(orNothing(text));
      }}
    />
  );
}
