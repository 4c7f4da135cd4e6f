/** Who calls: read from the session cookie, or from the token of a sitting. */
import { parse } from "cookie";
import type { Request, Response } from "express";
import type { Insertable } from "kysely";
import type { Db } from "./database.ts";
import { hashOf } from "./id.ts";
import type { Caller, Scope } from "./scope.ts";
import type { Tables } from "./tables.ts";

const cookieName = "verdant";

/** The caller of a request. A sitting's token is not looked up here: saving an answer checks it in the same statement. */
export async function callerOf(db: Db, req: Request, now: Date): Promise<Caller> {
  const sitting = /^Sitting ([\w-]{20,100})$/.exec(req.get("authorization") ?? "");
  if (sitting?.[1] !== undefined) return { kind: "sitter", tokenHash: hashOf(sitting[1]) };
  const token = parse(req.headers.cookie ?? "")[cookieName];
  if (token === undefined) return { kind: "nobody" };

  const row = await db
    .selectFrom("session")
    .leftJoin("person", "person.id", "session.personId")
    .leftJoin("membership", (join) =>
      join
        .onRef("membership.personId", "=", "session.personId")
        .onRef("membership.departmentId", "=", "session.departmentId")
        .on("membership.leftAt", "is", null),
    )
    .leftJoin("memberSeen", (join) =>
      join
        .onRef("memberSeen.departmentId", "=", "session.departmentId")
        .onRef("memberSeen.personId", "=", "session.personId"),
    )
    .leftJoin("department", "department.id", "session.departmentId")
    .leftJoin("secondFactor", (join) =>
      join.onRef("secondFactor.personId", "=", "session.personId").on("secondFactor.confirmedAt", "is not", null),
    )
    .where("session.tokenHash", "=", hashOf(token))
    .where("session.expiresAt", ">", now)
    .select(["session.departmentId", "session.personId", "session.studentId", "person.name", "membership.role"])
    .select(["department.asksSecondFactor", "secondFactor.confirmedAt"])
    .select("memberSeen.seenOn")
    .executeTakeFirst();
  if (row?.studentId != null) return { kind: "student", departmentId: row.departmentId, studentId: row.studentId };
  if (row?.personId == null || row.role === null) return { kind: "nobody" };
  const { departmentId, personId, role } = row;
  const today = now.toISOString().slice(0, 10);
  if (row.seenOn !== today) await noteSeen(db, departmentId, personId, today);
  const owesSecondFactor = row.asksSecondFactor === true && row.confirmedAt === null;
  const who = { departmentId, personId, name: row.name ?? "" };
  return role === "guest" ? { kind: "guest", ...who } : { kind: "member", ...who, role, owesSecondFactor };
}

/** Once a day: colleagues read when somebody was last here. */
async function noteSeen(db: Db, departmentId: string, personId: string, seenOn: string): Promise<void> {
  await db
    .insertInto("memberSeen")
    .values({ departmentId, personId, seenOn })
    .onConflict((conflict) => conflict.columns(["departmentId", "personId"]).doUpdateSet({ seenOn }))
    .execute();
}

/**
 * Sets or clears the cookie; `Secure` whenever the browser came by https, also through a proxy that is trusted. It lasts for a
 * time, not until a date, since the browser's clock may be wrong and the demo's may be moved.
 */
export function sessionKeeper(req: Request, res: Response, now: () => Date): Scope["keepSession"] {
  return (token, expiresAt) => {
    const options = { httpOnly: true, sameSite: "lax", secure: req.secure, path: "/" } as const;
    if (token === null) res.clearCookie(cookieName, options);
    else res.cookie(cookieName, token, { ...options, maxAge: expiresAt.getTime() - now().getTime() });
  };
}

/** The token in the cookie, so that signing out can end its session. */
export const tokenOf = (req: Request): string | undefined => parse(req.headers.cookie ?? "")[cookieName];

const deviceCookie = "verdant-device";
/** Accounts that one device remembers: a shared tablet has a class. */
const mostMarks = 40;

/** The marks of those who have signed in with this browser. */
export const marksOf = (req: Request): readonly string[] =>
  (parse(req.headers.cookie ?? "")[deviceCookie] ?? "").split(".").filter((mark) => /^[\w-]{43}$/.test(mark));

/** Keeps one more mark in the browser, for as long as browsers keep anything. */
export function markKeeper(req: Request, res: Response): Scope["keepMark"] {
  return (mark) => {
    const marks = [mark, ...marksOf(req).filter((one) => one !== mark)].slice(0, mostMarks);
    res.cookie(deviceCookie, marks.join("."), {
      ...{ httpOnly: true, sameSite: "lax", secure: req.secure, path: "/api", maxAge: 400 * 86_400_000 },
    });
  };
}

export async function insertSession(db: Db, row: Insertable<Tables["session"]>): Promise<void> {
  await db.insertInto("session").values(row).execute();
}

export async function deleteSession(db: Db, tokenHash: Buffer): Promise<void> {
  await db.deleteFrom("session").where("tokenHash", "=", tokenHash).execute();
}

/** Ends the sessions of a person everywhere but one; how many. */
export async function deleteOtherSessions(db: Db, personId: string, but: Buffer | null): Promise<number> {
  const { numDeletedRows } = await db
    .deleteFrom("session")
    .where("personId", "=", personId)
    .$if(but !== null, (query) => query.where("tokenHash", "<>", but ?? Buffer.alloc(0)))
    .executeTakeFirst();
  return Number(numDeletedRows);
}

/** Ends the sessions that a student, or a person in this department, has. */
export async function deleteSessionsIn(
  db: Db,
  departmentId: string,
  who: { readonly studentId: string } | { readonly personId: string },
): Promise<void> {
  const [column, id] =
    "studentId" in who ? (["studentId", who.studentId] as const) : (["personId", who.personId] as const);
  await db.deleteFrom("session").where("departmentId", "=", departmentId).where(column, "=", id).execute();
}
