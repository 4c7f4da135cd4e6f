/** Why a filter that was typed into a search means nothing. */
import { z } from "zod";

export const searchProblems = [
  "topicUnknown",
  "standardUnknown",
  "tagUnknown",
  "personUnknown",
  "classUnknown",
  "dayUnclear",
  "numberUnclear",
  "onlyMe",
  "noneOf",
] as const;

/** A filter that was typed and means nothing here. */
export const SearchProblem = z.object({
  code: z.enum(searchProblems),
  /** What was typed after the sign. */
  said: z.string(),
  /** What could be, where there are only a few. */
  choices: z.array(z.string()),
});
export type SearchProblem = z.infer<typeof SearchProblem>;
