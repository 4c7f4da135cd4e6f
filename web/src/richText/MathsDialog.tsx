/** Writes a formula in LaTeX, drawn while it is typed. */
import Box from "@mui/material/Box";
import Button from "@mui/material/Button";
import Dialog from "@mui/material/Dialog";
import DialogActions from "@mui/material/DialogActions";
import DialogContent from "@mui/material/DialogContent";
import DialogTitle from "@mui/material/DialogTitle";
import TextField from "@mui/material/TextField";
import { useEffect, useState } from "react";
import { MathsView } from "../player/MathsView.tsx";
import { t } from "../platform/words.ts";

export function MathsDialog({
  before,
  close,
  insert,
}: {
  before: string;
  close: () => void;
  insert: (latex: string) => void;
}) {
  const [latex, setLatex] = useState(before);
  const [drawn, setDrawn] = useState<{ mathml: string; mistake: string }>({ mathml: "", mistake: "" });
  useEffect(() => {
    if (latex.trim() === "") return;
    void import("temml").then(({ default: temml }) => {
      try {
        setDrawn({ mathml: temml.renderToString(latex, { throwOnError: true, trust: false }), mistake: "" });
      } catch (error) {
        setDrawn({ mathml: "", mistake: error instanceof Error ? (error.message.split("\n")[0] ?? "") : "" });
      }
    });
  }, [latex]);
  return (
    <Dialog open onClose={close} fullWidth maxWidth="sm">
      <DialogTitle>{t("Formula")}</DialogTitle>
      <DialogContent>
        <TextField
          autoFocus
          fullWidth
          label={t("Formula")}
          placeholder={t("\\frac{deaths}{births} \\times 1000")}
          value={latex}
          error={drawn.mistake !== ""}
          helperText={drawn.mistake || t("for example \\frac{a}{b}, x^2, \\sqrt{n}, \\times")}
          onChange={(event) => {
            setLatex(event.target.value);
          }}
          slotProps={{ htmlInput: { maxLength: 1000 } }}
          sx={{ mt: 1 }}
        />
        <Box sx={{ mt: 2, minHeight: 56, fontSize: 20 }} aria-label={t("As students see it")}>
          {latex.trim() !== "" && drawn.mathml !== "" && (
            <MathsView maths={{ type: "maths", latex, mathml: drawn.mathml }} />
          )}
        </Box>
      </DialogContent>
      <DialogActions>
        <Button onClick={close}>{t("Cancel")}</Button>
        <Button
          variant="contained"
          disabled={latex.trim() === "" || drawn.mistake !== ""}
          onClick={() => {
            insert(latex.trim());
            close();
          }}
        >
          {t("Put it in")}
        </Button>
      </DialogActions>
    </Dialog>
  );
}
