import { classListsEndpoints, classListsFile } from "@verdant/contract/classLists";
import type { Router } from "express";
import { mountAll, mustBe } from "../platform/mount.ts";
import type { Member, OpenScope } from "../platform/scope.ts";
import { wellFormedText } from "../platform/wellFormed.ts";
import * as service from "./service.ts";

/** Every endpoint of class lists has a handler, or this does not compile. The file is no JSON body, so it is mounted by hand. */
export const mountClassLists = (router: Router): void => {
  mountAll(router, classListsEndpoints, service);

  router.post(classListsFile, async (req, res) => {
    mustBe("lead", req.scope.caller);
    const { name } = req.query;
    const called = typeof name === "string" ? wellFormedText(name) : "";
    res.json(await service.bringClassLists(req.scope as OpenScope<Member>, called, req));
  });
};
