/** Requirements under a name: those that are kept, and keeping these. */
import Button from "@mui/material/Button";
import Dialog from "@mui/material/Dialog";
import DialogActions from "@mui/material/DialogActions";
import DialogContent from "@mui/material/DialogContent";
import DialogTitle from "@mui/material/DialogTitle";
import Divider from "@mui/material/Divider";
import IconButton from "@mui/material/IconButton";
import ListItemText from "@mui/material/ListItemText";
import Menu from "@mui/material/Menu";
import MenuItem from "@mui/material/MenuItem";
import TextField from "@mui/material/TextField";
import type { Blueprint, RequirementSet } from "@verdant/contract/requirements";
import { X } from "lucide-react";
import { useState } from "react";
import { problemOf } from "../platform/problem.ts";
import { t } from "../platform/words.ts";
import { useToast } from "../ui/Toasts.tsx";
import { useKeepRequirementSetMutation, useListRequirementSetsQuery, useRemoveRequirementSetMutation } from "./api.ts";

export function RequirementSets(props: {
  blueprint: Blueprint | null;
  /** Takes kept ones in; how many of them are about what this class does not have. */
  apply: (kept: Blueprint) => number;
}) {
  const { blueprint, apply } = props;
  const [anchor, setAnchor] = useState<HTMLElement | null>(null);
  const [isNaming, setNaming] = useState(false);
  const { sets = [] } = useListRequirementSetsQuery(undefined, { skip: anchor === null }).data ?? {};
  const [keep] = useKeepRequirementSetMutation();
  const [remove] = useRemoveRequirementSetMutation();
  const say = useToast();
  const close = () => {
    setAnchor(null);
  };
  const take = (set: RequirementSet) => {
    close();
    const unknown = apply(set.blueprint);
    if (unknown > 0)
      say({
        text: t("{{count}} requirements are about units or topics that this class does not have, and were left out.", {
          count: unknown,
        }),
      });
  };
  const save = async (name: string, saved: Blueprint) => {
    const { error } = await keep({ body: { name, blueprint: saved } });
    if (error) say({ text: problemOf(error).detail, isError: true });
    else {
      setNaming(false);
      say({ text: t("Saved as “{{name}}”, for every quiz of the department.", { name }) });
    }
  };
  const drop = async (set: RequirementSet) => {
    const { error } = await remove({ params: { setId: set.id } });
    say(
      error
        ? { text: problemOf(error).detail, isError: true }
        : {
            text: t("“{{name}}” removed.", { name: set.name }),
            undo: () => void save(set.name, set.blueprint),
          },
    );
  };
  return (
    <>
      <Button
        variant="outlined"
        aria-haspopup="menu"
        onClick={(event) => {
          setAnchor(event.currentTarget);
        }}
      >
        {t("Saved requirements")}
      </Button>
      <Menu anchorEl={anchor} open={anchor !== null} onClose={close}>
        {sets.map((set) => (
          <MenuItem
            key={set.id}
            onClick={() => {
              take(set);
            }}
          >
            <ListItemText primary={set.name} secondary={t("saved by {{name}}", { name: set.by })} />
            <IconButton
              size="small"
              aria-label={t("Remove “{{name}}”", { name: set.name })}
              onClick={(event) => {
                event.stopPropagation();
                void drop(set);
              }}
              sx={{ ml: 2 }}
            >
              <X size={16} aria-hidden />
            </IconButton>
          </MenuItem>
        ))}
        {sets.length > 0 && <Divider />}
        <MenuItem
          disabled={blueprint === null}
          onClick={() => {
            close();
            setNaming(true);
          }}
        >
          {t("Save these under a name…")}
        </MenuItem>
      </Menu>
      {isNaming && blueprint && (
        <NameDialog
          taken={sets.map((set) => set.name)}
          close={() => {
            setNaming(false);
          }}
          save={(name) => void save(name, blueprint)}
        />
      )}
    </>
  );
}

function NameDialog(props: { taken: readonly string[]; close: () => void; save: (name: string) => void }) {
  const { taken, close, save } = props;
  const [name, setName] = useState("");
  const isTaken = taken.some((one) => one.toLowerCase() === name.trim().toLowerCase());
  return (
    <Dialog open onClose={close} fullWidth maxWidth="xs">
      <form
        onSubmit={(event) => {
          event.preventDefault();
          save(name.trim());
        }}
      >
        <DialogTitle>{t("Save these requirements")}</DialogTitle>
        <DialogContent>
          <TextField
            autoFocus
            fullWidth
            label={t("Name")}
            value={name}
            onChange={(event) => {
              setName(event.target.value);
            }}
            helperText={isTaken ? t("There are some of this name: these take their place.") : " "}
            slotProps={{ htmlInput: { maxLength: 120 } }}
            sx={{ mt: 1 }}
          />
        </DialogContent>
        <DialogActions>
          <Button onClick={close}>{t("Cancel")}</Button>
          <Button type="submit" variant="contained" disabled={name.trim() === ""}>
            {t("Save")}
          </Button>
        </DialogActions>
      </form>
    </Dialog>
  );
}
