import { answersEndpoints } from "@verdant/contract/answers";
import { beforeTeachingEndpoints } from "@verdant/contract/beforeTeaching";
import { differentialsEndpoints } from "@verdant/contract/characteristics";
import { doubtsEndpoints } from "@verdant/contract/doubts";
import { figuresEndpoints } from "@verdant/contract/figures";
import { insightEndpoints } from "@verdant/contract/insight";
import type { Router } from "express";
import { mountAll } from "../platform/mount.ts";
import { listAnswersOfRelease } from "./answers.ts";
import * as beforeTeaching from "./beforeTeaching.ts";
import * as differentials from "./differentials.ts";
import { listDoubts, lookAtDoubts } from "./doubts.ts";
import * as itemFigures from "./itemFigures.ts";
import * as outcomes from "./outcomes.ts";
import { sheetsEndpoints } from "@verdant/contract/sheets";
import { showSheets } from "./sheets.ts";
import { showClassStandards } from "./standardResults.ts";
import * as service from "./service.ts";

/** Every endpoint of insight has a handler, or this does not compile. */
export const mountInsight = (router: Router): void => {
  mountAll(router, insightEndpoints, { ...service, ...outcomes, showClassStandards });
  mountAll(router, figuresEndpoints, itemFigures);
  mountAll(router, answersEndpoints, { listAnswersOfRelease });
  mountAll(router, doubtsEndpoints, { listDoubts, lookAtDoubts });
  mountAll(router, differentialsEndpoints, differentials);
  mountAll(router, sheetsEndpoints, { showSheets });
  mountAll(router, beforeTeachingEndpoints, beforeTeaching);
};
