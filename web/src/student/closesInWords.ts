import { t, timeOf } from "../platform/words.ts";

export const closesInWords = (shutsAt: string | null): string[] =>
  shutsAt === null ? [] : [t("Hand in by {{time}}; then it closes.", { time: timeOf(shutsAt) })];
