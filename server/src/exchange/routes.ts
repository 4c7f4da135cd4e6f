import { exchangeEndpoints, exchangePaths } from "@verdant/contract/exchange";
import { importFindingsEndpoints } from "@verdant/contract/importFindings";
import { packageEndpoints } from "@verdant/contract/packages";
import type { Router } from "express";
import { pipeline } from "node:stream/promises";
import { Readable } from "node:stream";
import { mountAll, mustBe } from "../platform/mount.ts";
import type { Member, OpenScope } from "../platform/scope.ts";
import { wellFormedText } from "../platform/wellFormed.ts";
import * as kept from "./keptParts.ts";
import * as service from "./service.ts";

/** Every endpoint of exchange has a handler, or this does not compile. Files are no JSON bodies, so they are mounted by hand. */
export const mountExchange = (router: Router): void => {
  mountAll(router, exchangeEndpoints, service);
  mountAll(router, importFindingsEndpoints, service);
  mountAll(router, packageEndpoints, kept);

  router.post(exchangePaths.bring, async (req, res) => {
    mustBe("lead", req.scope.caller);
    const { name, look } = req.query;
    const called = typeof name === "string" ? wellFormedText(name) : "";
    res.json(await service.bringFile(req.scope as OpenScope<Member>, called, req, { looksFirst: look === "first" }));
  });

  router.get(exchangePaths.file, async (req, res) => {
    mustBe("lead", req.scope.caller);
    const { name, mime, bytes, pieces } = await service.openFile(req.scope as OpenScope<Member>, req.params.transferId);
    res.attachment(name);
    res.setHeader("content-type", mime);
    res.setHeader("content-length", bytes);
    await pipeline(Readable.from(pieces), res);
  });
};
