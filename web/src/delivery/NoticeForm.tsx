/** The rules of a release as a few sentences. Settings that cannot matter here do not show. */
import Alert from "@mui/material/Alert";
import Typography from "@mui/material/Typography";
import type { Quiz } from "@verdant/contract/assembly";
import { presets, type Openness, type Rules } from "@verdant/core/delivery/rules";
import { BeforeGoWords } from "./BeforeGoWords.tsx";
import { looksAtEach } from "@verdant/core/delivery/feedback";
import { isTimedPractice } from "@verdant/core/delivery/timed";
import { Word } from "../ui/Word.tsx";
import { WholeWords } from "./WholeWords.tsx";
import { t } from "../platform/words.ts";

const presetWords = [
  ["weeklyReview", t("a weekly review")],
  ["homework", t("homework")],
  ["check", t("a check")],
  ["test", t("a test")],
  ["sprint", t("timed practice")],
  ["preTest", t("a pre-test")],
] as const;
const opennessWords: readonly (readonly [Openness, string])[] = [
  ["everything", t("everything with the key")],
  ["why", t("which were right, and why")],
  ["which", t("which were right")],
  ["score", t("their score")],
  ["nothing", t("nothing")],
];
const fromWords = [
  ["eachQuestion", t("After each question, if they wish")],
  ["handIn", t("When they have handed in")],
  ["shut", t("When it has closed")],
  ["word", t("When you say so")],
] as const;
const secondWords = [
  ["none", t("there is no second answer")],
  ...[0, 25, 50, 75, 100].map((percent) => [String(percent), secondInWords(percent)] as const),
] as const;
const goesWords = [
  ["any", t("as many goes as they like")],
  ["1", t("one go")],
  ["2", t("two goes")],
  ["3", t("three goes")],
  ["5", t("five goes")],
] as const;
const waitWords = [
  ["0", t("without a wait")],
  ["1", t("an hour apart")],
  ["24", t("on different days")],
  ["48", t("two days apart")],
  ["168", t("a week apart")],
] as const;
const stopWords = [
  ["never", t("whatever they reach")],
  ...[50, 60, 70, 80, 90, 100].map(
    (percent) => [String(percent), t("until they reach {{percent}}%", { percent })] as const,
  ),
] as const;
const countsWords = [
  ["first", t("the first")],
  ["last", t("the last")],
  ["best", t("the best")],
  ["mean", t("the mean of all")],
] as const;
const limitWords = [
  ["none", t("without a time limit")],
  ...[2, 3, 5, 10, 15, 20, 30, 40, 45, 60, 90].map(
    (minutes) => [String(minutes), t("in {{minutes}} minutes", { minutes })] as const,
  ),
] as const;
const mixWords = [
  ["yes", t("mixed for each student")],
  ["no", t("in the order written")],
] as const;
const orderWords = [
  ["yes", t("in a mixed order of each student’s own")],
  ["no", t("in the same order for all")],
] as const;
const pagingWords = [
  ["one", t("one at a time, going back as they like")],
  ["all", t("all on one page")],
  ["forwardOnly", t("one at a time, without going back")],
] as const;

/** "a second answer counts half" */
function secondInWords(percent: number): string {
  if (percent === 0) return t("they answer once more, for nothing");
  if (percent === 50) return t("they answer once more, and that counts half");
  return percent === 100
    ? t("they answer once more, and that counts as much")
    : t("they answer once more, and that counts {{percent}}%", { percent });
}

export function NoticeForm({ quiz, rules, onChange }: { quiz: Quiz; rules: Rules; onChange: (rules: Rules) => void }) {
  const set = (change: Partial<Rules>) => {
    onChange({ ...rules, ...change });
  };
  const manyGoes = rules.goes !== 1;
  const mayLookAtEach = looksAtEach({ ...rules, openFrom: "eachQuestion" });
  return (
    <>
      <Typography sx={{ fontSize: 19, lineHeight: 2 }}>
        {t("This is")}{" "}
        <Word
          label={t("Preset")}
          value={rules.preset}
          choices={presetWords}
          onChange={(preset) => {
            onChange(presets[preset]);
          }}
        />{" "}
        {t("of {{count}} questions. Students have", { count: quiz.questions })}{" "}
        <Word
          label={t("Goes")}
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
              label={t("Wait between goes")}
              value={String(rules.waitHours)}
              choices={waitWords}
              onChange={(hours) => {
                set({ waitHours: Number(hours) });
              }}
            />
            ,{" "}
            <Word
              label={t("When goes end")}
              value={rules.stopAt === null ? "never" : String(rules.stopAt)}
              choices={stopWords}
              onChange={(percent) => {
                set({ stopAt: percent === "never" ? null : Number(percent) });
              }}
            />
            {t(", of which")}{" "}
            <Word
              label={t("Which go counts")}
              value={rules.counts}
              choices={countsWords}
              onChange={(counts) => {
                set({ counts });
              }}
            />{" "}
            {t("counts")}
          </>
        )}
        {t(", each")}{" "}
        <Word
          label={t("Time limit")}
          value={rules.timeLimitMinutes === null ? "none" : String(rules.timeLimitMinutes)}
          choices={limitWords}
          onChange={(limit) => {
            set({ timeLimitMinutes: limit === "none" ? null : Number(limit) });
          }}
        />
        {rules.timeLimitMinutes !== null && t(" (longer for those with extra time)")}
        {isTimedPractice(rules) && t(", by a clock that starts with the first question")}
        {t(". Questions come")}{" "}
        <Word
          label={t("Pages")}
          value={rules.paging}
          choices={pagingWords}
          onChange={(paging) => {
            set({ paging });
          }}
        />
        ,{" "}
        <Word
          label={t("Order of questions")}
          value={rules.ownOrder ? "yes" : "no"}
          choices={orderWords}
          onChange={(own) => {
            set({ ownOrder: own === "yes" });
          }}
        />
        {t("; options")}{" "}
        <Word
          label={t("Order of options")}
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
              label={t("From when students see it")}
              value={rules.openFrom === "eachQuestion" && !mayLookAtEach ? "handIn" : rules.openFrom}
              choices={fromWords.filter(([from]) => mayLookAtEach || from !== "eachQuestion")}
              onChange={(openFrom) => {
                set({ openFrom });
              }}
            />
            ,{" "}
          </>
        )}
        {t("{{openness}} see", { openness: rules.openness === "nothing" ? t("Afterwards they") : t("they") })}{" "}
        <Word
          label={t("What students see")}
          value={rules.openness}
          choices={opennessWords}
          onChange={(openness) => {
            set({ openness });
          }}
        />
        {looksAtEach(rules) && (
          <>
            {t("; where an answer was wrong")}{" "}
            <Word
              label={t("A second answer")}
              value={rules.second === null ? "none" : String(rules.second)}
              choices={secondWords}
              onChange={(second) => {
                set({ second: second === "none" ? null : Number(second) });
              }}
            />
          </>
        )}
        .{!rules.countsForPlan && t(" Its answers change no plan, since they come before the teaching.")}
      </Typography>
      <WholeWords points={quiz.expected.outOf} rules={rules} set={set} />
      <BeforeGoWords rules={rules} set={set} />
      {rules.paging === "forwardOnly" && (
        <Alert severity="warning" icon={false} sx={{ mt: 2 }}>
          {t(
            "Nobody can go back to an earlier question. Students are told before they begin, and once more at the first question.",
          )}
        </Alert>
      )}
    </>
  );
}
