import { deliveryEndpoints } from "@verdant/contract/delivery";
import { liveStreamPath } from "@verdant/contract/live";
import { reasonsEndpoints } from "@verdant/contract/reasons";
import type { Router } from "express";
import { z } from "zod";
import { Failure, need } from "../platform/failure.ts";
import { mountAll, mustBe } from "../platform/mount.ts";
import type { Member, OpenScope } from "../platform/scope.ts";
import { callerOf } from "../platform/session.ts";
import { liveStreams, type Viewer } from "./liveStreams.ts";
import * as reasons from "./reasons.ts";
import * as service from "./service.ts";
import { listReleases } from "./store.ts";

/** Every endpoint of delivery has a handler, or this does not compile. A stream is no JSON, so it is mounted by hand. */
export const mountDelivery = (router: Router): void => {
  mountAll(router, deliveryEndpoints, service);
  mountAll(router, reasonsEndpoints, reasons);
  mountLiveStream(router);
};

/** How often it is looked at whether whoever watches may still watch; the line sent then keeps proxies from giving up. */
const lookMs = 15_000;

/** The stream of a release that is watched, as server-sent events (WHATWG HTML, 9.2). */
const mountLiveStream = (router: Router): void => {
  router.get(liveStreamPath, async (req, res) => {
    mustBe("member", req.scope.caller);
    // Safe: mustBe has just established it.
    const scope = req.scope as OpenScope<Member>;
    const { db, caller, caches, now } = scope;
    const releaseId = z.guid().safeParse(req.params.releaseId).data;
    if (releaseId === undefined) throw new Failure("noSuch", { what: "release" });
    need((await listReleases(db, caller.departmentId, { releaseId }))[0], "release");

    let isFull = false;
    const viewer: Viewer = {
      personId: caller.personId,
      send: (event, data) => {
        if (isFull) return false;
        isFull = !res.write(`event: ${event}\ndata: ${data}\n\n`);
        return true;
      },
      end: () => {
        res.end();
      },
    };
    res.on("drain", () => {
      isFull = false;
    });
    const unwatch = caches.of(liveStreams).watch(scope, releaseId, viewer);
    res.writeHead(200, {
      "content-type": "text/event-stream; charset=utf-8",
      // Not compressed on the way, nor kept back by a proxy.
      "cache-control": "no-store, no-transform",
      "x-accel-buffering": "no",
    });
    res.write("retry: 2000\n\n");
    const look = setInterval(() => {
      void mayStill().then(
        (may) => (may ? res.write(": here\n\n") : res.end()),
        // The database is away: whoever watches comes back by themselves.
        () => res.end(),
      );
    }, lookMs);
    const mayStill = async () => {
      const again = await callerOf(db, req, now());
      return again.kind === "member" && again.departmentId === caller.departmentId && again.owesSecondFactor !== true;
    };
    res.on("close", () => {
      clearInterval(look);
      unwatch();
    });
  });
};
