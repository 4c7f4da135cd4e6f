/**
 * Changes of a quiz, one after another: each is shown at once, sent when the one before it is answered, and made to what
 * that one left. So quick changes neither undo one another nor look like a colleague's.
 */
import type { Quiz } from "@verdant/contract/assembly";

export interface Answer {
  readonly data?: Quiz | undefined;
  readonly error?: unknown;
}

export interface Screen {
  /** The quiz as it is shown now. */
  readonly shown: () => Quiz;
  readonly show: (quiz: Quiz) => void;
  /** Told how many changes are under way, whenever that changes. */
  readonly underWay: (changes: number) => void;
  /** A change was refused: what is shown may be old. */
  readonly refused: (error: unknown) => void;
}

export function quizChanges({ shown, show, underWay, refused }: Screen) {
  /** As the server last said it; null while nothing is under way, when it is what is shown. */
  let said: Quiz | null = null;
  const hopes: ((now: Quiz) => Quiz)[] = [];
  let before: Promise<unknown> = Promise.resolve();

  async function make(request: (now: Quiz) => PromiseLike<Answer>): Promise<Quiz | undefined> {
    const answer = await Promise.resolve(request(said ?? shown())).catch((error: unknown): Answer => ({ error }));
    hopes.shift();
    const now = answer.data ?? said ?? shown();
    said = hopes.length > 0 ? now : null;
    show(hopes.reduce((quiz, hope) => hope(quiz), now));
    underWay(hopes.length);
    if (answer.error !== undefined) refused(answer.error);
    return answer.data;
  }

  /**
   * @param hope what the quiz will look like, as far as the page can tell
   * @param request asks the server for it, given the quiz to which the change is made
   * @returns the quiz as the server then says it; undefined when it was refused, which the screen is told
   */
  return (hope: (now: Quiz) => Quiz, request: (now: Quiz) => PromiseLike<Answer>): Promise<Quiz | undefined> => {
    said ??= shown();
    hopes.push(hope);
    show(hope(shown()));
    underWay(hopes.length);
    const done = before.then(() => make(request));
    before = done;
    return done;
  };
}
