import { deliveryEndpoints } from "@verdant/contract/delivery";
import { reasonsEndpoints } from "@verdant/contract/reasons";
import type { Router } from "express";
import { mountAll } from "../platform/mount.ts";
import { mountLiveStream } from "./liveRoute.ts";
import * as reasons from "./reasons.ts";
import * as service from "./service.ts";

/** Every endpoint of delivery has a handler, or this does not compile. */
export const mountDelivery = (router: Router): void => {
  mountAll(router, deliveryEndpoints, service);
  mountAll(router, reasonsEndpoints, reasons);
  mountLiveStream(router);
};
