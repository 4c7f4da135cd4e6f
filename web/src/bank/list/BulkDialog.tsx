/** Changes many items together: what is chosen here changes in all of them, the rest stays. Undone in one go. */
import Alert from "@mui/material/Alert";
import Autocomplete from "@mui/material/Autocomplete";
import Box from "@mui/material/Box";
import Button from "@mui/material/Button";
import Dialog from "@mui/material/Dialog";
import DialogActions from "@mui/material/DialogActions";
import DialogContent from "@mui/material/DialogContent";
import DialogTitle from "@mui/material/DialogTitle";
import MenuItem from "@mui/material/MenuItem";
import TextField from "@mui/material/TextField";
import Typography from "@mui/material/Typography";
import type { BulkChange, Which, SkipReason } from "@verdant/contract/bulk";
import { useState } from "react";
import { problemOf } from "../../platform/problem.ts";
import { useListTopicsQuery } from "../../standards/api.ts";
import { TopicField } from "../../standards/TopicField.tsx";
import { useListMembersQuery } from "../../team/api.ts";
import { useToast } from "../../ui/Toasts.tsx";
import { useChangeItemsMutation, useUndoChangeMutation } from "../api.ts";
import { TagsField } from "../fields/TagsField.tsx";
import { t } from "../../platform/words.ts";

