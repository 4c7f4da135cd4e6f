/** The seating plan of a class: choose a student, then a seat. */
import Box from "@mui/material/Box";
import Button from "@mui/material/Button";
import ButtonBase from "@mui/material/ButtonBase";
import Paper from "@mui/material/Paper";
import Stack from "@mui/material/Stack";
import Typography from "@mui/material/Typography";
import { seatingLimits, type Seating } from "@verdant/contract/seating";
import { useState } from "react";
import { Link, useParams } from "react-router";
import { problemOf } from "../platform/problem.ts";
import { t } from "../platform/words.ts";
import { Page } from "../ui/Page.tsx";
import { Empty, Failed, Loading } from "../ui/States.tsx";
import { useToast } from "../ui/Toasts.tsx";
import { Word } from "../ui/Word.tsx";
import { useSetSeatingMutation, useShowSeatingQuery } from "./api.ts";
import { filled, planOf, seatedAt, seatsOf, unseated, whoSitsAt, type Plan } from "./seatPlan.ts";

export function SeatingPage() {
  const { classId = "" } = useParams();
  const { data, error, refetch } = useShowSeatingQuery({ params: { classId } }, { refetchOnMountOrArgChange: true });
  return (
    <Page
      title={data ? t("Seating plan of {{className}}", { className: data.className }) : t("Seating plan")}
      actions={
        <>
          <Button
            variant="outlined"
            onClick={() => {
              window.print();
            }}
          >
            {t("Print")}
          </Button>
          <Button component={Link} to={`/classes/${classId}`} variant="outlined">
            {t("Class")}
          </Button>
        </>
      }
    >
      {error && <Failed error={error} retry={() => void refetch()} />}
      {!data && !error && <Loading what={t("the seating plan")} />}
      {data?.students.length === 0 && <Empty>{t("Nobody is in the class yet.")}</Empty>}
      {data && data.students.length > 0 && (
        <PlanEditor key={classId} classId={classId} seating={data} refetch={refetch} />
      )}
    </Page>
  );
}

const sizes = (from: number, to: number) =>
  Array.from({ length: to - from + 1 }, (_, i) => String(from + i)).map((size) => [size, size] as const);

