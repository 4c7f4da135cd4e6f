/** The rules of a release as a few sentences. Settings that cannot matter here do not show. */
import Alert from "@mui/material/Alert";
import Typography from "@mui/material/Typography";
import type { Quiz } from "@verdant/contract/assembly";
import { presets, type Openness, type Rules } from "@verdant/core/delivery/rules";
import { counted } from "../ui/dates.ts";
import { Word } from "../ui/Word.tsx";

const presetWords = [
  ["weeklyReview", "a weekly review"],
  ["homework", "homework"],
  ["check", "a check"],
  ["test", "a test"],
  ["sprint", "a sprint"],
  ["preTest", "a pre-test"],
] as const;
const opennessWords: readonly (readonly [Openness, string])[] = [
  ["everything", "everything with the key"],
  ["why", "which were right, and why"],
  ["which", "which were right"],
  ["score", "their score"],
  ["nothing", "nothing"],
];
const fromWords = [
  ["handIn", "When they have handed in"],
  ["shut", "When it has shut"],
  ["word", "When you say so"],
] as const;
const goesWords = [
  ["any", "as many goes as they like"],
  ["1", "one go"],
  ["2", "two goes"],
  ["3", "three goes"],
  ["5", "five goes"],
] as const;
const waitWords = [
  ["0", "without a wait"],
  ["1", "an hour apart"],
  ["24", "on different days"],
  ["48", "two days apart"],
  ["168", "a week apart"],
] as const;
const countsWords = [
  ["first", "the first"],
  ["last", "the last"],
  ["best", "the best"],
  ["mean", "the mean of all"],
] as const;
const limitWords = [
  ["none", "without a time limit"],
  ...[2, 3, 5, 10, 15, 20, 30, 40, 45, 60, 90].map((minutes) => [String(minutes), `in ${minutes} minutes`] as const),
] as const;
const mixWords = [
  ["yes", "mixed for each student"],
  ["no", "in the order written"],
] as const;
const orderWords = [
  ["yes", "in a woven order of each student’s own"],
  ["no", "in the same order for all"],
] as const;
const pagingWords = [
  ["one", "one at a time, going back as they like"],
  ["all", "all on one page"],
  ["forwardOnly", "one at a time, without going back"],
] as const;

export function NoticeForm({ quiz, rules, onChange }: { quiz: Quiz; rules: Rules; onChange: (rules: Rules) => void }) {
  const set = (change: Partial<Rules>) => {
    onChange({ ...rules, ...change });
  };
  const manyGoes = rules.goes !== 1;
  return (
    <>
      <Typography sx={{ fontSize: 19, lineHeight: 2 }}>
        This is{" "}
        <Word
          label="Preset"
          value={rules.preset}
          choices={presetWords}
          onChange={(preset) => {
            onChange(presets[preset]);
          }}
        />{" "}
        of {counted(quiz.questions, "question")}. Students have{" "}
        <Word
          label="Goes"
          value={rules.goes === null ? "any" : String(rules.goes)}
          choices={goesWords}
          onChange={(goes) => {
            set({ goes: goes === "any" ? null : Number(goes) });
          }}
        />
        {manyGoes && (
          <>
            {" "}
            <Word
              label="Wait between goes"
              value={String(rules.waitHours)}
              choices={waitWords}
              onChange={(hours) => {
                set({ waitHours: Number(hours) });
              }}
            />
            , of which{" "}
            <Word
              label="Which go counts"
              value={rules.counts}
              choices={countsWords}
              onChange={(counts) => {
                set({ counts });
              }}
            />{" "}
            counts
          </>
        )}
        , each{" "}
        <Word
          label="Time limit"
          value={rules.timeLimitMinutes === null ? "none" : String(rules.timeLimitMinutes)}
          choices={limitWords}
          onChange={(limit) => {
            set({ timeLimitMinutes: limit === "none" ? null : Number(limit) });
          }}
        />
        {rules.timeLimitMinutes !== null && " (longer for those with extra time)"}. Questions come{" "}
        <Word
          label="Pages"
          value={rules.paging}
          choices={pagingWords}
          onChange={(paging) => {
            set({ paging });
          }}
        />
        ,{" "}
        <Word
          label="Order of questions"
          value={rules.ownOrder ? "yes" : "no"}
          choices={orderWords}
          onChange={(own) => {
            set({ ownOrder: own === "yes" });
          }}
        />
        ; options{" "}
        <Word
          label="Order of options"
          value={rules.optionsMix ? "yes" : "no"}
          choices={mixWords}
          onChange={(mix) => {
            set({ optionsMix: mix === "yes" });
          }}
        />
        .{" "}
        {rules.openness !== "nothing" && (
          <>
            <Word
              label="From when students see it"
              value={rules.openFrom}
              choices={fromWords}
              onChange={(openFrom) => {
                set({ openFrom });
              }}
            />
            ,{" "}
          </>
        )}
        {rules.openness === "nothing" ? "Afterwards they" : "they"} see{" "}
        <Word
          label="What students see"
          value={rules.openness}
          choices={opennessWords}
          onChange={(openness) => {
            set({ openness });
          }}
        />
        .{!rules.countsForPlan && " Its answers change no plan, since they come before the teaching."}
      </Typography>
      {rules.paging === "forwardOnly" && (
        <Alert severity="warning" icon={false} sx={{ mt: 2 }}>
          Nobody can go back to an earlier question. Students are told before they begin, and once more at the first
          question.
        </Alert>
      )}
    </>
  );
}
