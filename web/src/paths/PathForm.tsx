/** Writing a path: its steps in their order, the quiz of each, and when it is done. */
import Alert from "@mui/material/Alert";
import Autocomplete from "@mui/material/Autocomplete";
import Box from "@mui/material/Box";
import Button from "@mui/material/Button";
import IconButton from "@mui/material/IconButton";
import MenuItem from "@mui/material/MenuItem";
import Paper from "@mui/material/Paper";
import TextField from "@mui/material/TextField";
import Typography from "@mui/material/Typography";
import { pathLimits, type Path, type StepDraft } from "@verdant/contract/paths";
import { stepKinds } from "@verdant/core/paths/path";
import { ArrowDown, ArrowUp } from "lucide-react";
import { useDeferredValue, useState, type ReactNode } from "react";
import { useListResultsInfiniteQuery } from "../insight/api.ts";
import { problemOf } from "../platform/problem.ts";
import { t } from "../platform/words.ts";
import { shortDate } from "../ui/dates.ts";
import { AddRow, RemoveRow } from "../ui/RowButtons.tsx";
import { DayField } from "../ui/DateFields.tsx";
import { Word } from "../ui/Word.tsx";
import { kindWords } from "../ui/stepInWords.ts";

/** A step in the form; `key` holds its row together while it moves. */
export interface Draft extends StepDraft {
  readonly key: string;
  readonly releaseName: string | null;
}

export const newStep = (kind: StepDraft["kind"]): Draft => ({
  key: crypto.randomUUID(),
  id: null,
  kind,
  name: "",
  releaseId: null,
  releaseName: null,
  percent: kind === "check" ? 70 : null,
  by: "best",
  dueOn: null,
});

export const draftsOf = ({ steps }: Path): Draft[] => steps.map((step) => ({ ...step, key: step.id }));

const toBody = ({ key: _, releaseName: __, ...step }: Draft): StepDraft =>
  step.kind === "task" ? { ...step, releaseId: null, percent: null } : step;

export function PathForm(props: {
  classId: string;
  name: string;
  steps: readonly Draft[];
  /** Ticks at each step, by its id: they go with it. */
  ticksAt: (stepId: string) => number;
  error: unknown;
  isSaving: boolean;
  save: (body: { name: string; steps: StepDraft[] }) => void;
  children: ReactNode;
}) {
  const { classId, ticksAt, error, isSaving, save, children } = props;
  const [name, setName] = useState(props.name);
  const [steps, setSteps] = useState(props.steps);
  const change = (key: string, part: Partial<Draft>) => {
    setSteps((before) => before.map((one) => (one.key === key ? { ...one, ...part } : one)));
  };
  const move = (at: number, by: -1 | 1) => {
    setSteps((before) => {
      const next = [...before];
      const [moved] = next.splice(at, 1);
      if (moved) next.splice(at + by, 0, moved);
      return next;
    });
  };
  const gone = props.steps.filter((one) => !steps.some(({ key }) => key === one.key));
  const ticksGone = gone.reduce((sum, { id }) => sum + (id === null ? 0 : ticksAt(id)), 0);
  const problem = error === undefined ? null : problemOf(error);
  const fields = problem?.fields ?? {};
  return (
    <Box
      component="form"
      noValidate
      onSubmit={(event) => {
        event.preventDefault();
        save({ name, steps: steps.map(toBody) });
      }}
    >
      <TextField
        label={t("Name of the path")}
        value={name}
        required
        error={fields["/body/name"] !== undefined}
        helperText={fields["/body/name"] ?? t("Students see it.")}
        onChange={(event) => {
          setName(event.target.value);
        }}
        sx={{ maxWidth: 560, width: "100%", mb: 2 }}
      />
      <Box component="ol" aria-label={t("Steps")} sx={{ m: 0, p: 0, listStyle: "none" }}>
        {steps.map((step, at) => (
          <StepRow
            key={step.key}
            classId={classId}
            step={step}
            at={at}
            isLast={at === steps.length - 1}
            errorAt={(field) => fields[`/body/steps/${String(at)}/${field}`]}
            change={(part) => {
              change(step.key, part);
            }}
            move={(by) => {
              move(at, by);
            }}
            remove={() => {
              setSteps((before) => before.filter((one) => one.key !== step.key));
            }}
          />
        ))}
      </Box>
      <Box sx={{ display: "flex", flexWrap: "wrap", gap: 1, mb: 2 }}>
        {steps.length < pathLimits.steps &&
          stepKinds.map((kind) => (
            <AddRow
              key={kind}
              add={() => {
                setSteps((before) => [...before, newStep(kind)]);
              }}
            >
              {addWords[kind]}
            </AddRow>
          ))}
      </Box>
      {ticksGone > 0 && (
        <Alert severity="warning" sx={{ mb: 2 }}>
          {t("{{count}} ticks go with the step that you removed.", { count: ticksGone })}
        </Alert>
      )}
      {problem && (
        <Alert severity="error" sx={{ mb: 2 }}>
          {problem.detail}
        </Alert>
      )}
      <Box sx={{ display: "flex", flexWrap: "wrap", gap: 1 }}>
        <Button type="submit" variant="contained" disabled={isSaving || steps.length === 0}>
          {t("Save the path")}
        </Button>
        {children}
      </Box>
    </Box>
  );
}

