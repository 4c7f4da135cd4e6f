/** What the checker found, why it matters, and what one click would do, in words. */
import type { Finding, FindingTerms, RuleName } from "@verdant/core/checker/finding";
import type { Misspelt } from "@verdant/core/checker/spelling";
import { inAList, t } from "../platform/words.ts";

interface Words {
  readonly text: string;
  readonly reason: string;
  /** On the button that mends it, where one click can. */
  readonly mend: string;
}

type Of = Required<FindingTerms> & { readonly misspelt: readonly Misspelt[] };

const words: Readonly<Record<RuleName, (of: Of) => Omit<Words, "mend"> & { readonly mend?: string }>> = {
  keyLongest: () => ({
    text: t("The right answer is much longer than the others."),
    reason: t("Students learn that the longest answer is the right one. Shorten it, or say as much in the others."),
  }),
  keyPlace: ({ n, of, to }) => ({
    text: t("The right answer stands in place {{n}}, as in your last {{of}} items.", { n, of }),
    reason: t("Where options do not mix, as on paper, students learn the place instead of the answer."),
    mend: t("Move it to place {{to}}", { to }),
  }),
  nearEqual: ({ word, other }) => ({
    text: t("{{word}} and {{other}} can hardly be told apart.", { word, other }),
    reason: t("Two options that say the same cannot both be judged; a clever student rules both out."),
  }),
  absoluteWords: ({ word, other }) => ({
    text: t("Only a wrong answer says “{{word}}”: {{other}}.", { word, other }),
    reason: t("Words without exception mark an answer as wrong for whoever knows nothing of the matter."),
  }),
  echoOfStem: ({ word }) => ({
    text: t("“{{word}}” stands in the question and in the right answer only.", { word }),
    reason: t("The echo points at the key. Use another word, or let a wrong option echo too."),
  }),
  articleGivesAway: ({ word }) => ({
    text: t("“{{word}}” at the end of the question fits only some of the options.", { word }),
    reason: t("Grammar rules the others out. Put the article into each option, or write “a or an”."),
  }),
  aboveMixes: ({ word }) => ({
    text: t("{{word}} would mix with the other options.", { word }),
    reason: t("It makes sense in the last place only."),
    mend: t("Put it last and hold it there"),
  }),
  citesPlace: ({ word }) => ({
    text: t("“{{word}}” names an option by its place.", { word }),
    reason: t("Options come in another order for each student. Name it by its words, or hold all options in place."),
    mend: t("Hold all options in place"),
  }),
  naturalOrder: () => ({
    text: t("The options are numbers, but not in their order."),
    reason: t("In order nobody has to search; and the place of the key then says nothing."),
    mend: t("Put them in order and hold them there"),
  }),
  repeatedBeginning: ({ word }) => ({
    text: t("Every option begins with “{{word}}”.", { word }),
    reason: t("Words that all options share belong into the question: then there is less to read."),
  }),
  everythingRight: () => ({
    text: t("Every option is right."),
    reason: t("Whoever ticks everything gets all the credit. Add one that is wrong."),
  }),
  negationUnmarked: ({ word }) => ({
    text: t("“{{word}}” turns the question round and is easily overlooked.", { word }),
    reason: t("Make it stand out, or better ask for what is true."),
    mend: t("Make “{{word}}” bold", { word }),
  }),
  doubleNegation: ({ n }) => ({
    text: t("The question is negative, and so is option {{n}}.", { n }),
    reason: t("Two negations test reading, not the subject."),
  }),
  spelling: ({ misspelt, word }) => ({
    text: t("Not in the dictionary: {{words}}.", { words: inAList(misspelt.map(suggested)) }),
    reason: t("A slip in a word distracts, and in a key it costs points."),
    mend: word === "" ? t("Write what is suggested") : t("Write “{{word}}”", { word }),
  }),
  hardToRead: ({ n }) => ({
    text: t("The question reads like a text for {{n}} year olds.", { n }),
    reason: t("Long sentences and long words test reading. Split the sentence, or use shorter words."),
  }),
  explanationMissing: () => ({
    text: t("There is no explanation."),
    reason: t("Whoever gets it wrong learns most from two lines on why."),
  }),
  reasonsMissing: ({ n, of }) => ({
    text:
      n === of
        ? t("No wrong answer says why it is wrong.")
        : t("{{n}} of {{of}} wrong answers do not say why they are wrong.", { n, of }),
    reason: t("The reason for just the answer that was chosen helps more than the general explanation."),
  }),
  unitMissing: () => ({
    text: t("A quantity is asked for, but no unit stands beside the field."),
    reason: t("Without it a right number may be meant in another unit."),
  }),
  creditMissing: () => ({
    text: t("A picture or recording does not say who made it and under which licence."),
    reason: t("Without that the department may not pass it on."),
  }),
  variantKeepsKey: () => ({
    text: t("A word of the question was swapped, and the key is still the original's."),
    reason: t("The commonest mistake in a look-alike is a key that no longer fits."),
  }),
  variantAddsNot: () => ({
    text: t("This remix only adds a negation."),
    reason: t("That is a trap, not another question. Swap the term that is asked about instead."),
  }),
  veryLike: ({ n, word }) => ({
    text: t("It is very like item {{n}}: “{{word}}”.", { n, word }),
    reason: t("Two of the same would meet in one quiz. Look-alikes never do: make it a look-alike of that item."),
  }),
  reservedShown: ({ n }) => ({
    text: t("It asks nearly what item {{n}} asks, which is reserved for tests.", { n }),
    reason: t("Practice items are shown with their key afterwards. Whoever has had this one knows the test."),
  }),
};

const suggested = ({ word, suggestion }: Misspelt) =>
  suggestion === null ? `“${word}”` : t("“{{word}}” (perhaps “{{suggestion}}”)", { word, suggestion });

export function findingInWords({ rule, terms, misspelt }: Pick<Finding, "rule" | "terms" | "misspelt">): Words {
  const { n = 0, of = 0, to = 0, word = "", other = "" } = terms ?? {};
  return { mend: "", ...words[rule]({ n, of, to, word, other, misspelt: misspelt ?? [] }) };
}
