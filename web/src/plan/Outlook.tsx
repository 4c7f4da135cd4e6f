/** Until the exam: mean recall with this plan, and with no more review. */
import Box from "@mui/material/Box";
import Paper from "@mui/material/Paper";
import Typography from "@mui/material/Typography";
import type { Plan } from "@verdant/contract/plan";
import { Line, LineChart, ResponsiveContainer, Tooltip, XAxis, YAxis } from "recharts";
import { bandOf } from "@verdant/core/plan/band";
import { bandInWords } from "../ui/dueReason.ts";
import { longDate, shortDate } from "../ui/dates.ts";
import { inAList, t } from "../platform/words.ts";

export function Outlook({ plan }: { plan: Plan }) {
  const last = plan.outlook.at(-1);
  const data = plan.outlook.map(({ on, planned, nothing }) => ({
    on: shortDate(on),
    planned: Math.round(planned * 100) / 10,
    nothing: Math.round(nothing * 100) / 10,
  }));
  return (
    <Paper sx={{ p: 2 }} component="section" aria-label={plan.examOn ? t("Until the exam") : t("The next half year")}>
      <Typography variant="h2">
        {plan.examOn ? t("Until the exam on {{examOn}}", { examOn: longDate(plan.examOn) }) : t("The next half year")}
      </Typography>
      {last && plan.topics.length === plan.untaught.length && (
        <Typography variant="body2" color="textSecondary" sx={{ mb: 1 }}>
          {t("Nothing has been taught yet, so there is nothing to foresee.")}
        </Typography>
      )}
      {last && plan.topics.length > plan.untaught.length && (
        <Typography variant="body2" color="textSecondary" sx={{ mb: 1 }}>
          {t(
            "With a return whenever a topic falls below 8 in 10: {{planned}} on {{on}}; with no more review {{nothing}}.",
            {
              planned: bandInWords(bandOf(last.planned)),
              on: longDate(last.on),
              nothing: bandInWords(bandOf(last.nothing)),
            },
          )}
          {plan.untaught.length > 0 &&
            t(" Not in it, since not taught yet: {{topics}}.", {
              topics: inAList([
                ...plan.untaught.slice(0, 6),
                ...(plan.untaught.length > 6 ? [t("{{total}} more", { total: plan.untaught.length - 6 })] : []),
              ]),
            })}
        </Typography>
      )}
      <Box sx={{ height: 190 }} aria-hidden>
        <ResponsiveContainer>
          <LineChart accessibilityLayer={false} data={data} margin={{ top: 6, right: 12, bottom: 0, left: -24 }}>
            <XAxis dataKey="on" interval="preserveStartEnd" minTickGap={50} tick={{ fontSize: 12 }} />
            <YAxis domain={[0, 10]} ticks={[0, 2, 4, 6, 8, 10]} tick={{ fontSize: 12 }} />
            <Tooltip formatter={(value) => `${String(value)} in 10`} />
            <Line
              name={t("with this plan")}
              dataKey="planned"
              stroke="var(--mui-palette-primary-main)"
              strokeWidth={2.5}
              dot={false}
              isAnimationActive={false}
            />
            <Line
              name={t("no more review")}
              dataKey="nothing"
              stroke="var(--mui-palette-text-secondary)"
              strokeDasharray="5 4"
              dot={false}
              isAnimationActive={false}
            />
          </LineChart>
        </ResponsiveContainer>
      </Box>
      <Typography variant="caption" color="textSecondary">
        {t("Whole line: with this plan. Dashed: no more review.")}
      </Typography>
    </Paper>
  );
}
