import { deliveryEndpoints } from "@verdant/contract/delivery";
import { goChangesPath, liveStreamPath } from "@verdant/contract/live";
import { reasonsEndpoints } from "@verdant/contract/reasons";
import type { Request, Router } from "express";
import { z } from "zod";
import { Failure, need } from "../platform/failure.ts";
import { openEventStream } from "../platform/eventStream.ts";
import { mountAll, mustBe } from "../platform/mount.ts";
import type { Member, OpenScope } from "../platform/scope.ts";
import { callerOf } from "../platform/session.ts";
import { goChanges } from "./goChanges.ts";
import { liveStreams } from "./liveStreams.ts";
import * as reasons from "./reasons.ts";
import * as service from "./service.ts";
import { listReleases } from "./store.ts";

/** Every endpoint of delivery has a handler, or this does not compile. A stream is no JSON, so it is mounted by hand. */
export const mountDelivery = (router: Router): void => {
  mountAll(router, deliveryEndpoints, service);
  mountAll(router, reasonsEndpoints, reasons);
  mountLiveStream(router);
  mountGoChanges(router);
};

/** The stream of a release that is watched. */
const mountLiveStream = (router: Router): void => {
  router.get(liveStreamPath, async (req, res) => {
    const scope = memberOf(req);
    const releaseId = z.guid().safeParse(req.params.releaseId).data;
    if (releaseId === undefined) throw new Failure("noSuch", { what: "release" });
    await needReleases(scope, [releaseId]);
    openEventStream(req, res, {
      mayStill: () => mayStill(req, scope),
      begin: ({ send, end }) =>
        scope.caches.of(liveStreams).watch(scope, releaseId, { personId: scope.caller.personId, send, end }),
    });
  });
};

/** A page counts the goes of a few releases, never of hundreds. */
const ReleasesOfPage = z.array(z.guid()).min(1).max(40);

/** What pages that count goes hear. */
const mountGoChanges = (router: Router): void => {
  router.get(goChangesPath, async (req, res) => {
    const scope = memberOf(req);
    const releaseIds = ReleasesOfPage.safeParse([req.query.release].flat()).data;
    if (releaseIds === undefined) throw new Failure("noSuch", { what: "release" });
    await needReleases(scope, [...new Set(releaseIds)]);
    openEventStream(req, res, {
      mayStill: () => mayStill(req, scope),
      begin: (stream) => scope.caches.of(goChanges).watch(scope, [...new Set(releaseIds)], stream),
    });
  });
};

function memberOf(req: Request): OpenScope<Member> {
  mustBe("member", req.scope.caller);
  // Safe: mustBe has just established it.
  return req.scope as OpenScope<Member>;
}

async function needReleases({ db, caller }: OpenScope<Member>, releaseIds: readonly string[]): Promise<void> {
  for (const releaseId of releaseIds) need((await listReleases(db, caller.departmentId, { releaseId }))[0], "release");
}

async function mayStill(req: Request, { db, caller, now }: OpenScope<Member>): Promise<boolean> {
  const again = await callerOf(db, req, now());
  return again.kind === "member" && again.departmentId === caller.departmentId && again.owesSecondFactor !== true;
}
