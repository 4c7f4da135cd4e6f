/** How the department looks its items over: off until a lead turns it on. */
import Box from "@mui/material/Box";
import FormControlLabel from "@mui/material/FormControlLabel";
import MenuItem from "@mui/material/MenuItem";
import Paper from "@mui/material/Paper";
import Switch from "@mui/material/Switch";
import TextField from "@mui/material/TextField";
import Typography from "@mui/material/Typography";
import { reviewModes, type ReviewMode, type ReviewRules } from "@verdant/core/review/reviewRules";
import { problemOf } from "../platform/problem.ts";
import { useSetReviewRulesMutation, useShowReviewRulesQuery } from "../review/api.ts";
import { useToast } from "../ui/Toasts.tsx";
import { WhatIsThis } from "../ui/WhatIsThis.tsx";
import { t } from "../platform/words.ts";

const modeNames: Record<ReviewMode, string> = {
  off: t("off: an item is in use as soon as nothing is missing"),
  sampled: t("second looks: in use at once; each tenth and all reserved ones are checked afterwards"),
  all: t("all: an item, or a change of one, is in use once a colleague has approved it"),
};

export function ReviewRulesPanel({ isLead }: { isLead: boolean }) {
  const { data } = useShowReviewRulesQuery();
  const [set, { isLoading }] = useSetReviewRulesMutation();
  const say = useToast();
  if (!data) return null;
  const keep = async (next: ReviewRules, undoTo?: ReviewRules) => {
    const answer = await set({ body: next });
    if (answer.error) say({ text: problemOf(answer.error).detail, isError: true });
    else say({ text: t("Saved."), ...(undoTo && next.mode !== "off" && { undo: () => void keep(undoTo) }) });
  };
  return (
    <>
      <Box sx={{ display: "flex", alignItems: "center", mt: 3, mb: 1.5 }}>
        <Typography variant="h2">{t("Checking of items")}</Typography>
        <WhatIsThis term="secondLook" />
      </Box>
      <Paper sx={{ px: 2, py: 1.5 }}>
        <TextField
          select
          fullWidth
          size="small"
          label={t("Items are checked")}
          value={data.mode}
          disabled={!isLead || isLoading}
          helperText={isLead ? undefined : t("A lead can change this.")}
          onChange={(event) => void keep({ ...data, mode: event.target.value as ReviewMode }, data)}
        >
          {reviewModes.map((mode) => (
            <MenuItem key={mode} value={mode}>
              {modeNames[mode]}
            </MenuItem>
          ))}
        </TextField>
        {data.mode !== "off" && (
          <FormControlLabel
            sx={{ mt: 1 }}
            control={
              <Switch
                checked={data.mayApproveOwn}
                disabled={!isLead || isLoading}
                onChange={(_, mayApproveOwn) => void keep({ ...data, mayApproveOwn }, data)}
              />
            }
            label={t("Allow self-approval")}
          />
        )}
      </Paper>
    </>
  );
}
