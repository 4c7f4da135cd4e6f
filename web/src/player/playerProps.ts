/** What every player takes: the view of an item, the answer so far, and what may be said about it. */
import type { Answer, View } from "@verdant/core/items/kinds";

/** What may be said about the parts of an answer once a result is open, by option id. */
export interface Verdict {
  readonly keyIds: readonly string[] | null;
  readonly isRight: boolean | null;
}

export interface PlayerProps {
  readonly view: View;
  readonly answer: Answer | null;
  /** Makes names of inputs differ where several items are on one page. */
  readonly name: string;
  /** Absent: the answer cannot be changed. */
  readonly onAnswer?: (answer: Answer) => void;
  readonly verdict?: Verdict;
}
