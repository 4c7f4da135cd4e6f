/** The buttons of a list that is written row by row. */
import Button from "@mui/material/Button";
import IconButton from "@mui/material/IconButton";
import { Plus, Trash2 } from "lucide-react";
import { t } from "../platform/words.ts";

export function AddRow({ children, add }: { children: string; add: () => void }) {
  return (
    <Button size="small" startIcon={<Plus size={16} />} sx={{ mt: 1 }} onClick={add}>
      {children}
    </Button>
  );
}

/** @param what the row, as in "Remove place 2" */
export function RemoveRow({ what, remove }: { what: string; remove: () => void }) {
  return (
    <IconButton aria-label={t("Remove {{what}}", { what })} onClick={remove}>
      <Trash2 size={16} />
    </IconButton>
  );
}
