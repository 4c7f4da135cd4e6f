import { mediaEndpoints, mediaPaths } from "@verdant/contract/media";
import { limits } from "@verdant/contract/wire";
import { raw, type Response, type Router } from "express";
import { Failure } from "../platform/failure.ts";
import { mountAll, mustBe } from "../platform/mount.ts";
import type { Guest, Member, OpenScope, Scope, Student } from "../platform/scope.ts";
import { wellFormedText } from "../platform/wellFormed.ts";
import * as service from "./service.ts";

/** Every endpoint of media has a handler, or this does not compile. Bytes are no JSON, so they are mounted by hand. */
export const mountMedia = (router: Router): void => {
  mountAll(router, mediaEndpoints, service);

  router.post(
    mediaPaths.keep,
    (req, _res, next) => {
      mustBe(req.scope.caller.kind === "guest" ? "guest" : "member", req.scope.caller);
      next();
    },
    // Somewhat more than is kept, so that what is a little too large hears by how much.
    raw({ type: () => true, limit: 1.25 * limits.recordingBytes }),
    async (req, res) => {
      const body: unknown = req.body;
      if (!Buffer.isBuffer(body)) throw new Failure("sendBytes");
      const { name } = req.query;
      res.json(
        await service.keepMedia(
          req.scope as OpenScope<Member | Guest>,
          body,
          typeof name === "string" ? wellFormedText(name) : "",
        ),
      );
    },
  );

  router.get(mediaPaths.show, async (req, res) => {
    const { kind } = req.scope.caller;
    mustBe(kind === "student" || kind === "guest" ? kind : "member", req.scope.caller);
    const scope = req.scope as Scope<Member | Guest | Student>;
    const { hash } = req.params;
    const { mime, size } = await service.findMedia(scope, hash);
    sayWhatItIs(res, mime);
    const range = service.rangeOf(req.get("range"), size);
    if (range === "unsatisfiable") {
      res.status(416).setHeader("content-range", `bytes */${size}`).end();
      return;
    }
    if (range) res.status(206).setHeader("content-range", `bytes ${range.from}-${range.to}/${size}`);
    res.send(await service.readMedia(scope, hash, range));
  });
};

function sayWhatItIs(res: Response, mime: string): void {
  res.setHeader("content-type", mime);
  res.setHeader("accept-ranges", "bytes");
  res.setHeader("x-content-type-options", "nosniff");
  res.setHeader("content-security-policy", "default-src 'none'; style-src 'unsafe-inline'; sandbox");
  res.setHeader("cache-control", "private, max-age=31536000, immutable");
}
