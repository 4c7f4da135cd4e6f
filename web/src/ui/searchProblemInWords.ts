/** Why a filter that was typed into a search means nothing here. */
import type { SearchProblem } from "@verdant/contract/searchProblem";
import { inAList, t } from "../platform/words.ts";

export function searchProblemInWords({ code, said, choices }: SearchProblem): string {
  switch (code) {
    case "topicUnknown":
      return t("No topic is called “{{said}}”.", { said });
    case "standardUnknown":
      return t("No standard has the code “{{said}}”.", { said });
    case "tagUnknown":
      return t("No item has the tag “{{said}}”.", { said });
    case "personUnknown":
      return t("Nobody here is called “{{said}}”. “me” and “others” are understood too.", { said });
    case "classUnknown":
      return t("No class is called “{{said}}”.", { said });
    case "dayUnclear":
      return t("Write a day as 2026-09-01.");
    case "numberUnclear":
      return t("Write a number after it, as in right<40.");
    case "onlyMe":
      return t("Write waits:me.");
    case "noneOf":
      return t("“{{said}}” is none of {{choices}}.", { said, choices: inAList(choices) });
  }
}
