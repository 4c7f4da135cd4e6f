/** A sitting whose time is over counts as handed in, also before the poller has made it so. */
export const isOver = (sitting: { state: string; deadlineAt: Date | null }, now: Date): boolean =>
  sitting.state !== "running" || (sitting.deadlineAt !== null && sitting.deadlineAt <= now);
