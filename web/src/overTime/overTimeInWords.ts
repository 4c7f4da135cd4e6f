/** Change over time in words: of a class in a topic, of a student beside the class, and what is new. */
import type { Change } from "@verdant/contract/change";
import type { News, StudentInClass, StudentOverTime, TopicOverTime } from "@verdant/contract/overTime";
import type { Share } from "@verdant/contract/wire";
import { shortDate } from "../ui/dates.ts";
import { bandInWords } from "../ui/dueReason.ts";
import { outcomeInWords } from "../ui/outcomeInWords.ts";
import { t } from "../platform/words.ts";

const percent = (share: number) => Math.round(share * 100);

/** "41%" */
const shortShare = ({ right, outOf }: Pick<Share, "right" | "outOf">): string =>
  t("{{percent}}%", { percent: percent(outOf === 0 ? 0 : right / outOf) });

/** Returns that are named one by one; of more, what came out in the earlier half and in the later one. */
const mostNamed = 3;

const verdictWords: Record<Change["verdict"], string> = {
  rise: t("the rise is more than chance"),
  fall: t("the fall is more than chance"),
  unclear: t("the difference may be chance"),
};

/** "41% then 62% then 78%; the rise is more than chance" */
export function growthInWords({ returns, change }: Pick<TopicOverTime, "returns" | "change">): string {
  const shares = returns.map(({ share }) => shortShare(share));
  const [first = "", last = ""] = [shares[0], shares.at(-1)];
  if (shares.length === 1) return t("{{first}}, once so far", { first });
  const named = shares.reduce((before, now) => t("{{before}} then {{now}}", { before, now }));
  if (change === null)
    return t("{{course}}; too few answers to compare", {
      course: shares.length <= mostNamed ? named : t("{{first}} to {{last}}", { first, last }),
    });
  return `${shares.length <= mostNamed ? named : halvesInWords(shares.length, change)}; ${verdictWords[change.verdict]}`;
}

/** "2 Feb: 40% right; recall that morning about 5 in 10" */
export function returnInWords(on: string, share: Share, recall: { low: number; high: number } | null): string {
  const terms = { day: shortDate(on), share: shortShare(share) };
  return recall === null
    ? t("{{day}}: {{share}} right", terms)
    : t("{{day}}: {{share}} right; recall that morning {{recall}}", { ...terms, recall: bandInWords(recall) });
}

/** What the verdict compares, so that the two never say different things. */
const halvesInWords = (returns: number, { before, now }: { readonly before: Share; readonly now: Share }): string =>
  returns <= mostNamed
    ? t("{{before}} the first time, {{now}} now", { before: shortShare(before), now: shortShare(now) })
    : t("{{before}} in the earlier half of {{returns}} returns, {{now}} in the later half", {
        ...{ before: shortShare(before), now: shortShare(now), returns },
      });

/** "Of 3 goes: 40% right in the first, 80% in the last, on the same questions; the rise is more than chance" */
export function betweenGoesInWords({
  first,
  last,
  goes,
  by,
  verdict,
}: NonNullable<StudentOverTime["releases"][number]["between"]>): string {
  const terms = { n: goes, first: percent(first), last: percent(last), verdict: verdictWords[verdict] };
  if (by === "sameQuestions")
    return t(
      "Of {{n}} goes: {{first}}% right in the first, {{last}}% in the last, on the same questions; {{verdict}}",
      terms,
    );
  // Of questions that are not equally hard the shares alone say little.
  return verdict === "unclear"
    ? t(
        "Of {{n}} goes: {{first}}% right in the first, {{last}}% in the last, on other questions; the difference may be chance",
        terms,
      )
    : verdict === "rise"
      ? t(
          "Of {{n}} goes: {{first}}% right in the first, {{last}}% in the last, on other questions; for how hard these are, a rise by more than chance",
          terms,
        )
      : t(
          "Of {{n}} goes: {{first}}% right in the first, {{last}}% in the last, on other questions; for how hard these are, a fall by more than chance",
          terms,
        );
}

/** "slipping: 14 in 100 fewer right beside the class than before (2 to 26)" */
export function besideClassInWords(change: Change | null): string {
  if (change === null) return t("too few answers to say");
  if (change.verdict === "unclear") return t("about as before");
  const ends = [change.low, change.high].map((end) => Math.abs(percent(end)));
  const range = { points: Math.abs(percent(change.difference)), from: Math.min(...ends), to: Math.max(...ends) };
  return change.verdict === "fall"
    ? t("slipping: {{points}} in 100 fewer right beside the class than before ({{from}} to {{to}})", range)
    : t("gaining: {{points}} in 100 more right beside the class than before ({{from}} to {{to}})", range);
}

/**
 * What a difference between two sides allows to say: who did better and by how much between what, or that it may be
 * chance and how far it could go either way.
 */
export function differenceInWords(change: Change | null, first: string, second: string): string {
  if (change === null) return t("too few answers to compare");
  const [difference, low, high] = [change.difference, change.low, change.high].map(percent) as [number, number, number];
  if (low <= 0 && high >= 0)
    return t("no difference can be told: {{who}} may be anywhere from {{from}} to {{to}}", {
      ...{ who: first, from: beyond(low), to: beyond(high) },
    });
  const better =
    difference > 0
      ? { who: first, points: difference, from: low, to: high }
      : { who: second, points: -difference, from: -high, to: -low };
  return change.verdict === "unclear"
    ? t(
        "{{who}}: {{points}} in 100 more right ({{from}} to {{to}}); among so many comparisons that may be chance",
        better,
      )
    : t("{{who}}: {{points}} in 100 more right ({{from}} to {{to}}), more than chance", better);
}

/** "3 in 100 worse", "12 in 100 better" */
const beyond = (points: number): string =>
  points < 0 ? t("{{points}} in 100 worse", { points: -points }) : t("{{points}} in 100 better", { points });

/** Often missing: three quizzes at least, and a quarter of those that have closed. */
export const isOftenMissing = ({ missing, closed }: Pick<StudentInClass, "missing" | "closed">): boolean =>
  missing.length >= 3 && missing.length * 4 >= closed;

export function newsInWords(news: News): string {
  switch (news.code) {
    case "handedIn":
      return t("{{count}} students handed in “{{name}}”: {{outcome}}.", {
        count: news.handedIn,
        name: news.release.name,
        outcome: outcomeInWords(news.outcome),
      });
    case "topic":
      return t("{{name}} came back: {{halves}}; {{verdict}}.", {
        name: news.name === "" ? t("What is not in the course") : news.name,
        halves: halvesInWords(news.returns, news),
        verdict: verdictWords[news.verdict],
      });
    case "closed":
      return t("“{{name}}” has closed; {{count}} students did not begin it.", {
        name: news.release.name,
        count: news.missing,
      });
    case "nothing":
      return news.newest === null
        ? t("Nothing has come in.")
        : t("Nothing has come in since. The newest quiz was “{{name}}”: {{outcome}}.", {
            name: news.newest.release.name,
            outcome: outcomeInWords(news.newest.outcome),
          });
  }
}
