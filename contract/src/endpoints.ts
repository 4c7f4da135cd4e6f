/** All endpoints by feature: for the matrix test, the published description and the student's routes. */
import { answersEndpoints } from "./answers.ts";
import { assemblyEndpoints } from "./assembly.ts";
import { bankEndpoints } from "./bank.ts";
import { beforeTeachingEndpoints } from "./beforeTeaching.ts";
import { bulkEndpoints } from "./bulk.ts";
import { characteristicsEndpoints, differentialsEndpoints } from "./characteristics.ts";
import { classListsEndpoints } from "./classLists.ts";
import { comparisonEndpoints } from "./comparison.ts";
import { coursesEndpoints } from "./courses.ts";
import { coverageEndpoints } from "./coverage.ts";
import { deliveryEndpoints } from "./delivery.ts";
import { doubtsEndpoints } from "./doubts.ts";
import { exchangeEndpoints } from "./exchange.ts";
import { packageEndpoints } from "./packages.ts";
import { figuresEndpoints } from "./figures.ts";
import { finderEndpoints } from "./finder.ts";
import { insightEndpoints } from "./insight.ts";
import { manyEndpoints } from "./many.ts";
import { markingEndpoints } from "./marking.ts";
import { marksEndpoints } from "./marks.ts";
import { mediaEndpoints } from "./media.ts";
import { accountEndpoints } from "./account.ts";
import { secondFactorEndpoints } from "./secondFactor.ts";
import { membersEndpoints } from "./members.ts";
import { mergeTopicsEndpoints } from "./mergeTopics.ts";
import { overTimeEndpoints } from "./overTime.ts";
import { pathsEndpoints } from "./paths.ts";
import { planEndpoints } from "./plan.ts";
import { platformEndpoints } from "./platform.ts";
import { privacyEndpoints } from "./privacy.ts";
import { importFindingsEndpoints } from "./importFindings.ts";
import { remediesEndpoints } from "./remedies.ts";
import { reviewEndpoints } from "./review.ts";
import { sharingEndpoints } from "./sharing.ts";
import { standardsEndpoints } from "./standards.ts";
import { sheetsEndpoints } from "./sheets.ts";
import { stimuliEndpoints } from "./stimuli.ts";
import { writingEndpoints } from "./writing.ts";
import { todayEndpoints } from "./today.ts";
import { teamEndpoints } from "./team.ts";
import { reasonsEndpoints } from "./reasons.ts";
import { twinsEndpoints } from "./twins.ts";

export const endpoints = {
  ...platformEndpoints,
  ...teamEndpoints,
  ...todayEndpoints,
  ...membersEndpoints,
  ...accountEndpoints,
  ...secondFactorEndpoints,
  ...standardsEndpoints,
  ...mergeTopicsEndpoints,
  ...bankEndpoints,
  ...bulkEndpoints,
  ...twinsEndpoints,
  ...reasonsEndpoints,
  ...mediaEndpoints,
  ...manyEndpoints,
  ...stimuliEndpoints,
  ...reviewEndpoints,
  ...writingEndpoints,
  ...coursesEndpoints,
  ...characteristicsEndpoints,
  ...differentialsEndpoints,
  ...classListsEndpoints,
  ...planEndpoints,
  ...coverageEndpoints,
  ...assemblyEndpoints,
  ...deliveryEndpoints,
  ...pathsEndpoints,
  ...markingEndpoints,
  ...marksEndpoints,
  ...doubtsEndpoints,
  ...answersEndpoints,
  ...privacyEndpoints,
  ...overTimeEndpoints,
  ...comparisonEndpoints,
  ...importFindingsEndpoints,
  ...remediesEndpoints,
  ...insightEndpoints,
  ...figuresEndpoints,
  ...sheetsEndpoints,
  ...beforeTeachingEndpoints,
  ...exchangeEndpoints,
  ...packageEndpoints,
  ...finderEndpoints,
  ...sharingEndpoints,
};
export type EndpointName = keyof typeof endpoints;
