/** The return grid: weeks across, topics down; a square where taught, beads at returns, recall as the tint. */
import Box from "@mui/material/Box";
import Link from "@mui/material/Link";
import Paper from "@mui/material/Paper";
import type { Result } from "@verdant/contract/endpoint";
import type { Plan } from "@verdant/contract/plan";
import type { listRemedyDays } from "@verdant/contract/remedies";
import { Link as RouterLink } from "react-router";
import { Bead } from "../ui/Bead.tsx";
import { shortDate } from "../ui/dates.ts";
import { useListRemedyDaysQuery } from "../remedies/api.ts";
import { useReturns } from "./api.ts";
import { WhatIsThis } from "../ui/WhatIsThis.tsx";
import { t } from "../platform/words.ts";

type Topic = Plan["topics"][number];
type Return = Plan["returns"][number];
type RemedyDay = Result<typeof listRemedyDays>["days"][number];

/** The column of names; narrower on a phone, where weeks are what is looked for. */
const names = { xs: 106, md: 176 };

/** Where not all weeks have room, those from now on are what is looked for: a little of what was stays in sight. */
const weeksBefore = 2;
function startAtNow(grid: HTMLElement | null): void {
  const now = grid?.querySelector<HTMLElement>("[data-now]");
  if (grid && now) {
    const beside = grid.querySelector<HTMLElement>("[role=rowheader]")?.offsetWidth ?? names.md;
    grid.scrollLeft = now.offsetLeft - beside - weeksBefore * now.offsetWidth;
  }
}

export function ReturnGrid({ plan }: { plan: Plan }) {
  const { bringBack, takeBack, isPlanning } = useReturns(plan.classId);
  const { data: done } = useListRemedyDaysQuery({ params: { classId: plan.classId } });
  const inWeek = (date: string, monday: string) => date >= monday && date < addDays(monday, 7);
  const columns = {
    display: "grid",
    gridTemplateColumns: {
      xs: `${String(names.xs)}px repeat(${String(plan.weeks.length)}, minmax(34px, 1fr))`,
      md: `${String(names.md)}px repeat(${String(plan.weeks.length)}, minmax(34px, 1fr))`,
    },
    gap: "3px",
  };
  return (
    <Paper ref={startAtNow} sx={{ p: 1.5, overflowX: "auto", position: "relative" }}>
      <Box role="table" aria-label={t("Returns by week")} sx={{ minWidth: { xs: 750, md: 820 } }}>
        <Box role="row" sx={{ ...columns, mb: 0.5 }}>
          <span role="columnheader" aria-label={t("Topic")} />
          {plan.weeks.map(({ monday, isClosed }) => {
            const isNow = inWeek(plan.today, monday);
            return (
              <Box
                key={monday}
                role="columnheader"
                data-now={isNow || undefined}
                sx={{
                  fontSize: 11.5,
                  textAlign: "center",
                  color: isNow ? "primary.main" : "text.secondary",
                  fontWeight: isNow ? 700 : 400,
                  fontStyle: isClosed ? "italic" : "normal",
                  whiteSpace: "nowrap",
                }}
              >
                {isNow ? t("this week") : shortDate(monday)}
              </Box>
            );
          })}
        </Box>
        {plan.topics.map((topic) => (
          <Box key={topic.topicId} role="row" sx={{ ...columns, mb: "3px" }}>
            <Box
              role="rowheader"
              sx={{
                // The weeks go by under the names.
                position: "sticky",
                left: -12,
                zIndex: 1,
                bgcolor: "background.paper",
                fontSize: 13.5,
                display: "flex",
                alignItems: "center",
                justifyContent: "flex-end",
                pr: 1,
                textAlign: "right",
                lineHeight: 1.1,
              }}
            >
              <Link
                component={RouterLink}
                to={`/before/${topic.topicId}`}
                title={t("Before you teach")}
                color="inherit"
                underline="hover"
              >
                {topic.name}
              </Link>
            </Box>
            {plan.weeks.map(({ monday, isClosed }, i) => (
              <Cell
                key={monday}
                topic={topic}
                monday={monday}
                isClosed={isClosed}
                isNow={inWeek(plan.today, monday)}
                isAhead={addDays(monday, 6) >= plan.today}
                recall={topic.forecast[i] ?? null}
                isTaught={topic.taughtOn !== null && inWeek(topic.taughtOn, monday)}
                returns={plan.returns.filter((one) => one.topicId === topic.topicId && inWeek(one.on, monday))}
                remedies={done?.days.filter((one) => one.topicId === topic.topicId && inWeek(one.on, monday)) ?? []}
                isBusy={isPlanning}
                bringBack={() => void bringBack(topic, monday > plan.today ? monday : null)}
                takeBack={(on) => void takeBack(topic.topicId, on)}
              />
            ))}
          </Box>
        ))}
      </Box>
      <Legend />
    </Paper>
  );
}

