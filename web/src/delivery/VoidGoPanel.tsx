/** Taking a go out, with a reason that its student reads; and bringing it back. */
import Alert from "@mui/material/Alert";
import Autocomplete from "@mui/material/Autocomplete";
import Box from "@mui/material/Box";
import Button from "@mui/material/Button";
import Paper from "@mui/material/Paper";
import TextField from "@mui/material/TextField";
import Typography from "@mui/material/Typography";
import type { Goes } from "@verdant/contract/running";
import { useState } from "react";
import { problemOf } from "../platform/problem.ts";
import { numberOf, t } from "../platform/words.ts";
import { moment } from "../ui/dates.ts";
import { useToast } from "../ui/Toasts.tsx";
import { useBringGoBackMutation, useListGoesQuery, useVoidGoMutation } from "./api.ts";

type Go = Goes["goes"][number];

/** "Ada Moss · go 2 · 3 of 5, handed in Tue 3 Nov, 10:50" */
export function goInWords({ name, ordinal, isRunning, points, outOf, handedInAt }: Go): string {
  const how =
    isRunning || handedInAt === null
      ? t("in progress")
      : t("{{points}} of {{outOf}}, handed in {{time}}", {
          points: numberOf(points ?? 0),
          outOf: numberOf(outOf),
          time: moment(handedInAt),
        });
  return [name, t("go {{ordinal}}", { ordinal }), how].join(" · ");
}

export function VoidGoPanel({ releaseId }: { releaseId: string }) {
  const { data } = useListGoesQuery({ params: { releaseId } });
  const [go, setGo] = useState<Go | null>(null);
  const [reason, setReason] = useState("");
  const [take, { isLoading, error, reset }] = useVoidGoMutation();
  const [bringBack] = useBringGoBackMutation();
  const say = useToast();
  const back = async (sittingId: string) => {
    const answer = await bringBack({ params: { releaseId, sittingId } });
    if (answer.error) say({ text: problemOf(answer.error).detail, isError: true });
    else say({ text: t("The go counts again.") });
  };
  const submit = async () => {
    if (!go) return;
    const { sittingId, name } = go;
    const answer = await take({ params: { releaseId, sittingId }, body: { reason } });
    if (answer.error) return;
    setGo(null);
    setReason("");
    say({
      text: t("The go of {{name}} counts no longer; {{name}} has it back.", { name }),
      undo: () => void back(sittingId),
    });
  };
  if (!data || (data.goes.length === 0 && data.voided.length === 0)) return null;
  return (
    <Paper sx={{ p: 3 }} component="section" aria-labelledby="void-heading">
      <Typography variant="h2" id="void-heading" sx={{ mb: 0.5 }}>
        {t("Take a go out")}
      </Typography>
      <Typography variant="body2" color="textSecondary" sx={{ mb: 1.5 }}>
        {t(
          "It then counts nowhere: not in results, the plan or figures of items. Its answers are kept, and the student may take that go again.",
        )}
      </Typography>
      <Box
        component="form"
        sx={{ display: "flex", flexWrap: "wrap", gap: 1, alignItems: "flex-start" }}
        onSubmit={(event) => {
          event.preventDefault();
          void submit();
        }}
      >
        <Autocomplete
          size="small"
          options={data.goes}
          value={data.goes.find(({ sittingId }) => sittingId === go?.sittingId) ?? null}
          getOptionLabel={goInWords}
          getOptionKey={({ sittingId }) => sittingId}
          isOptionEqualToValue={(one, other) => one.sittingId === other.sittingId}
          onChange={(_, next) => {
            reset();
            setGo(next);
          }}
          renderInput={(params) => <TextField {...params} label={t("Whose go")} />}
          sx={{ flex: "2 1 300px", minWidth: 0 }}
        />
        <TextField
          size="small"
          label={t("Why")}
          value={reason}
          helperText={t("The student reads it.")}
          onChange={(event) => {
            setReason(event.target.value);
          }}
          slotProps={{ htmlInput: { maxLength: 300 } }}
          sx={{ flex: "2 1 240px" }}
        />
        <Button
          type="submit"
          variant="outlined"
          color="error"
          disabled={isLoading || go === null || reason.trim() === ""}
          sx={{ minHeight: 40 }}
        >
          {t("Take it out")}
        </Button>
      </Box>
      {error && (
        <Alert severity="error" sx={{ mt: 1 }}>
          {problemOf(error).detail}
        </Alert>
      )}
      {data.voided.length > 0 && (
        <Box component="ul" aria-label={t("Goes that were taken out")} sx={{ m: 0, mt: 2, p: 0, listStyle: "none" }}>
          {data.voided.map(({ sittingId, name, reason: why, by, at, mayComeBack }) => (
            <Box
              key={sittingId}
              component="li"
              sx={{
                ...{ display: "flex", flexWrap: "wrap", alignItems: "center", gap: 1, py: 0.75 },
                ...{ borderTop: 1, borderColor: "divider" },
              }}
            >
              <Box sx={{ flex: "1 1 220px", minWidth: 0, overflowWrap: "anywhere" }}>
                <Typography sx={{ fontWeight: 700 }}>{name}</Typography>
                <Typography variant="body2" color="textSecondary">
                  {t("“{{why}}” · {{by}}, {{time}}", { why, by, time: moment(at) })}
                </Typography>
              </Box>
              {mayComeBack ? (
                <Button onClick={() => void back(sittingId)} aria-label={t("Bring the go of {{name}} back", { name })}>
                  {t("Bring it back")}
                </Button>
              ) : (
                <Typography variant="body2" color="textSecondary">
                  {t("another go was begun since")}
                </Typography>
              )}
            </Box>
          ))}
        </Box>
      )}
    </Paper>
  );
}
