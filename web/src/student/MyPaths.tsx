/** A student's paths: what is done, the one door that is lit, what counts there, and what opens the next. */
import Box from "@mui/material/Box";
import Paper from "@mui/material/Paper";
import Typography from "@mui/material/Typography";
import type { Result } from "@verdant/contract/endpoint";
import type { listMyPaths } from "@verdant/contract/paths";
import { lineInWords } from "../ui/stepInWords.ts";
import { shortDate } from "../ui/dates.ts";
import { StepMark } from "../ui/StepMark.tsx";
import { t } from "../platform/words.ts";

type MyPath = Result<typeof listMyPaths>["paths"][number];
type Step = MyPath["steps"][number];

export function MyPaths({ paths }: { paths: readonly MyPath[] }) {
  return paths.map((path) => <PathCard key={path.id} path={path} />);
}

function PathCard({ path: { id, name, steps, nextStepId } }: { path: MyPath }) {
  const done = steps.filter(({ state }) => state === "done").length;
  const at = steps.findIndex((step) => step.id === nextStepId);
  return (
    <Paper component="section" aria-labelledby={`path-${id}`} sx={{ p: 1.75, mb: 1.25 }}>
      <Typography component="h2" id={`path-${id}`} sx={{ fontWeight: 700, fontSize: "1.125rem" }}>
        {name}
      </Typography>
      <Typography variant="body2" color="textSecondary" sx={{ mb: 1 }}>
        {at < 0
          ? t("You have done the whole path.")
          : t("{{done}} of {{steps}} steps done", { done, steps: steps.length })}
      </Typography>
      <Box component="ol" sx={{ m: 0, p: 0, listStyle: "none" }}>
        {steps.map((step, i) => (
          <Box component="li" key={step.id} sx={{ display: "flex", gap: 1.25, position: "relative", pb: 1.25 }}>
            {i < steps.length - 1 && (
              <Box
                aria-hidden
                sx={{ position: "absolute", left: 10, top: 24, bottom: 0, borderLeft: 2, borderColor: "divider" }}
              />
            )}
            <StepMark state={step.state} isNext={step.id === nextStepId} />
            <Box sx={{ minWidth: 0, flex: 1 }}>
              <Typography
                aria-current={step.id === nextStepId ? "step" : undefined}
                sx={{
                  fontWeight: step.id === nextStepId ? 700 : 400,
                  color: step.state === "shut" ? "text.secondary" : "text.primary",
                }}
              >
                {step.name}
              </Typography>
              <Typography variant="body2" color="textSecondary">
                {stateInWords(step)}
              </Typography>
              {step.id === nextStepId && <LitDoor step={step} next={steps[i + 1]} />}
            </Box>
          </Box>
        ))}
      </Box>
    </Paper>
  );
}

function stateInWords({ state, reachedPercent, dueOn }: Step): string {
  return [
    ...(state === "done" ? [t("done")] : state === "shut" ? [t("opens when all before it is done")] : [t("open")]),
    ...(reachedPercent === null ? [] : [t("{{percent}}% so far", { percent: reachedPercent })]),
    ...(dueOn === null || state === "done" ? [] : [t("by {{day}}", { day: shortDate(dueOn) })]),
  ].join(" · ");
}

/** What to do here, what counts, and what it opens. */
function LitDoor({ step, next }: { step: Step; next: Step | undefined }) {
  const { kind, releaseId, releaseName, standards } = step;
  return (
    <Box sx={{ mt: 0.5, p: 1.25, borderRadius: 1, bgcolor: "success.light" }}>
      {standards.length > 0 && (
        <>
          <Typography variant="body2">{t("What you will show:")}</Typography>
          <Box component="ul" sx={{ m: 0, pl: 2.5 }}>
            {standards.map((one) => (
              <Typography key={one} component="li" variant="body2">
                {one}
              </Typography>
            ))}
          </Box>
        </>
      )}
      <Typography variant="body2">
        {kind === "task"
          ? t("Show it to your teacher, who ticks it off.")
          : releaseId === null
            ? t("Your teacher has not chosen the quiz yet.")
            : t("The quiz is “{{name}}”: {{line}}.", { name: releaseName ?? "", line: lineInWords(step) })}
      </Typography>
      {next?.state === "shut" && (
        <Typography variant="body2" sx={{ fontWeight: 700 }}>
          {t("Then “{{name}}” opens.", { name: next.name })}
        </Typography>
      )}
    </Box>
  );
}
