/** Views of the bank that are kept: opened with one click, kept under a name, for oneself or for the department. */
import Box from "@mui/material/Box";
import Button from "@mui/material/Button";
import Checkbox from "@mui/material/Checkbox";
import FormControlLabel from "@mui/material/FormControlLabel";
import Link from "@mui/material/Link";
import Popover from "@mui/material/Popover";
import TextField from "@mui/material/TextField";
import Typography from "@mui/material/Typography";
import type { SavedView } from "@verdant/contract/views";
import { limits } from "@verdant/contract/wire";
import { useState, type ReactElement } from "react";
import { Link as RouterLink } from "react-router";
import { problemOf } from "../../platform/problem.ts";
import { useToast } from "../../ui/Toasts.tsx";
import { useKeepViewMutation, useListViewsQuery, useRemoveViewMutation } from "../api.ts";
import { t } from "../../platform/words.ts";

/** @param address what is shown now; null: everything, which is not worth a name */
export function Views({ address }: { address: string | null }) {
  const { views = [] } = useListViewsQuery().data ?? {};
  const [at, setAt] = useState<HTMLElement | null>(null);
  if (views.length === 0 && address === null) return null;
  return (
    <Box component="section" aria-label={t("Views")} sx={{ mb: 1.25 }}>
      {views.map((view) => (
        <ViewRow key={view.id} view={view} isShown={view.address === address} />
      ))}
      {address !== null && !views.some((view) => view.address === address) && (
        <Button
          size="small"
          onClick={(event) => {
            setAt(event.currentTarget);
          }}
        >
          {t("Save this view")}
        </Button>
      )}
      <Popover
        open={at !== null}
        anchorEl={at}
        anchorOrigin={{ vertical: "bottom", horizontal: "left" }}
        onClose={() => {
          setAt(null);
        }}
      >
        {address !== null && (
          <KeepForm
            address={address}
            close={() => {
              setAt(null);
            }}
          />
        )}
      </Popover>
    </Box>
  );
}

function ViewRow({ view, isShown }: { view: SavedView; isShown: boolean }): ReactElement {
  const [remove] = useRemoveViewMutation();
  const [keep] = useKeepViewMutation();
  const say = useToast();
  const take = async () => {
    const answer = await remove({ params: { viewId: view.id } });
    if (answer.error) say({ text: problemOf(answer.error).detail, isError: true });
    else
      say({
        text: t("The view “{{view}}” is removed.", { view: view.name }),
        undo: () => void keep({ body: { name: view.name, address: view.address, isShared: view.isShared } }),
      });
  };
  return (
    <Box sx={{ display: "flex", alignItems: "baseline", gap: 0.75, pl: 0.5, fontSize: 13.5 }}>
      <Link
        component={RouterLink}
        to={`/bank?${view.address}`}
        aria-current={isShown || undefined}
        sx={{ flex: 1, fontWeight: isShown ? 700 : 400 }}
      >
        {view.name}
      </Link>
      {view.isShared && (
        <Typography component="span" variant="caption" color="textSecondary">
          {t("department")}
        </Typography>
      )}
      <Button
        size="small"
        color="inherit"
        sx={{ minWidth: 0, px: 0.5 }}
        aria-label={t("Remove the view {{view}}", { view: view.name })}
        onClick={() => void take()}
      >
        ×
      </Button>
    </Box>
  );
}

function KeepForm({ address, close }: { address: string; close: () => void }) {
  const [keep, { isLoading, error }] = useKeepViewMutation();
  const [name, setName] = useState("");
  const [isShared, setIsShared] = useState(false);
  const submit = async () => {
    const answer = await keep({ body: { name, address, isShared } });
    if (!answer.error) close();
  };
  return (
    <Box
      component="form"
      sx={{ p: 2, width: 300, display: "grid", gap: 1 }}
      onSubmit={(event) => {
        event.preventDefault();
        void submit();
      }}
    >
      <TextField
        autoFocus
        required
        size="small"
        label={t("Name of the view")}
        value={name}
        error={error !== undefined}
        helperText={error ? problemOf(error).detail : t("Opens the bank with these words and filters.")}
        slotProps={{ htmlInput: { maxLength: limits.name } }}
        onChange={(event) => {
          setName(event.target.value);
        }}
      />
      <FormControlLabel
        control={
          <Checkbox
            checked={isShared}
            onChange={(_, isOn) => {
              setIsShared(isOn);
            }}
          />
        }
        label={t("for the whole department")}
      />
      <Button type="submit" variant="contained" disabled={isLoading || name.trim() === ""}>
        {t("Save the view")}
      </Button>
    </Box>
  );
}
