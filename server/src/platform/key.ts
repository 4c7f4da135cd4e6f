/** The installation's key: outside the database, and the same for all its processes (docs/decisions/0018). */
import { randomBytes } from "node:crypto";
import { mkdirSync, readFileSync, writeFileSync } from "node:fs";
import { dirname, resolve } from "node:path";
import type { Db } from "./database.ts";
import { markOf } from "./sealing.ts";

const bytes = 32;

/** The key in this file; a file that is not there yet is made, for its owner only. */
export function keyIn(file: string): Buffer {
  const path = resolve(file);
  const fresh = randomBytes(bytes).toString("base64");
  mkdirSync(dirname(path), { recursive: true });
  try {
    writeFileSync(path, `${fresh}\n`, { mode: 0o600, flag: "wx" });
  } catch (error) {
    if ((error as { code?: unknown }).code !== "EEXIST") throw error;
  }
  const key = Buffer.from(readFileSync(path, "utf8").trim(), "base64");
  if (key.length !== bytes) throw new Error(`${path} holds no key: 32 bytes in base64 are expected.`);
  return key;
}

/** Another key than the one that a database was sealed with. */
export class OtherKey extends Error {}

/**
 * Notes which key the database is sealed with when it is first opened; later only that one opens it.
 *
 * @throws OtherKey
 */
export async function mustFit(db: Db, key: Buffer): Promise<void> {
  const check = markOf(key, "check", "");
  await db.updateTable("installation").set({ keyCheck: check }).where("keyCheck", "is", null).execute();
  const { keyCheck } = await db.selectFrom("installation").select("keyCheck").executeTakeFirstOrThrow();
  if (keyCheck?.equals(check) === true) return;
  throw new OtherKey(
    "KEY_FILE is not the key that this database was sealed with. Bring the right file back from your backup. If it is lost, " +
      "run newKey.js once: all students get new entry cards, and staff set up their second factor again.",
  );
}

/** From now on this key, whatever was there before. */
export async function takeKey(db: Db, key: Buffer): Promise<void> {
  await db
    .updateTable("installation")
    .set({ keyCheck: markOf(key, "check", "") })
    .execute();
}
