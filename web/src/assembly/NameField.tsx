import { KeptField } from "../ui/KeptField.tsx";
import { t } from "../platform/words.ts";

/** The name of a quiz, as students will read it. */
export function NameField({ name, rename }: { name: string; rename: (name: string) => void }) {
  return (
    <KeptField
      label={t("Name, as students read it")}
      value={name}
      keep={rename}
      tidy={(typed) => typed.trim() || name}
      slotProps={{ htmlInput: { maxLength: 120 } }}
      sx={{ minWidth: 260, alignSelf: "center" }}
    />
  );
}
