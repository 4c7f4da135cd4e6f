import { bankEndpoints, mediaPaths } from "@verdant/contract/bank";
import { limits } from "@verdant/contract/wire";
import { raw, type Router } from "express";
import { Failure } from "../platform/failure.ts";
import { mountAll, mustBe } from "../platform/mount.ts";
import type { Member, Scope, Student } from "../platform/scope.ts";
import * as media from "./media.ts";
import * as service from "./service.ts";

/** Every endpoint of bank has a handler, or this does not compile. Pictures travel as bytes, so they are mounted by hand. */
export const mountBank = (router: Router): void => {
  mountAll(router, bankEndpoints, service);

  router.post(
    mediaPaths.keep,
    (req, _res, next) => {
      mustBe("member", req.scope.caller);
      next();
    },
    raw({ type: () => true, limit: limits.mediaBytes }),
    async (req, res) => {
      const body: unknown = req.body;
      if (!Buffer.isBuffer(body)) throw new Failure("invalid", "Send the bytes of one picture.");
      res.json(await media.keepMedia(req.scope as Scope<Member>, body));
    },
  );

  router.get(mediaPaths.show, async (req, res) => {
    mustBe(req.scope.caller.kind === "student" ? "student" : "member", req.scope.caller);
    const { mime, bytes } = await media.findMedia(req.scope as Scope<Member | Student>, req.params.hash);
    res.setHeader("content-type", mime);
    res.setHeader("x-content-type-options", "nosniff");
    res.setHeader("content-security-policy", "default-src 'none'; style-src 'unsafe-inline'; sandbox");
    res.setHeader("cache-control", "private, max-age=31536000, immutable");
    res.send(bytes);
  });
};
