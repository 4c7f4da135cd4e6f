/**
 * A stand-in for a school's system: keeps class lists and takes marks, as OneRoster 1.2 has them (REST binding), for one name
 * and secret. It can be told to fail, to be slow, and to answer in small pages. What it is sent is kept until it is stopped.
 */
import express, { type Express, type Request } from "express";
import { strToU8, zipSync } from "fflate";
import { randomBytes } from "node:crypto";
import Papa from "papaparse";
import { collections, type Collection, type Lists, type Row } from "./lists.ts";

export interface Mode {
  /** So many requests from now on are answered with 503. */
  failNext: number;
  /** Every so many requests one is answered with 503; 0: none. */
  failEvery: number;
  slowMs: number;
  /** Rows of a page at most, whatever is asked for. */
  pageRows: number;
}
export const steady: Mode = { failNext: 0, failEvery: 0, slowMs: 0, pageRows: 100 };
export const modes: Readonly<Record<string, Partial<Mode>>> = {
  steady,
  failing: { ...steady, failEvery: 3 },
  slow: { ...steady, slowMs: 1500 },
  paging: { ...steady, pageRows: 7 },
};

export const account = { clientId: "larkmoor", clientSecret: "larkmoor-demo" } as const;
const sentCollections = ["categories", "lineItems", "results"] as const;
type SentCollection = (typeof sentCollections)[number];
const singular = { categories: "category", lineItems: "lineItem", results: "result" } as const;

export interface StandIn {
  readonly app: Express;
  readonly mode: Mode;
  /** The lists may be changed while it runs, as a school's office would. */
  lists: Lists;
  /** What it was sent, by collection and id. */
  readonly sent: Readonly<Record<SentCollection, Map<string, Row>>>;
  /** Requests that were answered, by method and path without ids. */
  readonly answered: Map<string, number>;
}

export function createSchoolSystem(lists: Lists): StandIn {
  const app = express();
  app.disable("x-powered-by");
  const tokens = new Set<string>();
  let asked = 0;
  const standIn: StandIn = {
    ...{ app, lists, mode: { ...steady }, answered: new Map<string, number>() },
    sent: { categories: new Map(), lineItems: new Map(), results: new Map() },
  };
  const { mode, sent, answered } = standIn;
  const note = (what: string) => answered.set(what, (answered.get(what) ?? 0) + 1);

  app.get("/", (_req, res) => {
    res.type("html").send(pageOf(standIn));
  });
  app.post("/mode/:name", (req, res) => {
    const chosen = modes[req.params.name];
    if (!chosen) return void res.sendStatus(404);
    Object.assign(mode, chosen);
    res.redirect(303, "/");
  });
  app.get("/lists.zip", (_req, res) => {
    res.attachment("class-lists.zip").send(Buffer.from(zipSync(listFiles(standIn.lists))));
  });

  app.use(async (_req, res, next) => {
    asked += 1;
    if (mode.slowMs > 0) await new Promise((resolve) => setTimeout(resolve, mode.slowMs));
    if (mode.failNext > 0 || (mode.failEvery > 0 && asked % mode.failEvery === 0)) {
      mode.failNext = Math.max(0, mode.failNext - 1);
      note("failed");
      return void res.status(503).json(problem("This system stands in for a busy one."));
    }
    next();
  });
  app.post("/token", express.urlencoded({ extended: false }), (req, res) => {
    const wanted = Buffer.from(`${account.clientId}:${account.clientSecret}`).toString("base64");
    const { grant_type: grant } = (req.body ?? {}) as { grant_type?: string };
    if (req.get("authorization") !== `Basic ${wanted}` || grant !== "client_credentials")
      return void res.status(401).json({ error: "invalid_client" });
    const token = randomBytes(18).toString("base64url");
    tokens.add(token);
    res.json({ access_token: token, token_type: "bearer", expires_in: 3600 });
  });
  app.use("/ims/oneroster", (req, res, next) => {
    if (tokens.has((req.get("authorization") ?? "").replace(/^Bearer /, ""))) next();
    else res.status(401).json(problem("A token is needed."));
  });

  app.get("/ims/oneroster/rostering/v1p2/:collection", (req, res) => {
    const { collection } = req.params;
    if (!isIn(collections, collection)) return void res.status(404).json(problem("No such collection."));
    note(`GET ${collection}`);
    const rows = standIn.lists[collection];
    const offset = Math.max(0, Number(req.query["offset"] ?? 0));
    const limit = Math.min(mode.pageRows, Math.max(1, Number(req.query["limit"] ?? 100)));
    res.setHeader("x-total-count", rows.length);
    if (offset + limit < rows.length)
      res.setHeader("link", `<${addressOf(req)}?limit=${limit}&offset=${offset + limit}>; rel="next"`);
    res.json({ [collection]: rows.slice(offset, offset + limit) });
  });

  const gradebook = "/ims/oneroster/gradebook/v1p2/:collection";
  app.get(gradebook, (req, res) => {
    const { collection } = req.params;
    if (!isIn(sentCollections, collection)) return void res.status(404).json(problem("No such collection."));
    res.json({ [collection]: [...sent[collection].values()] });
  });
  app.put(`${gradebook}/:id`, express.json({ limit: "100kb" }), (req, res) => {
    const { collection = "", id = "" } = req.params as { collection?: string; id?: string };
    if (!isIn(sentCollections, collection)) return void res.status(404).json(problem("No such collection."));
    note(`PUT ${collection}`);
    const body = (req.body as Record<string, Row | undefined> | undefined)?.[singular[collection]];
    if (body?.sourcedId !== id)
      return void res.status(422).json(problem("The id of the address is not that of the body."));
    const missing = missingIn(collection, body);
    if (missing !== null) return void res.status(422).json(problem(`There is no ${missing}.`));
    const isNew = !sent[collection].has(id);
    sent[collection].set(id, body);
    res.sendStatus(isNew ? 201 : 200);
  });

  /** The first thing that it refers to and that is not there; null: all is there. */
  function missingIn(collection: SentCollection, body: Row): string | null {
    const idOf = (key: string) => (body[key] as { sourcedId?: string } | undefined)?.sourcedId ?? "";
    const has = (of: Collection, id: string) => standIn.lists[of].some(({ sourcedId }) => sourcedId === id);
    if (collection === "categories") return null;
    if (collection === "lineItems") {
      if (!has("classes", idOf("class"))) return "class";
      if (!has("orgs", idOf("school"))) return "school";
      return sent.categories.has(idOf("category")) ? null : "category";
    }
    if (!sent.lineItems.has(idOf("lineItem"))) return "line item";
    return has("users", idOf("student")) ? null : "student";
  }
  return standIn;
}

