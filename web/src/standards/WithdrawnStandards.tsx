/** Standards that a newer version of their framework no longer holds, while items still carry them. */
import Autocomplete from "@mui/material/Autocomplete";
import Box from "@mui/material/Box";
import Button from "@mui/material/Button";
import Link from "@mui/material/Link";
import TextField from "@mui/material/TextField";
import Typography from "@mui/material/Typography";
import type { Standard, WithdrawnStandard } from "@verdant/contract/standards";
import { useState } from "react";
import { Link as RouterLink } from "react-router";
import { useUndoChangeMutation } from "../bank/api.ts";
import { problemOf } from "../platform/problem.ts";
import { useToast } from "../ui/Toasts.tsx";
import { useReplaceStandardMutation } from "./api.ts";
import { t } from "../platform/words.ts";

export function WithdrawnStandards(props: {
  withdrawn: readonly WithdrawnStandard[];
  standards: readonly Standard[];
  mayEdit: boolean;
}) {
  const { withdrawn, standards, mayEdit } = props;
  if (withdrawn.length === 0) return null;
  return (
    <Box component="section" aria-labelledby="withdrawn-heading" sx={{ mt: 3 }}>
      <Typography component="h3" id="withdrawn-heading" sx={{ fontWeight: 700, color: "warning.dark" }}>
        {t("Withdrawn, and still carried")}
      </Typography>
      <Typography variant="body2" color="textSecondary" sx={{ mb: 1 }}>
        {t("A newer version of the framework no longer holds these. Items keep them until you give them another.")}
      </Typography>
      {withdrawn.map((one) => (
        <Row key={one.id} standard={one} standards={standards} mayEdit={mayEdit} />
      ))}
    </Box>
  );
}

function Row(props: { standard: WithdrawnStandard; standards: readonly Standard[]; mayEdit: boolean }) {
  const { standard, standards, mayEdit } = props;
  const { code, statement, items, links } = standard;
  // What the framework names in its place comes first.
  const named = standards.find((one) => links.some((link) => link.standardId === one.id)) ?? null;
  const [chosen, setChosen] = useState<Standard | null>(named);
  const [replace, { isLoading }] = useReplaceStandardMutation();
  const [undo] = useUndoChangeMutation();
  const say = useToast();
  const takeBack = async (batchId: string) => {
    const { data, error } = await undo({ params: { batchId } });
    if (error) say({ text: problemOf(error).detail, isError: true });
    else say({ text: t("{{count}} items as before.", { count: data.restored }) });
  };
  const submit = async (by: Standard) => {
    const { data, error } = await replace({ params: { standardId: standard.id }, body: { by: by.id } });
    if (error) say({ text: problemOf(error).detail, isError: true });
    else
      say({
        text: t("{{count}} items of {{code}} carry {{newCode}} now.", { count: data.changed, code, newCode: by.code }),
        undo: () => void takeBack(data.batchId),
      });
  };
  return (
    <Box
      role="group"
      aria-label={t("Withdrawn: {{code}}", { code })}
      sx={{ borderTop: 1, borderColor: "divider", py: 1 }}
    >
      <Typography sx={{ fontSize: 15 }}>
        <strong>{code}</strong> {statement}
      </Typography>
      <Box sx={{ display: "flex", gap: 1, alignItems: "center", mt: 0.5 }}>
        <Link component={RouterLink} to={`/bank?standard=${standard.id}`} sx={{ fontSize: 14, whiteSpace: "nowrap" }}>
          {items === 0 ? t("no item; a topic serves it") : t("{{count}} items carry it", { count: items })}
        </Link>
        {mayEdit && items > 0 && (
          <>
            <Autocomplete
              size="small"
              sx={{ flex: 1 }}
              options={standards}
              value={chosen}
              getOptionLabel={(one) => `${one.code} ${one.statement}`}
              isOptionEqualToValue={(a, b) => a.id === b.id}
              onChange={(_, one) => {
                setChosen(one);
              }}
              renderInput={(params) => <TextField {...params} label={t("In place of {{code}}", { code })} />}
            />
            <Button
              variant="outlined"
              disabled={chosen === null}
              loading={isLoading}
              onClick={() => {
                if (chosen) void submit(chosen);
              }}
            >
              {t("Use it instead")}
            </Button>
          </>
        )}
      </Box>
    </Box>
  );
}
