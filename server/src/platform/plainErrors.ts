/** What the schemas say by themselves, in plain words: nobody reads "expected object, received array". */
import { z } from "zod";

type Issue = Parameters<NonNullable<Parameters<typeof z.config>[0]>["localeError"] & {}>[0];

function inWords(issue: Issue): string {
  switch (issue.code) {
    case "invalid_type":
      return issue.input === undefined ? "This is missing." : "This is not of the kind that is expected here.";
    case "invalid_value":
      return "This is none of the choices.";
    case "too_big":
      return "This is too long, too large or too many.";
    case "too_small":
      return "This is too short, too small or too few.";
    case "invalid_format":
      return "This is not written as it should be.";
    case "unrecognized_keys":
      return `Nothing is called ${issue.keys.map((key) => `“${key}”`).join(", ")} here.`;
    default:
      return "This is not as it should be.";
  }
}

/** The words that are used where a schema has none of its own. */
export const speakPlainly = (): void => {
  z.config({ localeError: inWords });
};