const addWords = { practice: t("Add practice"), task: t("Add a task"), check: t("Add a check") } as const;
const nameWords = {
  practice: t("What students practise"),
  task: t("What they do or talk about"),
  check: t("What they show"),
} as const;
const percents = [50, 60, 70, 75, 80, 90, 100];
const percentWords = [
  ["none", t("with the first go")] as const,
  ...percents.map((percent) => [String(percent), t("from {{percent}}% on", { percent })] as const),
];
const byWords = [
  ["best", t("by the best go")],
  ["mark", t("by the mark that counts")],
] as const;

function StepRow(props: {
  classId: string;
  step: Draft;
  at: number;
  isLast: boolean;
  errorAt: (field: string) => string | undefined;
  change: (part: Partial<Draft>) => void;
  move: (by: -1 | 1) => void;
  remove: () => void;
}) {
  const { classId, step, at, isLast, errorAt, change, move, remove } = props;
  const number = at + 1;
  return (
    <Paper component="li" variant="outlined" sx={{ p: 2, mb: 1.5 }} aria-label={t("Step {{number}}", { number })}>
      <Box sx={{ display: "flex", alignItems: "center", gap: 0.5, mb: 1 }}>
        <Typography sx={{ fontWeight: 700, flex: 1 }}>{t("Step {{number}}", { number })}</Typography>
        <IconButton
          aria-label={t("Move step {{number}} up", { number })}
          disabled={at === 0}
          onClick={() => {
            move(-1);
          }}
        >
          <ArrowUp size={16} />
        </IconButton>
        <IconButton
          aria-label={t("Move step {{number}} down", { number })}
          disabled={isLast}
          onClick={() => {
            move(1);
          }}
        >
          <ArrowDown size={16} />
        </IconButton>
        <RemoveRow what={t("step {{number}}", { number })} remove={remove} />
      </Box>
      <Box
        sx={{
          display: "grid",
          gap: 1.5,
          gridTemplateColumns: { xs: "minmax(0, 1fr)", md: "140px minmax(0, 2fr) minmax(0, 2fr) 170px" },
          alignItems: "start",
        }}
      >
        <TextField
          select
          size="small"
          label={t("Kind of step {{number}}", { number })}
          value={step.kind}
          onChange={(event) => {
            const kind = stepKinds.find((one) => one === event.target.value) ?? step.kind;
            change({ kind, ...(kind === "check" && step.percent === null ? { percent: 70 } : {}) });
          }}
        >
          {stepKinds.map((kind) => (
            <MenuItem key={kind} value={kind}>
              {kindWords[kind]}
            </MenuItem>
          ))}
        </TextField>
        <TextField
          size="small"
          required
          label={`${nameWords[step.kind]} (${String(number)})`}
          value={step.name}
          error={errorAt("name") !== undefined}
          helperText={errorAt("name")}
          onChange={(event) => {
            change({ name: event.target.value.replaceAll("\n", " ") });
          }}
          multiline
          maxRows={4}
          slotProps={{ htmlInput: { maxLength: pathLimits.stepName } }}
        />
        {step.kind === "task" ? (
          <Typography variant="body2" color="textSecondary" sx={{ pt: 1 }}>
            {t("A teacher ticks it off.")}
          </Typography>
        ) : (
          <QuizField
            classId={classId}
            label={t("Quiz of step {{number}}", { number })}
            chosen={step.releaseId === null ? null : { id: step.releaseId, name: step.releaseName ?? "" }}
            error={errorAt("releaseId")}
            choose={(one) => {
              change({ releaseId: one?.id ?? null, releaseName: one?.name ?? null });
            }}
          />
        )}
        <DayField
          label={t("By (if at all), step {{number}}", { number })}
          value={step.dueOn ?? ""}
          error={errorAt("dueOn") !== undefined}
          helperText={errorAt("dueOn")}
          onChange={(day) => {
            change({ dueOn: day === "" ? null : day });
          }}
        />
      </Box>
      {step.kind !== "task" && (
        <Typography variant="body2" sx={{ mt: 1 }}>
          {t("Done")}{" "}
          <Word
            label={t("When step {{number}} is done", { number })}
            value={step.percent === null ? "none" : String(step.percent)}
            choices={
              step.percent === null || percents.includes(step.percent)
                ? percentWords
                : [...percentWords, [String(step.percent), t("from {{percent}}% on", { percent: step.percent })]]
            }
            onChange={(percent) => {
              change({ percent: percent === "none" ? null : Number(percent) });
            }}
          />
          {step.percent !== null && (
            <>
              {", "}
              <Word
                label={t("Which go counts at step {{number}}", { number })}
                value={step.by}
                choices={byWords}
                onChange={(by) => {
                  change({ by });
                }}
              />
            </>
          )}
          {". "}
          {step.kind === "check" &&
            (at === 0
              ? t("It stands first, so it is open from the beginning.")
              : t("It is closed until all before it is done."))}
        </Typography>
      )}
    </Paper>
  );
}

