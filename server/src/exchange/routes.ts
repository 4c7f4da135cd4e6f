import { exchangeEndpoints } from "@verdant/contract/exchange";
import type { Router } from "express";
import { mountAll } from "../platform/mount.ts";
import * as service from "./service.ts";

/** Every endpoint of exchange has a handler, or this does not compile. */
export const mountExchange = (router: Router): void => {
  mountAll(router, exchangeEndpoints, service);
};
