import { bankEndpoints } from "@verdant/contract/bank";
import { bulkEndpoints } from "@verdant/contract/bulk";
import { twinsEndpoints } from "@verdant/contract/twins";
import type { Router } from "express";
import { mountAll } from "../platform/mount.ts";
import * as bulk from "./list/bulk.ts";
import * as service from "./service.ts";
import * as twins from "./twins.ts";

/** Every endpoint of bank has a handler, or this does not compile. */
export const mountBank = (router: Router): void => {
  mountAll(router, bankEndpoints, service);
  mountAll(router, bulkEndpoints, bulk);
  mountAll(router, twinsEndpoints, twins);
};
