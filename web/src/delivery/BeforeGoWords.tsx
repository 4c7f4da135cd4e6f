/** The words of the notice about what opens a go: a reflection, the teacher's go-ahead, another release. */
import Typography from "@mui/material/Typography";
import { usualReflection } from "@verdant/core/delivery/reflection";
import type { BeforeGo, Rules } from "@verdant/core/delivery/rules";
import { t } from "../platform/words.ts";
import { Word } from "../ui/Word.tsx";
import { useShowReflectionFormQuery } from "./api.ts";
import { GateField } from "./GateField.tsx";
import { ReflectionEditor } from "./ReflectionEditor.tsx";

const fromWords = [
  ["1", t("every go")],
  ["2", t("every go but the first")],
] as const;
const needWords = [
  ["nothing", t("nothing more")],
  ["goAhead", t("your go-ahead")],
  ["reflection", t("to look back")],
  ["both", t("to look back, and your go-ahead")],
] as const;
const gateWords = [
  ["no", t("to all")],
  ["yes", t("to those who did well enough in another quiz")],
] as const;

type Need = (typeof needWords)[number][0];

const needOf = (before: BeforeGo | null): Need =>
  before === null ? "nothing" : before.reflection === null ? "goAhead" : before.goAhead ? "both" : "reflection";

export function BeforeGoWords({ rules, set }: { rules: Rules; set: (change: Partial<Rules>) => void }) {
  const form = useShowReflectionFormQuery().data?.questions ?? usualReflection;
  const { before, gate, goes } = rules;
  const need = (next: Need) => {
    if (next === "nothing") {
      set({ before: null });
      return;
    }
    const reflects = next === "reflection" || next === "both";
    set({
      before: {
        // Whoever has one go has no other to look back at.
        fromGo: before?.fromGo ?? (goes === 1 ? 1 : 2),
        goAhead: next === "goAhead" || next === "both",
        reflection: reflects ? (before?.reflection ?? form) : null,
      },
    });
  };
  return (
    <>
      <Typography sx={{ fontSize: 19, lineHeight: 2, mt: 1 }}>
        {t("It opens")}{" "}
        <Word
          label={t("To whom it opens")}
          value={gate === null ? "no" : "yes"}
          choices={gateWords}
          onChange={(isGated) => {
            set({ gate: isGated === "no" ? null : { releaseId: "", percent: 70, by: "mark" } });
          }}
        />
        {t(". Before")}{" "}
        {goes === 1 ? (
          t("it")
        ) : before === null ? (
          t("a go")
        ) : (
          <Word
            label={t("Before which go")}
            value={before.fromGo === 1 ? "1" : "2"}
            choices={fromWords}
            onChange={(from) => {
              set({ before: { ...before, fromGo: from === "1" ? 1 : 2 } });
            }}
          />
        )}{" "}
        {t("they need")}{" "}
        <Word
          label={t("Needed before a go")}
          value={needOf(before)}
          choices={goes === 1 ? needWords.filter(([name]) => name === "nothing" || name === "goAhead") : needWords}
          onChange={need}
        />
        .
      </Typography>
      {gate && (
        <GateField
          gate={gate}
          onChange={(next) => {
            set({ gate: next });
          }}
        />
      )}
      {before?.reflection && (
        <ReflectionEditor
          questions={before.reflection}
          form={form}
          onChange={(reflection) => {
            set({ before: { ...before, reflection } });
          }}
        />
      )}
    </>
  );
}
