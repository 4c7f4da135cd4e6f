/** The test school's items are all of one kind; these say so to the compiler, and fail loudly where it is not true. */
import type { FixedPlace, Quiz } from "@verdant/contract/assembly";
import type { Answer, Content, View } from "@verdant/core/items/kinds";

type Tagged = Content | Answer | View;

const mustChoose = <T extends Tagged>(tagged: T): Extract<T, { kind: "oneRightAnswer" }> => {
  if (tagged.kind !== "oneRightAnswer") throw new Error(`expected one right answer, found ${tagged.kind}`);
  return tagged as Extract<T, { kind: "oneRightAnswer" }>;
};

export const choiceContent = (content: Content) => mustChoose(content);
export function choiceView(view: View | null) {
  if (!view) throw new Error("expected a view, found none");
  return mustChoose(view);
}
export const choiceAnswer = (answer: Answer) => mustChoose(answer);

/** The items of a quiz that holds fixed places only. */
export const fixedPlaces = (quiz: Pick<Quiz, "places">): FixedPlace[] =>
  quiz.places.flatMap((place) => (place.type === "fixed" ? [place] : []));
