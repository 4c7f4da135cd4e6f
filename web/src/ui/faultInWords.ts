/** What still keeps an item from being used, in words. */
import type { FaultCode } from "@verdant/core/items/kind";
import { t } from "../platform/words.ts";

interface Terms {
  readonly n: number;
  readonly text: string;
}

export const faultWords: Readonly<Record<FaultCode, (terms: Terms) => string>> = {
  keyMissing: () => t("Mark the right answer."),
  severalKeys: () => t("Only one option can be the right answer."),
  noKey: () => t("Mark at least one right answer."),
  valueMissing: () => t("Write the right number."),
  criteriaMissing: () => t("Write what the answer is marked by."),
  letterMissing: () => t("Say which letter is right."),
  pictureUndescribed: () => t("Describe the picture for those who cannot see it."),
  recordingUnwritten: () => t("Write down what the recording says, for those who cannot hear it."),
  gapsMissing: () => t("Write the text, and in square brackets what belongs into each gap."),
  stemEmpty: () => t("Write the question."),
  optionsFew: () => t("Give at least two options."),
  pairsFew: () => t("Give at least two pairs."),
  answersSame: () => t("Two of the answers are the same."),
  answersFew: () => t("Give at least two different answers."),
  pictureMissing: () => t("Choose the picture."),
  regionsFew: () => t("Draw at least two places: the right one and another."),
  regionKeyMissing: () => t("Mark the right place."),
  stepsFew: () => t("Give at least three things to put in order."),
  acceptedMissing: () => t("Write at least one accepted answer."),
  acceptedEmpty: () => t("An accepted answer is empty."),
  titleMissing: () => t("Give it a title."),
  stimulusEmpty: () => t("Write the text, or put the map or chart in."),
  topicMissing: () => t("Choose a topic."),
  optionEmpty: ({ n }) => t("Option {{n}} is empty.", { n }),
  optionRepeated: ({ n }) => t("Option {{n}} repeats another.", { n }),
  pairLeftEmpty: ({ n }) => t("The left side of pair {{n}} is empty.", { n }),
  pairLeftRepeated: ({ n }) => t("The left side of pair {{n}} repeats another.", { n }),
  pairOpen: ({ n }) => t("Pair {{n}} has no answer yet.", { n }),
  regionNameless: ({ n }) => t("Place {{n}} has no name yet.", { n }),
  regionNameTwice: ({ text }) => t("Two places are called “{{text}}”.", { text }),
  regionSmall: ({ n }) => t("Place {{n}} is too small, or beside the picture.", { n }),
  stepEmpty: ({ n }) => t("Place {{n}} is empty.", { n }),
  stepRepeated: ({ n }) => t("Place {{n}} repeats another.", { n }),
  acceptedAndWrong: ({ text }) => t("“{{text}}” is both accepted and expected as wrong.", { text }),
  valueIsExpectedWrong: ({ text }) => t("“{{text}}” is right, so it cannot be expected as wrong.", { text }),
  criterionNameless: ({ n }) => t("Criterion {{n}} has no name.", { n }),
  criterionFewLevels: ({ text }) => t("“{{text}}” needs two levels at least.", { text }),
  criterionNoPoints: ({ text }) => t("“{{text}}” earns no points at any level.", { text }),
  gapNoAnswer: ({ n }) => t("Gap {{n}} has no right answer.", { n }),
  gapNoChoice: ({ n }) => t("Gap {{n}} has nothing but its answer to choose from.", { n }),
  gapChoiceTwice: ({ n }) => t("Gap {{n}} offers the same choice twice.", { n }),
};

type Told = {
  readonly code: FaultCode;
  readonly terms?: { readonly [Name in keyof Terms]?: Terms[Name] | undefined } | undefined;
};

export const faultInWords = ({ code, terms }: Told): string =>
  faultWords[code]({ n: terms?.n ?? 0, text: terms?.text ?? "" });
