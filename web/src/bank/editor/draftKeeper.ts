/** Keeps what is being written, a moment after the last change: one request at a time, and always the newest. */

export type Keeping = "asSaved" | "typing" | "draftKept" | "notKept";

export interface DraftKeeper<Work> {
  readonly changed: (work: Work) => void;
  /** Nothing more is kept; ends when nothing is under way any more. */
  readonly stop: () => Promise<void>;
}

/**
 * @param keep sends one draft; false when it could not be kept
 * @param say is told how it stands; "draftKept" and "notKept" speak of the newest change, never of one before
 * @param pause milliseconds after a change before it is sent
 */
export function draftKeeper<Work>(
  keep: (work: Work) => Promise<boolean>,
  say: (keeping: Keeping) => void,
  pause: number,
): DraftKeeper<Work> {
  let newest: { readonly work: Work } | null = null;
  let timer: ReturnType<typeof setTimeout> | undefined;
  let underWay: Promise<void> | null = null;

  const send = () => {
    timer = undefined;
    if (underWay || !newest) return;
    const sent = newest;
    underWay = keep(sent.work)
      .catch(() => false)
      .then((isKept) => {
        underWay = null;
        if (newest === sent) {
          newest = null;
          say(isKept ? "draftKept" : "notKept");
        } else if (timer === undefined) send();
      });
  };

  return {
    changed(work) {
      newest = { work };
      clearTimeout(timer);
      timer = setTimeout(send, pause);
      say("typing");
    },
    async stop() {
      newest = null;
      clearTimeout(timer);
      timer = undefined;
      await underWay;
    },
  };
}