export function BulkDialog({ which, count, close }: { which: Which; count: number; close: () => void }) {
  const [change, setChange] = useState<BulkChange>({});
  const { standards = [], withdrawn = [] } = useListTopicsQuery().data ?? {};
  const { members = [] } = useListMembersQuery().data ?? {};
  const [apply, { isLoading, error }] = useChangeItemsMutation();
  const [undo] = useUndoChangeMutation();
  const say = useToast();
  const set = (part: BulkChange) => {
    const next = { ...change, ...part };
    setChange(Object.fromEntries(Object.entries(next).filter(([, value]) => !isNothing(value))));
  };
  const takeBack = async (batchId: string) => {
    const answer = await undo({ params: { batchId } });
    if (answer.error) say({ text: problemOf(answer.error).detail, isError: true });
    else {
      const { restored, kept } = answer.data;
      const others = kept > 0 ? t(" {{count}} items changed since, and stayed as they are now.", { count: kept }) : "";
      say({ text: t("{{count}} items as before.{{others}}", { count: restored, others }) });
    }
  };
  const submit = async () => {
    const answer = await apply({ body: { which, change } });
    if (answer.error) return;
    const { batchId, changed, skipped } = answer.data;
    const left = skipped.map(({ why, count }) => ` ${skipInWords[why](count)}`).join("");
    say({
      text: t("{{count}} items changed.{{left}}", { count: changed, left }),
      ...(changed > 0 && { undo: () => void takeBack(batchId) }),
    });
    close();
  };
  const pick = <K extends "demand" | "use" | "status" | "language" | "family">(
    name: K,
    label: string,
    values: readonly (readonly [NonNullable<BulkChange[K]>, string])[],
  ) => (
    <TextField
      select
      size="small"
      label={label}
      value={change[name] ?? ""}
      onChange={(event) => {
        set({ [name]: event.target.value || undefined });
      }}
    >
      <MenuItem value="">{t("as it is")}</MenuItem>
      {values.map(([value, word]) => (
        <MenuItem key={value} value={value}>
          {word}
        </MenuItem>
      ))}
    </TextField>
  );
  const codes = (
    name: "addStandardIds" | "removeStandardIds",
    label: string,
    offered: readonly { id: string; code: string }[],
  ) => (
    <Autocomplete
      multiple
      size="small"
      options={offered}
      value={offered.filter((one) => change[name]?.includes(one.id))}
      getOptionLabel={(one) => one.code}
      isOptionEqualToValue={(a, b) => a.id === b.id}
      onChange={(_, chosen) => {
        set({ [name]: chosen.map((one) => one.id) });
      }}
      renderInput={(params) => <TextField {...params} label={label} />}
    />
  );
  return (
    <Dialog open onClose={close} maxWidth="sm" fullWidth>
      <DialogTitle>{t("Edit {{count}} items together", { count })}</DialogTitle>
      <DialogContent>
        <Typography variant="body2" color="textSecondary" sx={{ mb: 2 }}>
          {t(
            "What you set here changes in all of them; the rest stays. Their questions, keys and figures are not touched.",
          )}
        </Typography>
        <Box sx={{ display: "grid", gridTemplateColumns: { xs: "minmax(0, 1fr)", sm: "1fr 1fr" }, gap: 1.5 }}>
          <TopicField
            label={t("Topic")}
            topicId={change.topicId ?? null}
            choose={(topicId) => {
              set({ topicId: topicId ?? undefined });
            }}
          />
          <TextField
            select
            size="small"
            label={t("Belongs to")}
            value={change.ownerId ?? ""}
            onChange={(event) => {
              set({ ownerId: event.target.value || undefined });
            }}
          >
            <MenuItem value="">{t("as it is")}</MenuItem>
            {members
              .filter((one) => one.leftAt === null)
              .map((one) => (
                <MenuItem key={one.personId} value={one.personId}>
                  {one.name}
                </MenuItem>
              ))}
          </TextField>
          {pick("use", t("Use"), [
            ["practice", t("practice")],
            ["reserved", t("reserved")],
          ])}
          {pick("demand", t("Demand"), [
            ["recall", t("recall")],
            ["apply", t("apply")],
            ["reason", t("reason")],
          ])}
          {pick("status", t("Status"), [
            ["retired", t("retire")],
            ["approved", t("put back into use")],
          ])}
          {pick("family", t("Look-alikes"), [
            ["together", t("all look-alikes of one another")],
            ["apart", t("each on its own")],
          ])}
          {pick("language", t("Language"), [
            ["en-GB", t("English")],
            ["de-DE", t("German")],
            ["fr-FR", t("French")],
            ["es-ES", t("Spanish")],
            ["cy-GB", t("Welsh")],
          ])}
          <TextField
            size="small"
            type="number"
            label={t("Expected time (seconds)")}
            value={change.expectedSeconds ?? ""}
            slotProps={{ htmlInput: { min: 5, max: 7200 } }}
            onChange={(event) => {
              const seconds = Math.round(Number(event.target.value));
              set({ expectedSeconds: event.target.value === "" ? undefined : seconds });
            }}
          />
          <TextField
            size="small"
            type="number"
            label={t("Points")}
            value={change.points ?? ""}
            slotProps={{ htmlInput: { min: 0, max: 100, step: 0.25 } }}
            onChange={(event) => {
              set({ points: event.target.value === "" ? undefined : Number(event.target.value) });
            }}
          />
          <TagsField
            label={t("Add tags")}
            tags={change.addTags ?? []}
            onChange={(addTags) => {
              set({ addTags });
            }}
          />
          <TagsField
            label={t("Remove tags")}
            tags={change.removeTags ?? []}
            onChange={(removeTags) => {
              set({ removeTags });
            }}
          />
          {codes("addStandardIds", t("Add standards"), standards)}
          {codes("removeStandardIds", t("Remove standards"), [...standards, ...withdrawn])}
        </Box>
        {error && (
          <Alert severity="error" sx={{ mt: 2 }}>
            {problemOf(error).detail}
          </Alert>
        )}
      </DialogContent>
      <DialogActions>
        <Button onClick={close}>{t("Cancel")}</Button>
        <Button
          variant="contained"
          loading={isLoading}
          disabled={Object.keys(change).length === 0}
          onClick={() => void submit()}
        >
          {t("Save {{count}} items", { count })}
        </Button>
      </DialogActions>
    </Dialog>
  );
}

const isNothing = (value: unknown) => value === undefined || (Array.isArray(value) && value.length === 0);

/** Why some stayed as they were. */
const skipInWords: Readonly<Record<SkipReason, (count: number) => string>> = {
  gone: (count) => t("{{count}} items are no longer there.", { count }),
  retired: (count) => t("{{count}} items are retired; only a lead changes these.", { count }),
  notInUse: (count) => t("{{count}} items are not in use, so there is nothing to retire.", { count }),
  notRetired: (count) => t("{{count}} items are not retired.", { count }),
  unfinished: (count) => t("{{count}} items are unfinished, so they cannot be used.", { count }),
};
