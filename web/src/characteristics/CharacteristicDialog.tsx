/** Defines a characteristic, changes it, or deletes it with all that was said of students. */
import Alert from "@mui/material/Alert";
import Button from "@mui/material/Button";
import Dialog from "@mui/material/Dialog";
import DialogActions from "@mui/material/DialogActions";
import DialogContent from "@mui/material/DialogContent";
import DialogTitle from "@mui/material/DialogTitle";
import IconButton from "@mui/material/IconButton";
import Stack from "@mui/material/Stack";
import TextField from "@mui/material/TextField";
import { characteristicLimits, type Characteristic } from "@verdant/contract/characteristics";
import { Trash2 } from "lucide-react";
import { useState } from "react";
import { problemOf } from "../platform/problem.ts";
import { t } from "../platform/words.ts";
import { useRemoveCharacteristicMutation, useSetCharacteristicMutation } from "./api.ts";

const blank = () => ({ id: crypto.randomUUID() as string, name: "", students: 0 });

export function CharacteristicDialog({ of, onClose }: { of: Characteristic | null; onClose: () => void }) {
  const [id] = useState(() => of?.id ?? (crypto.randomUUID() as string));
  const [name, setName] = useState(of?.name ?? "");
  const [values, setValues] = useState(() => of?.values ?? [blank(), blank()]);
  const [isRemoving, setRemoving] = useState(false);
  const [set, { error, isLoading }] = useSetCharacteristicMutation();
  const [remove, { error: notRemoved, isLoading: isGoing }] = useRemoveCharacteristicMutation();
  const gone = of?.values.filter((one) => one.students > 0 && !values.some((other) => other.id === one.id)) ?? [];
  const said = of?.values.reduce((sum, one) => sum + one.students, 0) ?? 0;
  const trouble = error ?? notRemoved;
  const isWhole = name.trim() !== "" && values.every((one) => one.name.trim() !== "");
  const save = async () => {
    const done = await set({
      params: { characteristicId: id },
      body: { version: of?.version ?? 0, name, values: values.map((one) => ({ id: one.id, name: one.name })) },
    });
    if (!done.error) onClose();
  };
  return (
    <Dialog open onClose={onClose} fullWidth maxWidth="xs" aria-labelledby="characteristic-heading">
      <form
        noValidate
        onSubmit={(event) => {
          event.preventDefault();
          void save();
        }}
      >
        <DialogTitle id="characteristic-heading">
          {of ? t("Change {{name}}", { name: of.name }) : t("A new characteristic")}
        </DialogTitle>
        <DialogContent>
          <Stack spacing={1.5} sx={{ mt: 1 }}>
            <TextField
              autoFocus
              size="small"
              label={t("Name")}
              placeholder={t("First language")}
              value={name}
              onChange={(event) => {
                setName(event.target.value);
              }}
            />
            {values.map((one, i) => (
              <Stack key={one.id} direction="row" spacing={1}>
                <TextField
                  fullWidth
                  size="small"
                  label={t("Value {{n}}", { n: i + 1 })}
                  value={one.name}
                  onChange={(event) => {
                    setValues(values.map((other) => (other === one ? { ...one, name: event.target.value } : other)));
                  }}
                />
                {values.length > 2 && (
                  <IconButton
                    aria-label={t("Remove value {{n}}", { n: i + 1 })}
                    onClick={() => {
                      setValues(values.filter((other) => other !== one));
                    }}
                  >
                    <Trash2 size={16} aria-hidden />
                  </IconButton>
                )}
              </Stack>
            ))}
            {values.length < characteristicLimits.values && (
              <Button
                size="small"
                sx={{ alignSelf: "flex-start" }}
                onClick={() => {
                  setValues([...values, blank()]);
                }}
              >
                {t("Add a value")}
              </Button>
            )}
            {gone.map((one) => (
              <Alert key={one.id} severity="warning">
                {t("“{{name}}” is said of {{count}} students; that is deleted for good.", {
                  ...{ name: one.name, count: one.students },
                })}
              </Alert>
            ))}
            {isRemoving && (
              <Alert severity="warning">
                {t("What is said of {{count}} students is deleted for good, here and in all comparisons.", {
                  count: said,
                })}
              </Alert>
            )}
            {trouble && <Alert severity="error">{problemOf(trouble).detail}</Alert>}
          </Stack>
        </DialogContent>
        <DialogActions>
          {of && (
            <Button
              color="error"
              loading={isGoing}
              sx={{ mr: "auto" }}
              onClick={() => {
                if (!isRemoving && said > 0) setRemoving(true);
                else
                  void remove({ params: { characteristicId: id } }).then((done) => {
                    if (!done.error) onClose();
                  });
              }}
            >
              {isRemoving ? t("Delete for good") : t("Delete")}
            </Button>
          )}
          <Button onClick={onClose}>{t("Cancel")}</Button>
          <Button type="submit" variant="contained" loading={isLoading} disabled={!isWhole}>
            {t("Save")}
          </Button>
        </DialogActions>
      </form>
    </Dialog>
  );
}
