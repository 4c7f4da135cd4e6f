/** Takes an import back, after it has said what goes and what stays. */
import Alert from "@mui/material/Alert";
import Box from "@mui/material/Box";
import Button from "@mui/material/Button";
import type { Transfer } from "@verdant/contract/exchange";
import { useState } from "react";
import { problemOf } from "../platform/problem.ts";
import { t } from "../platform/words.ts";
import { useUndoImportMutation } from "./api.ts";

export function UndoImport({ of: { id, name, imported } }: { of: Transfer }) {
  const [isAsked, setAsked] = useState(false);
  const [undo, { isLoading, error }] = useUndoImportMutation();
  if (!isAsked)
    return (
      <Button
        size="small"
        aria-label={t("Undo the import of {{name}}", { name })}
        onClick={() => {
          setAsked(true);
        }}
      >
        {t("Undo this import")}
      </Button>
    );
  const [created, revised] = [imported?.created.items ?? 0, imported?.revised.items ?? 0];
  return (
    <Alert severity="warning" sx={{ mt: 1 }}>
      {created > 0 && `${t("{{count}} items leave the bank again.", { count: created })} `}
      {revised > 0 && `${t("{{count}} changed items say again what they said before.", { count: revised })} `}
      {t(
        "What somebody has changed or put into a quiz since stays. So do topics, standards, classes, students, and parts kept as they came.",
      )}
      {error && ` ${problemOf(error).detail}`}
      <Box sx={{ display: "flex", flexWrap: "wrap", gap: 1, mt: 1 }}>
        <Button
          variant="outlined"
          color="inherit"
          disabled={isLoading}
          onClick={() => void undo({ params: { transferId: id } })}
        >
          {t("Undo it")}
        </Button>
        <Button
          color="inherit"
          disabled={isLoading}
          onClick={() => {
            setAsked(false);
          }}
        >
          {t("Leave it")}
        </Button>
      </Box>
    </Alert>
  );
}
