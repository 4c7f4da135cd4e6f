import type { Notice } from "@verdant/contract/notice";
import { inAList, t } from "../platform/words.ts";

/** Said beforehand: what a go will need. */
export function neededInWords({ fromGo, reflects, goAhead }: NonNullable<Notice["before"]>): string {
  const needs = inAList([
    ...(reflects ? [t("a few answers about how it went")] : []),
    ...(goAhead ? [t("your teacher’s go-ahead")] : []),
  ]);
  return fromGo === 1 ? t("Every go needs {{needs}}.", { needs }) : t("Another go needs {{needs}}.", { needs });
}