function Cell(props: {
  topic: Topic;
  monday: string;
  isClosed: boolean;
  isNow: boolean;
  isAhead: boolean;
  recall: number | null;
  isTaught: boolean;
  returns: readonly Return[];
  remedies: readonly RemedyDay[];
  isBusy: boolean;
  bringBack: () => void;
  takeBack: (on: string) => void;
}) {
  const { topic, monday, isClosed, isNow, isAhead, recall, isTaught, returns, remedies, isBusy } = props;
  const { bringBack, takeBack } = props;
  const planned = returns.find((one) => one.state === "planned");
  const held = returns.find((one) => one.state === "held");
  const suggested = returns.find((one) => one.state === "suggested");
  const mayPlan = isAhead && !isClosed && !planned && topic.taughtOn !== null;
  const said = [
    ...(isTaught ? [t("taught")] : []),
    ...remedies.map(({ kind, on }) => remedyNames[kind](shortDate(on))),
    ...(held
      ? [t("came back, {{right}} of {{answers}} right", { right: Math.round(held.right), answers: held.answers })]
      : []),
    ...(planned ? [t("planned for {{on}}", { on: shortDate(planned.on) })] : []),
    ...(suggested ? [t("due {{on}}", { on: shortDate(suggested.on) })] : []),
    ...(recall === null ? [] : [t("recall about {{recall}} in 10", { recall: Math.round(recall * 10) })]),
  ].join("; ");
  const content = held ? (
    <Bead mark={topic.strand.letter} hue={topic.strand.hue} size={20} />
  ) : planned || suggested ? (
    <Box sx={{ opacity: planned ? 1 : 0.6, display: "flex" }}>
      <Bead mark={topic.strand.letter} hue={topic.strand.hue} size={20} state="planned" />
    </Box>
  ) : isTaught ? (
    <Box sx={{ width: 13, height: 13, borderRadius: "2px", bgcolor: `var(--unit-${topic.strand.hue % 10})` }} />
  ) : null;
  const look = {
    display: "flex",
    alignItems: "center",
    justifyContent: "center",
    height: 28,
    width: "100%",
    p: 0,
    border: 0,
    borderRadius: "4px",
    outlineOffset: -2,
    position: "relative",
    bgcolor: isClosed ? "transparent" : "action.hover",
    boxShadow: isNow ? "inset 0 0 0 1.5px var(--mui-palette-primary-main)" : undefined,
    "&::before": {
      content: '""',
      position: "absolute",
      inset: 0,
      borderRadius: "4px",
      bgcolor: "primary.main",
      opacity: recall === null ? 0 : 0.08 + 0.5 * Math.max(0, (recall - 0.4) / 0.6),
    },
    "& > *": { position: "relative" },
  } as const;
  return (
    <Box role="cell">
      {planned || mayPlan ? (
        <Box
          component="button"
          type="button"
          disabled={isBusy}
          title={said}
          aria-label={t("{{topic}}, week of {{monday}}{{said}}. {{planned}}", {
            topic: topic.name,
            monday: shortDate(monday),
            said: said ? `: ${said}` : "",
            planned: planned ? t("Remove the return") : t("Plan a return"),
          })}
          onClick={() => {
            if (planned) takeBack(planned.on);
            else bringBack();
          }}
          sx={{
            ...look,
            cursor: "pointer",
            "&:hover": { boxShadow: "inset 0 0 0 2px var(--mui-palette-warning-main)" },
          }}
        >
          {content}
          {remedies.length > 0 && <RemedyMark sx={inCorner} />}
        </Box>
      ) : (
        <Box sx={look} title={said} {...(said !== "" && { role: "img", "aria-label": `${topic.name}: ${said}` })}>
          {content}
          {remedies.length > 0 && <RemedyMark sx={inCorner} />}
        </Box>
      )}
    </Box>
  );
}

const remedyNames = {
  starter: (on: string) => t("starter shown {{on}}", { on }),
  taughtAgain: (on: string) => t("taught again {{on}}", { on }),
} as const;

/** Something was done about wrong answers. */
const RemedyMark = ({ sx = {} }: { sx?: object }) => (
  <Box sx={{ width: 8, height: 8, flex: "none", transform: "rotate(45deg)", bgcolor: "text.primary", ...sx }} />
);
/** Beside whatever else stands in the cell. */
const inCorner = { "&&": { position: "absolute" }, top: 3, right: 3 };

function Legend() {
  return (
    <Box
      sx={{
        display: "flex",
        gap: 3,
        mt: 1,
        fontSize: 13,
        color: "text.secondary",
        alignItems: "center",
        flexWrap: "wrap",
      }}
    >
      <Box sx={{ display: "flex", gap: 0.75, alignItems: "center" }}>
        <Box sx={{ width: 13, height: 13, bgcolor: "var(--unit-0)", borderRadius: "2px" }} /> {t("taught")}
      </Box>
      <Box sx={{ display: "flex", gap: 0.75, alignItems: "center" }}>
        <Bead mark="R" hue={0} size={18} /> {t("came back")}
      </Box>
      <Box sx={{ display: "flex", gap: 0.75, alignItems: "center" }}>
        <Bead mark="R" hue={0} size={18} state="planned" /> {t("planned, or faint: due by then")}
      </Box>
      <Box sx={{ display: "flex", gap: 1, alignItems: "center" }}>
        <RemedyMark /> {t("starter shown, or taught again")}
      </Box>
      <Box sx={{ flex: "1 1 240px" }}>
        {t("Tap a cell to plan a return in that week; tap a planned one to remove it.")}
      </Box>
      <Box sx={{ display: "flex", gap: "2px", alignItems: "center" }}>
        {t("recall")}
        <WhatIsThis term="recall" />
        {[0.1, 0.25, 0.4, 0.58].map((opacity) => (
          <Box key={opacity} sx={{ width: 16, height: 14, bgcolor: "primary.main", opacity }} />
        ))}
        {t("weak to strong")}
      </Box>
    </Box>
  );
}

const addDays = (date: string, days: number) =>
  new Date(Date.parse(`${date}T00:00:00Z`) + days * 86_400_000).toISOString().slice(0, 10);
