/** What a report about a class says, made from the pages' own figures. */
import type { ClassStandards } from "@verdant/contract/insight";
import type { ClassOverTime, StudentInClass, TopicOverTime } from "@verdant/contract/overTime";
import { isOftenMissing } from "./overTimeInWords.ts";

export interface ClassReport {
  /** Quizzes that the figures are from; older ones are not in them. */
  readonly quizzes: number;
  readonly older: number;
  /** Of all that were given to a student, how many were handed in. */
  readonly handedIn: { readonly of: number; readonly n: number };
  /** Of all answers in first goes. */
  readonly right: { readonly right: number; readonly outOf: number };
  /** Topics of the course that have come back or were taught, the best remembered first. */
  readonly topics: readonly TopicOverTime[];
  readonly rising: readonly TopicOverTime[];
  readonly falling: readonly TopicOverTime[];
  /** Standards of which at least half of the class have answers: how many are secure, the fewest first. */
  readonly standards: readonly {
    readonly code: string;
    readonly statement: string;
    readonly secure: number;
    readonly told: number;
  }[];
  readonly slipping: readonly StudentInClass[];
  readonly oftenMissing: readonly StudentInClass[];
}

export function classReport(of: ClassOverTime, { standards }: Pick<ClassStandards, "standards">): ClassReport {
  const sum = (values: readonly number[]) => values.reduce((total, value) => total + value, 0);
  const topics = of.topics
    .filter((topic) => topic.topicId !== null)
    .sort((a, b) => (b.band?.low ?? -1) - (a.band?.low ?? -1) || (a.name < b.name ? -1 : 1));
  const moved = (verdict: "rise" | "fall") => topics.filter((topic) => topic.change?.verdict === verdict);
  return {
    quizzes: of.releases.length,
    older: of.more,
    handedIn: { n: sum(of.releases.map((one) => one.handedIn)), of: sum(of.releases.map((one) => one.given)) },
    right: {
      right: sum(of.releases.map((one) => one.outcome.right)),
      outOf: sum(of.releases.map((one) => one.outcome.outOf)),
    },
    topics,
    rising: moved("rise"),
    falling: moved("fall"),
    standards: standards
      .flatMap(({ code, statement, students }) => {
        const told = students.filter(({ given }) => given > 0).length;
        const secure = students.filter(({ label }) => label === "secure").length;
        return told * 2 < students.length || told === 0 ? [] : [{ code, statement, secure, told }];
      })
      .sort((a, b) => a.secure / a.told - b.secure / b.told),
    slipping: of.students.filter(({ change }) => change?.verdict === "fall"),
    oftenMissing: of.students.filter(isOftenMissing),
  };
}
