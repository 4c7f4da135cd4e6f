/**
 * One run of a deed at a time. Whoever asks while one is under way shares the next, which begins after their asking: so it
 * sees all that was there when they asked, and however many ask, only one waits.
 */
export function oneAtATime<T>(deed: () => Promise<T>): () => Promise<T> {
  let running: Promise<T> | null = null;
  let next: Promise<T> | null = null;
  const start = () =>
    (running ??= deed().finally(() => {
      running = null;
    }));
  return () => {
    if (!running) return start();
    const after = () => {
      next = null;
      return start();
    };
    return (next ??= running.then(after, after));
  };
}
