/** A change of shares, and what may be said of it. */
import { z } from "zod";

export const changeVerdicts = ["rise", "fall", "unclear"] as const;

/** Later less earlier, with its 95 % interval; the verdict holds for all that the page compares together. */
export const Change = z.object({
  difference: z.number(),
  low: z.number(),
  high: z.number(),
  verdict: z.enum(changeVerdicts),
});
export type Change = z.infer<typeof Change>;
