/** The text of `routes.generated.ts`; never part of a page. A test holds the file against it. */
import { deliveryEndpoints } from "@verdant/contract/delivery";
import type { Endpoint } from "@verdant/contract/endpoint";
import { overTimeEndpoints } from "@verdant/contract/overTime";
import { pathsEndpoints } from "@verdant/contract/paths";
import { reasonsEndpoints } from "@verdant/contract/reasons";
import { teamEndpoints } from "@verdant/contract/team";

const { showSession, signOut, enter } = teamEndpoints;
const {
  whatNow,
  listDone,
  beginSitting,
  showSitting,
  saveAnswers,
  handIn,
  settleSitting,
  showResult,
  sayOpeningWord,
  reflect,
  showNews,
  askForHelp,
  openNotice,
  lookAtAnswer,
} = deliveryEndpoints;
const { giveReason, listOthersReasons, tellReason } = reasonsEndpoints;
const { listMyPaths } = pathsEndpoints;
const { showOwnProgress } = overTimeEndpoints;
const used = {
  ...{
    showSession,
    signOut,
    enter,
    whatNow,
    listDone,
    beginSitting,
    showSitting,
    saveAnswers,
    handIn,
    settleSitting,
    showResult,
    sayOpeningWord,
    reflect,
    showNews,
    askForHelp,
    openNotice,
    lookAtAnswer,
  },
  giveReason,
  listOthersReasons,
  tellReason,
  listMyPaths,
  showOwnProgress,
};

export function studentRoutesSource(): string {
  const lines = Object.entries<Endpoint>(used).map(
    ([name, { method, path, access }]) => `  ${name}: { method: "${method}", path: "${path}", access: "${access}" },`,
  );
  return [
    "/** Made by `npx tsx scripts/student-routes.ts` from the contract. */",
    "export const routes = {",
    ...lines,
    "} as const;",
    "",
  ].join("\n");
}
