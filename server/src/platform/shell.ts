/** The two pages: staff at /, students at /s. Served with a nonce made for each response. */
import { randomBytes } from "node:crypto";
import { existsSync, readFileSync } from "node:fs";
import { join } from "node:path";
import expressStaticGzip from "express-static-gzip";
import express, { type RequestHandler, type Router } from "express";

/** Styles that libraries put into the page carry the nonce; scripts come only from this server. */
const policy = (nonce: string) =>
  [
    "default-src 'self'",
    "script-src 'self'",
    `style-src 'self' 'nonce-${nonce}'`,
    "style-src-attr 'unsafe-inline'",
    "img-src 'self' data: blob:",
    "font-src 'self'",
    "connect-src 'self'",
    "worker-src 'self'",
    "object-src 'none'",
    "base-uri 'none'",
    "form-action 'self'",
    "frame-ancestors 'none'",
  ].join("; ");

/** Mounts the built pages; does nothing when they are not built, as in tests of the interface alone. */
export function mountShell(router: Router, folder: string): void {
  const pages = ["index.html", "student.html"].map((name) => join(folder, name));
  const [staff, student] = pages.map((path) => (existsSync(path) ? readFileSync(path, "utf8") : null));
  if (staff == null || student == null) return;
  router.use(
    "/assets",
    // Made smaller when they were built: what a school's thirty phones fetch at once is not squeezed thirty times.
    expressStaticGzip(join(folder, "assets"), {
      enableBrotli: true,
      orderPreference: ["br", "gz"],
      index: false,
      serveStatic: { immutable: true, maxAge: "1y", index: false, fallthrough: false },
    }),
  );
  // By the names of their files the pages are no other ones: their policy goes with them.
  router.get("/student.html", page(student));
  router.get("/index.html", page(staff));
  router.get("/mark.svg", (_req, res, next) => {
    res.setHeader("cache-control", "public, max-age=86400");
    next();
  });
  router.use(
    express.static(folder, {
      index: false,
      setHeaders: (res) => {
        if (!res.hasHeader("cache-control")) res.setHeader("cache-control", "no-cache");
      },
    }),
  );
  router.get("/s{/*path}", page(student));
  router.get("/{*path}", page(staff));
}

const page =
  (html: string): RequestHandler =>
  (_req, res) => {
    const nonce = randomBytes(16).toString("base64");
    res.setHeader("content-security-policy", policy(nonce));
    res.setHeader("cache-control", "no-store");
    res.type("html").send(html.replaceAll("__NONCE__", nonce));
  };