function PlanEditor(props: {
  classId: string;
  seating: Seating;
  refetch: () => Promise<{ readonly data?: Seating | undefined }>;
}) {
  const { classId, seating, refetch } = props;
  const [plan, setPlan] = useState<Plan>(() => planOf(seating));
  const used = { rows: mostOf(plan, "row"), columns: mostOf(plan, "column") };
  const [size, setSize] = useState({ rows: Math.max(5, used.rows), columns: Math.max(6, used.columns) });
  const [chosen, setChosen] = useState<string | null>(null);
  const [keep] = useSetSeatingMutation();
  const say = useToast();
  const { rows, columns } = { rows: Math.max(size.rows, used.rows), columns: Math.max(size.columns, used.columns) };
  const names = new Map(seating.students.map(({ studentId, name }) => [studentId, name]));
  const nameOf = (id: string) => names.get(id) ?? "";
  const without = seating.students.filter(({ studentId }) => !plan.has(studentId));

  const change = async (next: Plan, undo?: () => void) => {
    const before = plan;
    setPlan(next);
    setChosen(null);
    const { error } = await keep({ params: { classId }, body: { seats: seatsOf(next), before: seatsOf(before) } });
    if (error) {
      const now = problemOf(error).status === 409 ? (await refetch()).data : undefined;
      setPlan(now ? planOf(now) : before);
      say({ text: problemOf(error).detail, isError: true });
    } else if (undo) say({ text: t("Nobody has a seat now."), undo });
  };
  return (
    <Stack spacing={2}>
      <Typography variant="body2" color="textSecondary" sx={{ displayPrint: "none", maxWidth: 900 }}>
        {t(
          "Choose a student, then a seat. Where every student has an order of their own, neighbours (beside, in front, behind, across a corner) do not get the same question or a look-alike at the same place, as far as that can be. Goes that have begun keep their order.",
        )}
      </Typography>
      <Box sx={{ display: "flex", flexWrap: "wrap", gap: 1.5, alignItems: "center", displayPrint: "none" }}>
        <Typography variant="body2">
          <Word
            label={t("Rows")}
            value={String(rows)}
            choices={sizes(Math.max(1, used.rows), seatingLimits.rows)}
            onChange={(next) => {
              setSize({ ...size, rows: Number(next) });
            }}
          />{" "}
          {t("rows of")}{" "}
          <Word
            label={t("Seats in a row")}
            value={String(columns)}
            choices={sizes(Math.max(1, used.columns), seatingLimits.columns)}
            onChange={(next) => {
              setSize({ ...size, columns: Number(next) });
            }}
          />{" "}
          {t("seats")}
        </Typography>
        <Button
          size="small"
          variant="outlined"
          disabled={without.length === 0}
          onClick={() => {
            const ids = seating.students.map(({ studentId }) => studentId);
            void change(filled(plan, ids, rows, columns));
          }}
        >
          {t("Fill the free seats by name")}
        </Button>
        <Button
          size="small"
          disabled={plan.size === 0}
          onClick={() => {
            void change(new Map(), () => void change(plan));
          }}
        >
          {t("Clear all seats")}
        </Button>
      </Box>
      {without.length > 0 && (
        <Paper component="section" aria-label={t("Without a seat")} sx={{ p: 1.5, displayPrint: "none" }}>
          <Typography variant="body2" sx={{ fontWeight: 700, mb: 0.75 }}>
            {t("Without a seat")}
          </Typography>
          <Box sx={{ display: "flex", flexWrap: "wrap", gap: 0.75 }}>
            {without.map(({ studentId, name }) => (
              <Button
                key={studentId}
                size="small"
                variant={chosen === studentId ? "contained" : "outlined"}
                aria-pressed={chosen === studentId}
                onClick={() => {
                  setChosen(chosen === studentId ? null : studentId);
                }}
              >
                {name}
              </Button>
            ))}
          </Box>
        </Paper>
      )}
      <Paper component="section" tabIndex={0} aria-label={t("Seats")} sx={{ p: 2, overflowX: "auto" }}>
        <Typography variant="body2" color="textSecondary" sx={{ textAlign: "center", mb: 1 }}>
          {t("Front")}
        </Typography>
        <Box sx={{ display: "grid", gridTemplateColumns: `repeat(${columns}, minmax(96px, 1fr))`, gap: 0.75 }}>
          {Array.from({ length: rows * columns }, (_, i) => {
            const place = { row: Math.floor(i / columns) + 1, column: (i % columns) + 1 };
            const here = whoSitsAt(plan, place);
            return (
              <ButtonBase
                key={`${place.row} ${place.column}`}
                aria-pressed={here !== null && here === chosen}
                aria-label={t("Row {{row}}, seat {{column}}: {{who}}", {
                  ...place,
                  who: here === null ? t("free") : nameOf(here),
                })}
                onClick={() => {
                  if (chosen === null) setChosen(here);
                  else if (here === chosen) setChosen(null);
                  else void change(seatedAt(plan, chosen, place));
                }}
                sx={{
                  ...{ minHeight: 56, p: 0.5, borderRadius: 1.5, border: 1, fontSize: 13, lineHeight: 1.25 },
                  ...{ textAlign: "center", overflowWrap: "anywhere", hyphens: "auto", borderColor: "divider" },
                  ...(here === null && { borderStyle: "dashed", color: "text.secondary" }),
                  ...(here !== null && { bgcolor: "background.default", fontWeight: 700 }),
                  ...(here !== null && here === chosen && { borderColor: "primary.main", borderWidth: 2 }),
                }}
              >
                {here === null ? t("free") : nameOf(here)}
              </ButtonBase>
            );
          })}
        </Box>
      </Paper>
      {chosen !== null && (
        <Box role="status" sx={{ display: "flex", gap: 1.5, alignItems: "center", flexWrap: "wrap" }}>
          <Typography>{t("{{name}}: choose a seat.", { name: nameOf(chosen) })}</Typography>
          {plan.has(chosen) && (
            <Button size="small" variant="outlined" onClick={() => void change(unseated(plan, chosen))}>
              {t("Take the seat away")}
            </Button>
          )}
        </Box>
      )}
    </Stack>
  );
}

const mostOf = (plan: Plan, side: "row" | "column") => Math.max(0, ...[...plan.values()].map((place) => place[side]));
