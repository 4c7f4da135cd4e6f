/** All that a search has found as a file: begun here, done in the background, to be had under Import and export. */
import MenuItem from "@mui/material/MenuItem";
import type { Which } from "@verdant/contract/bulk";
import type { Transfer } from "@verdant/contract/exchange";
import { useNavigate } from "react-router";
import { useStartExportMutation } from "../../exchange/api.ts";
import { problemOf } from "../../platform/problem.ts";
import { t } from "../../platform/words.ts";
import { MenuButton } from "../../ui/MenuButton.tsx";
import { useToast } from "../../ui/Toasts.tsx";

const forms: readonly (readonly [Transfer["format"], string])[] = [
  ["workbook", t("Workbook")],
  ["table", t("CSV file")],
  ["word", t("Word-processor file")],
  ["text", t("Plain text")],
  ["package", t("Package (QTI 3.0)")],
  ["olderPackage", t("Package for older programs (QTI 2.2)")],
];

export function ExportMenu({ which, total }: { readonly which: Which; readonly total: number }) {
  const [start, { isLoading }] = useStartExportMutation();
  const navigate = useNavigate();
  const say = useToast();
  const begin = async (format: Transfer["format"]) => {
    const { error } = await start({ body: { format, which } });
    if (error) say({ text: problemOf(error).detail, isError: true });
    else await navigate("/exchange");
  };
  return (
    <MenuButton label={t("Export all {{total}}", { total })} isBusy={isLoading}>
      {forms.map(([format, label]) => (
        <MenuItem key={format} onClick={() => void begin(format)}>
          {label}
        </MenuItem>
      ))}
    </MenuButton>
  );
}
