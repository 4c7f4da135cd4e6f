/** What a family reads of a student: names in groups, taken from the same figures as the student's page. */
import type { StudentOverTime } from "@verdant/contract/overTime";

/** Of ten, so many remembered at least is well, and so many fairly well. */
const [wellFrom, fairlyFrom] = [8, 6];

type Topic = StudentOverTime["topics"][number];

export function reportOf({ releases, topics, standards, next }: StudentOverTime) {
  const closed = releases.filter(({ state }) => state === "absent" || state === "marked");
  const missing = closed.filter(({ state }) => state === "absent").map(({ name }) => name);
  const known = topics.filter((topic): topic is Topic & { band: NonNullable<Topic["band"]> } => topic.band !== null);
  const named = (from: number, below: number) =>
    known.filter(({ band }) => band.low >= from && band.low < below).map(({ name }) => name);
  const labelled = (label: StudentOverTime["standards"][number]["label"]) =>
    standards.filter((one) => one.label === label).map(({ statement }) => statement);
  return {
    ...{ given: closed.length, taken: closed.length - missing.length, missing },
    ...{ well: named(wellFrom, 11), fairly: named(fairlyFrom, wellFrom), little: named(0, fairlyFrom) },
    ...{ secure: labelled("secure"), onTheWay: labelled("uncertain"), notYet: labelled("notYet") },
    tooEarly: standards.filter(({ label }) => label === "tooEarly" || label === "noEvidence").length,
    next: next.map(({ name }) => name),
  };
}