function QuizField(props: {
  classId: string;
  label: string;
  chosen: { id: string; name: string } | null;
  error: string | undefined;
  choose: (release: { id: string; name: string } | null) => void;
}) {
  const { classId, label, chosen, error, choose } = props;
  const [text, setText] = useState("");
  const words = useDeferredValue(text.trim());
  const { data } = useListResultsInfiniteQuery({ classId, ...(words === "" ? {} : { text: words }) });
  const found = (data?.pages[0]?.releases ?? []).map(({ id, name, opensAt }) => ({ id, name, opensAt }));
  return (
    <Autocomplete<{ id: string; name: string; opensAt?: string }>
      size="small"
      options={found}
      value={chosen}
      filterOptions={(all) => all}
      getOptionLabel={(one) => (one.opensAt === undefined ? one.name : `${one.name} · ${shortDate(one.opensAt)}`)}
      isOptionEqualToValue={(one, other) => one.id === other.id}
      noOptionsText={t("The class has no released quiz with these words.")}
      onInputChange={(_, typed, why) => {
        if (why === "input") setText(typed);
      }}
      onChange={(_, one) => {
        choose(one);
      }}
      renderInput={(params) => (
        <TextField
          {...params}
          label={label}
          error={error !== undefined}
          helperText={error ?? (chosen === null ? t("Choose one that the class has, now or later.") : undefined)}
        />
      )}
    />
  );
}
