/** Pictures of the department: taken in, written anew by a worker, and given to who may see them. */
import { createHash } from "node:crypto";
import { limits } from "@verdant/contract/wire";
import { Failure } from "../platform/failure.ts";
import type { Member, Scope, Student } from "../platform/scope.ts";
import * as store from "./mediaStore.ts";

export interface KeptMedia {
  readonly hash: string;
  readonly mime: string;
  readonly width: number;
  readonly height: number;
}

const budgetMs = 20_000;

export const hashOfBytes = (bytes: Uint8Array): string => createHash("sha256").update(bytes).digest("hex");

/** Keeps a picture; the same picture twice is kept once. */
export async function keepMedia(scope: Scope<Member>, bytes: Buffer): Promise<KeptMedia> {
  if (bytes.length === 0) throw new Failure("invalid", "The file is empty. Choose another.");
  if (bytes.length > limits.mediaBytes) {
    throw new Failure("tooLarge", "A picture may have 5 megabytes. Save it smaller and try again.");
  }
  const made = await scope.jobs.run("slow", "reencode", { bytes }, budgetMs);
  if (!made.ok) throw new Failure("invalid", made.reason);
  const { mime, width, height } = made;
  const hash = hashOfBytes(made.bytes);
  await store.insertMedia(scope.db, {
    departmentId: scope.caller.departmentId,
    hash,
    mime,
    width,
    height,
    bytes: Buffer.from(made.bytes),
    size: made.bytes.length,
    addedBy: scope.caller.personId,
    addedAt: scope.now(),
  });
  return { hash, mime, width, height };
}

/** A picture for a member of the department, or for a student in one of whose sittings it is shown. */
export async function findMedia({ db, caller }: Scope<Member | Student>, hash: string) {
  const { departmentId } = caller;
  const isMet = caller.kind === "member" || (await store.isMetBy(db, departmentId, caller.studentId, hash));
  const found = isMet ? await store.findMedia(db, departmentId, hash) : undefined;
  if (!found) throw new Failure("missing", "There is no such picture here.");
  return found;
}

/** The hashes among `hashes` that the department does not have. */
export async function missingMedia({ db, caller }: Scope<Member>, hashes: readonly string[]): Promise<string[]> {
  const known = await store.listKnown(db, caller.departmentId, hashes);
  return hashes.filter((hash) => !known.has(hash));
}

export const linkMedia = store.insertItemMedia;
