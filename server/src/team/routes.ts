import { accountEndpoints } from "@verdant/contract/account";
import { membersEndpoints } from "@verdant/contract/members";
import { teamEndpoints } from "@verdant/contract/team";
import { secondFactorEndpoints } from "@verdant/contract/secondFactor";
import type { Router } from "express";
import { mountAll } from "../platform/mount.ts";
import * as account from "./account.ts";
import * as members from "./members.ts";
import * as secondFactor from "./secondFactor.ts";
import * as service from "./service.ts";

/** Every endpoint of team has a handler, or this does not compile. */
export const mountTeam = (router: Router): void => {
  mountAll(router, teamEndpoints, service);
  mountAll(router, membersEndpoints, members);
  mountAll(router, accountEndpoints, account);
  mountAll(router, secondFactorEndpoints, secondFactor);
};