const problem = (description: string) => ({
  imsx_codeMajor: "failure",
  imsx_severity: "error",
  imsx_description: description,
});
const addressOf = (req: Request) =>
  `${req.protocol}://${req.get("host") ?? "localhost"}${req.originalUrl.split("?")[0]}`;
const isIn = <T extends string>(all: readonly T[], one: string): one is T => (all as readonly string[]).includes(one);

/** The lists as files of the CSV binding. */
export function listFiles(lists: Lists): Record<string, Uint8Array> {
  const idOf = (value: unknown) => (value as { sourcedId?: string } | undefined)?.sourcedId ?? "";
  const common = ({ sourcedId }: Row) => ({ sourcedId, status: "", dateLastModified: "" });
  const rows: Record<string, Record<string, unknown>[]> = {
    orgs: lists.orgs.map((row) => ({ ...common(row), name: row["name"], type: row["type"] })),
    academicSessions: lists.academicSessions.map((row) => ({
      ...{ ...common(row), title: row["title"], type: row["type"], startDate: row["startDate"] },
      ...{ endDate: row["endDate"], parentSourcedId: idOf(row["parent"]) },
    })),
    courses: lists.courses.map((row) => ({ ...common(row), title: row["title"], orgSourcedId: idOf(row["org"]) })),
    classes: lists.classes.map((row) => ({
      ...{ ...common(row), title: row["title"], courseSourcedId: idOf(row["course"]), classCode: row["classCode"] },
      ...{ classType: row["classType"], schoolSourcedId: idOf(row["school"]) },
      termSourcedIds: (row["terms"] as unknown[]).map(idOf).join(","),
      subjects: (row["subjects"] as string[]).join(","),
    })),
    users: lists.users.map((row) => ({
      ...{ ...common(row), enabledUser: row["enabledUser"], username: row["username"] },
      ...{ givenName: row["givenName"], familyName: row["familyName"], email: row["email"], password: "" },
    })),
    enrollments: lists.enrollments.map((row) => ({
      ...{ ...common(row), classSourcedId: idOf(row["class"]), schoolSourcedId: idOf(row["school"]) },
      ...{ userSourcedId: idOf(row["user"]), role: row["role"], primary: row["primary"] },
      ...{ beginDate: row["beginDate"], endDate: row["endDate"] },
    })),
  };
  const manifest = [
    ["manifest.version", "1.0"],
    ["oneroster.version", "1.2"],
    ...Object.keys(rows).map((name) => [`file.${name}`, "bulk"]),
  ].map(([propertyName, value]) => ({ propertyName, value }));
  const files = { manifest, ...rows };
  return Object.fromEntries(
    Object.entries(files).map(([name, all]) => [`${name}.csv`, strToU8(`${Papa.unparse(all)}\r\n`)]),
  );
}

/** What whoever looks at it in a browser sees. */
function pageOf({ lists, mode, sent }: StandIn): string {
  const button = (name: string) => `<form method="post" action="/mode/${name}"><button>${name}</button></form>`;
  const counts = collections.map((name) => `<li>${name}: ${lists[name].length}</li>`).join("");
  const taken = sentCollections.map((name) => `<li>${name}: ${sent[name].size}</li>`).join("");
  return `<!doctype html><html lang="en"><meta charset="utf-8"><title>A school’s system (stand-in)</title>
<style>body{font:16px/1.5 sans-serif;max-width:40rem;margin:2rem auto;padding:0 1rem}form{display:inline}</style>
<h1>A school’s system (stand-in)</h1>
<p>Name <code>${account.clientId}</code>, secret <code>${account.clientSecret}</code>. All people are made up.</p>
<p><a href="/lists.zip">The class lists as a file</a></p>
<h2>Class lists</h2><ul>${counts}</ul><h2>Marks that it was sent</h2><ul>${taken}</ul>
<h2>How it works now</h2><pre>${JSON.stringify(mode, null, 1)}</pre>${Object.keys(modes).map(button).join(" ")}</html>`;
}
