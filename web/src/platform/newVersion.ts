/**
 * A page that was opened before the server was brought up to date asks for a part that is not there any more. It is loaded
 * anew, at the address where it is; what was being written is kept as a draft. Once only: what is missing twice is missing.
 * Without network nothing is loaded anew: a page that says what is wrong is better than none.
 */
const pauseMs = 30_000;
const key = "verdant.loadedAnew";

interface Surroundings {
  readonly events: Pick<EventTarget, "addEventListener">;
  readonly kept: Pick<Storage, "getItem" | "setItem">;
  readonly now: () => number;
  readonly isServed: () => Promise<boolean>;
  readonly reload: () => void;
}

export function loadAnewForNewVersion({ events, kept, now, isServed, reload }: Surroundings): void {
  const look = async () => {
    if (now() - Number(kept.getItem(key) ?? 0) < pauseMs || !(await isServed())) return;
    kept.setItem(key, String(now()));
    reload();
  };
  events.addEventListener("vite:preloadError", () => void look());
}

export const inThisBrowser = (): Surroundings => ({
  events: window,
  kept: sessionStorage,
  now: Date.now,
  isServed: () =>
    fetch("/api/health").then(
      (answer) => answer.ok,
      () => false,
    ),
  reload: () => {
    location.reload();
  },
});
