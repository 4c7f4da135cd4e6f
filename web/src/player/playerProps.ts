/** What every player takes: the view of an item, the answer so far, and what may be said about it. */
import type { Answer, Content, View } from "@verdant/core/items/kinds";

/** What may be said about an answer once a result is open. */
export interface Verdict {
  /** Credit in [0, 1]; null while it may not be seen. */
  readonly credit: number | null;
  /** The content with its key; null while it may not be seen. */
  readonly content: Content | null;
}

export interface PlayerProps<V extends View = View> {
  readonly view: V;
  readonly answer: Extract<Answer, { kind: V["kind"] }> | null;
  /** Makes names of inputs differ where several items are on one page. */
  readonly name: string;
  /** Absent: the answer cannot be changed. */
  readonly onAnswer?: ((answer: Answer) => void) | undefined;
  readonly verdict?: Verdict;
}
