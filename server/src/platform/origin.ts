/** Requests that change something must come from our own pages: a second lock beside the SameSite cookie. */
import type { RequestHandler } from "express";
import { Failure } from "./failure.ts";

const safe = new Set(["GET", "HEAD", "OPTIONS"]);

export const mustComeFromHere: RequestHandler = (req, _res, next) => {
  if (safe.has(req.method)) {
    next();
    return;
  }
  const site = req.get("sec-fetch-site");
  const origin = req.get("origin");
  const isForeign =
    site !== undefined
      ? site !== "same-origin" && site !== "none"
      : origin !== undefined && hostOf(origin) !== req.get("host");
  next(isForeign ? new Failure("foreignOrigin") : undefined);
};

function hostOf(origin: string): string | null {
  try {
    return new URL(origin).host;
  } catch {
    return null;
  }
}
