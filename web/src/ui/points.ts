/** Points as they may be given, from what was typed: quarters from 0 to 100. */
export const pointsOf = (typed: string): number => Math.min(100, Math.max(0, Math.round((Number(typed) || 0) * 4) / 4));
