/** What is kept of a student, in words. */
import type { Kept } from "@verdant/contract/privacy";
import { inAList, t } from "../platform/words.ts";
import { shortDate } from "../ui/dates.ts";

/** "9C, 2025/26 · left 8B, 2024/25"; of an erased student, since when. */
export function classesInWords({ classes, erasedOn }: Pick<Kept, "classes" | "erasedOn">): string {
  const named = classes.map(({ name, year, leftOn }) =>
    leftOn === null ? t("{{name}}, {{year}}", { name, year }) : t("left {{name}}, {{year}}", { name, year }),
  );
  return [
    ...(erasedOn === null ? [] : [t("erased on {{day}}", { day: shortDate(erasedOn) })]),
    ...(named.length === 0 ? [t("in no class")] : named),
  ].join(" · ");
}

/** The classes that keep a student from being erased; null: none. */
export function stillInWords({ classes }: Pick<Kept, "classes">): string | null {
  const still = classes.filter(({ isIn }) => isIn).map(({ name }) => name);
  return still.length === 0 ? null : inAList(still);
}
