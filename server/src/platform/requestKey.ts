/** Creates that are sent twice, because an answer got lost, happen once. */
import { setTimeout } from "node:timers/promises";
import type { Db } from "./database.ts";
import { Failure } from "./failure.ts";
import type { Caller, Scope } from "./scope.ts";
import { seal, unseal } from "./sealing.ts";

/** Answers hold entry cards and links; what is kept of them is sealed. */
const purpose = "answer";

/** As it was kept; a process of the version before kept it open. */
const opened = (secret: Buffer, kept: unknown): unknown =>
  typeof kept === "string" ? JSON.parse(unseal(secret, purpose, Buffer.from(kept, "base64"))) : kept;

/** Stands for the answer from the moment at which the deed was written until its answer is kept. */
const done = "done";

/** Milliseconds after which a deed that was begun and never ended is taken to have died with its process. */
const longest = 60_000;

/**
 * The answer of `work`, or the answer that was given when the same key was sent before. The key is claimed in a statement of
 * its own: no transaction waits while the deed reads, asks a worker, or writes in its own transaction.
 *
 * @throws Failure unavailable while the same deed is still under way
 */
export async function answerOnce<C extends Caller, S extends Scope<C>>(
  scope: S,
  key: string,
  work: (scope: S) => Promise<unknown>,
): Promise<unknown> {
  const { caller, db, now } = scope;
  if (caller.kind !== "member" && caller.kind !== "student") return work(scope);
  if (key.length > 200) throw new Failure("keyTooLong", { most: 200 });
  const owner = caller.kind === "member" ? caller.personId : caller.studentId;
  const row = { departmentId: caller.departmentId, key: `${owner} ${key}` };
  const claimed = await db
    .insertInto("requestKey")
    .values({ ...row, answered: null, at: now() })
    .onConflict((conflict) =>
      conflict
        .columns(["departmentId", "key"])
        .doUpdateSet({ at: now() })
        .where("requestKey.answered", "is", null)
        .where("requestKey.at", "<", new Date(now().getTime() - longest)),
    )
    .executeTakeFirst();
  const ofKey = (using: Db) =>
    using.updateTable("requestKey").where("departmentId", "=", row.departmentId).where("key", "=", row.key);
  if (claimed.numInsertedOrUpdatedRows === 0n) return waitFor(scope, row);
  try {
    const beforeCommit = async (within: Db) => {
      await ofKey(within)
        .set({ answered: JSON.stringify(done) })
        .execute();
    };
    const answered = await work({ ...scope, beforeCommit });
    const kept = seal(scope.secret, purpose, JSON.stringify(answered)).toString("base64");
    await ofKey(db)
      .set({ answered: JSON.stringify(kept) })
      .execute();
    return answered;
  } catch (error) {
    // What failed before anything was written may be tried again with the same key.
    await db
      .deleteFrom("requestKey")
      .where("departmentId", "=", row.departmentId)
      .where("key", "=", row.key)
      .where("answered", "is", null)
      .execute();
    throw error;
  }
}

/** What the same deed, sent before, is answered; while it is under way nothing is held. */
async function waitFor({ db, secret }: Scope, row: { departmentId: string; key: string }): Promise<unknown> {
  // Between what was done and its answer lies a moment: only an answer that does not follow for long was lost.
  let isDoneFor = 0;
  for (let tries = 0; tries < 50 || isDoneFor > 0; tries++) {
    const found = await db
      .selectFrom("requestKey")
      .where("departmentId", "=", row.departmentId)
      .where("key", "=", row.key)
      .select("answered")
      .executeTakeFirst();
    // The first one failed, and did nothing.
    if (!found) break;
    if (found.answered !== null && found.answered !== done) return opened(secret, found.answered);
    if (found.answered === done && ++isDoneFor > 40) throw new Failure("doneAlready");
    await setTimeout(100);
  }
  throw new Failure("underWay");
}

/** Answers that are kept for somebody who might ask again: gone with the student they were given to. */
export async function deleteKeysOf(db: Db, departmentId: string, studentId: string): Promise<void> {
  await db
    .deleteFrom("requestKey")
    .where("departmentId", "=", departmentId)
    .where("key", "like", `${studentId} %`)
    .execute();
}
