import { deliveryEndpoints } from "@verdant/contract/delivery";
import type { Router } from "express";
import { mountAll } from "../platform/mount.ts";
import * as service from "./service.ts";

/** Every endpoint of delivery has a handler, or this does not compile. */
export const mountDelivery = (router: Router): void => {
  mountAll(router, deliveryEndpoints, service);
};
