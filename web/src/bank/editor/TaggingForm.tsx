import Autocomplete from "@mui/material/Autocomplete";
import Box from "@mui/material/Box";
import Link from "@mui/material/Link";
import MenuItem from "@mui/material/MenuItem";
import Paper from "@mui/material/Paper";
import TextField from "@mui/material/TextField";
import Typography from "@mui/material/Typography";
import type { Tagging } from "@verdant/contract/bank";
import { useState } from "react";
import { useListTopicsQuery } from "../../standards/api.ts";
import { StimulusField } from "../../stimuli/StimulusField.tsx";
import { pointsOf } from "../../ui/points.ts";
import { TagsField } from "../fields/TagsField.tsx";
import { TopicField } from "../../standards/TopicField.tsx";
import { t } from "../../platform/words.ts";

const difficulties = ["very easy", "easy", "middling", "hard", "very hard"];

/** The topic is asked for; the rest is assumed, said so in grey, and can be changed. */
export function TaggingForm({ tagging, onChange }: { tagging: Tagging; onChange: (tagging: Tagging) => void }) {
  const { data } = useListTopicsQuery();
  const [isOpen, setOpen] = useState(false);
  // What was withdrawn stays on the item until somebody takes it off, and is not offered anew.
  const withdrawn = (data?.withdrawn ?? [])
    .filter((one) => tagging.standardIds.includes(one.id))
    .map((one) => ({ ...one, code: `${one.code} (withdrawn)` }));
  const standards = [...(data?.standards ?? []), ...withdrawn];
  const codes = tagging.standardIds.map((id) => standards.find((standard) => standard.id === id)?.code ?? "…");
  return (
    <Paper sx={{ p: 2 }} component="section" aria-label={t("Where it belongs")}>
      <TopicField
        label={t("Topic")}
        required
        topicId={tagging.topicId}
        choose={(topicId) => {
          onChange({ ...tagging, topicId });
        }}
      />
      <Typography variant="body2" color="textSecondary" sx={{ mt: 1.5 }}>
        {t("Assumed: {{demand}} · {{use}} · {{expectedSeconds}} s ·", {
          demand: tagging.demand,
          use: tagging.use,
          expectedSeconds: tagging.expectedSeconds,
        })}{" "}
        {difficulties[tagging.writerDifficulty - 1]} · {codes.length > 0 ? codes.join(", ") : t("no standard")}
        {tagging.label ? ` · “${tagging.label}”` : ""}
        {tagging.tags.length > 0 ? ` · ${tagging.tags.join(", ")}` : ""}.{" "}
        <Link
          component="button"
          type="button"
          aria-expanded={isOpen}
          onClick={() => {
            setOpen(!isOpen);
          }}
        >
          {isOpen ? t("Close") : t("Change")}
        </Link>
      </Typography>
      <Box sx={{ mt: 1.5 }}>
        <StimulusField
          stimulusId={tagging.stimulusId}
          choose={(stimulusId) => {
            onChange({ ...tagging, stimulusId });
          }}
        />
      </Box>
      {isOpen && (
        <Box
          sx={{ display: "grid", gridTemplateColumns: { xs: "minmax(0, 1fr)", sm: "1fr 1fr 1fr" }, gap: 1.5, mt: 1.5 }}
        >
          <TextField
            select
            label={t("Demand")}
            value={tagging.demand}
            onChange={(event) => {
              onChange({ ...tagging, demand: event.target.value as Tagging["demand"] });
            }}
          >
            <MenuItem value="recall">{t("recall")}</MenuItem>
            <MenuItem value="apply">{t("apply")}</MenuItem>
            <MenuItem value="reason">{t("reason")}</MenuItem>
          </TextField>
          <TextField
            select
            label={t("Use")}
            value={tagging.use}
            helperText={t("Reserved items are for tests and never come in practice.")}
            onChange={(event) => {
              onChange({ ...tagging, use: event.target.value as Tagging["use"] });
            }}
          >
            <MenuItem value="practice">{t("practice")}</MenuItem>
            <MenuItem value="reserved">{t("reserved")}</MenuItem>
          </TextField>
          <TextField
            select
            label={t("Estimated difficulty")}
            value={tagging.writerDifficulty}
            onChange={(event) => {
              onChange({ ...tagging, writerDifficulty: Number(event.target.value) });
            }}
          >
            {difficulties.map((name, i) => (
              <MenuItem key={name} value={i + 1}>
                {name}
              </MenuItem>
            ))}
          </TextField>
          <TextField
            label={t("Expected time (seconds)")}
            type="number"
            value={tagging.expectedSeconds}
            slotProps={{ htmlInput: { min: 5, max: 7200 } }}
            onChange={(event) => {
              onChange({
                ...tagging,
                expectedSeconds: Math.min(7200, Math.max(5, Math.round(Number(event.target.value)) || 5)),
              });
            }}
          />
          <TextField
            label={t("Default points")}
            type="number"
            value={tagging.points}
            slotProps={{ htmlInput: { min: 0, max: 100, step: 0.25 } }}
            onChange={(event) => {
              onChange({ ...tagging, points: pointsOf(event.target.value) });
            }}
          />
          <TextField
            label={t("Short title")}
            value={tagging.label ?? ""}
            onChange={(event) => {
              onChange({ ...tagging, label: event.target.value || null });
            }}
            slotProps={{ htmlInput: { maxLength: 120 } }}
          />
          <Autocomplete
            multiple
            size="small"
            options={standards}
            value={standards.filter((standard) => tagging.standardIds.includes(standard.id))}
            getOptionLabel={(standard) => standard.code}
            renderOption={({ key, ...optionProps }, standard) => (
              <li key={key} {...optionProps}>
                {standard.code} {standard.statement}
              </li>
            )}
            isOptionEqualToValue={(a, b) => a.id === b.id}
            onChange={(_, chosen) => {
              onChange({ ...tagging, standardIds: chosen.map((standard) => standard.id) });
            }}
            renderInput={(params) => <TextField {...params} label={t("Standards")} />}
          />
          <TagsField
            tags={tagging.tags}
            onChange={(tags) => {
              onChange({ ...tagging, tags });
            }}
          />
        </Box>
      )}
    </Paper>
  );
}
