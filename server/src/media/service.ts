/** Pictures and recordings of the department: taken in, described, and given to who may see them. */
import { createHash } from "node:crypto";
import type { Input, Result } from "@verdant/contract/endpoint";
import type * as contract from "@verdant/contract/media";
import { limits } from "@verdant/contract/wire";
import { headline } from "@verdant/core/richText";
import { groupBy } from "@verdant/core/groupBy";
import { Failure, need } from "../platform/failure.ts";
import { record } from "../platform/history.ts";
import { atomically, type Guest, type Member, type Scope, type Student, type OpenScope } from "../platform/scope.ts";
import { inThread } from "../platform/threads.ts";
import { recordingTypeOf } from "./recording.ts";
import * as store from "./store.ts";
import { reencode } from "./tasks.ts";

const budgetMs = 20_000;

export const hashOfBytes = (bytes: Uint8Array): string => createHash("sha256").update(bytes).digest("hex");

/** What a kind of media is called, by its type. */
export const kindOfMime = (mime: string) =>
  mime.startsWith("audio/")
    ? ("audio" as const)
    : mime.startsWith("video/")
      ? ("video" as const)
      : ("picture" as const);

/**
 * Keeps a picture, written anew by a worker, or a recording as it comes; the same bytes twice are kept once.
 *
 * @param name of the file it came in
 */
export async function keepMedia(
  scope: OpenScope<Member | Guest>,
  bytes: Buffer,
  name = "",
): Promise<contract.KeptMedia> {
  const { caller } = scope;
  if (caller.kind === "guest" && !(await store.mayWriteSomewhere(scope.db, caller.departmentId, caller.personId)))
    throw new Failure("notAllowed", { who: "member" });
  if (bytes.length === 0) throw new Failure("fileEmpty");
  const made = await madeOf(scope, bytes);
  const { departmentId, personId } = caller;
  const hash = hashOfBytes(made.bytes);
  await store.insertMedia(scope.db, {
    departmentId,
    hash,
    mime: made.mime,
    width: made.width,
    height: made.height,
    bytes: Buffer.from(made.bytes),
    size: made.bytes.length,
    name: name.trim().slice(0, limits.alt),
    addedBy: personId,
    addedAt: scope.now(),
  });
  const kept = need(await store.findMedia(scope.db, departmentId, hash), "media");
  return { ...kept, hash, kind: kindOfMime(kept.mime) };
}

async function madeOf(scope: OpenScope<Member | Guest>, bytes: Buffer) {
  const recording = recordingTypeOf(bytes);
  if (recording) {
    if (bytes.length > limits.recordingBytes)
      throw new Failure("recordingTooLarge", { megabytes: limits.recordingBytes / 1_000_000 });
    return { bytes, mime: recording.mime, width: null, height: null };
  }
  if (bytes.length > limits.mediaBytes)
    throw new Failure("pictureTooLarge", { megabytes: limits.mediaBytes / 1_000_000 });
  const made = await inThread(scope, reencode, { bytes }, { lane: "slow", budgetMs }).catch((error: unknown) => {
    if (error instanceof Failure) throw error;
    scope.log.warn({ err: error }, "a picture could not be written anew");
    throw new Failure("pictureTooComplicated");
  });
  if (!made.ok) throw new Failure(made.reason);
  return made;
}

/** What is known of a picture or recording, for whoever may see something that shows it. */
export async function findMedia({ db, caller }: Scope<Member | Guest | Student>, hash: string) {
  const { departmentId } = caller;
  const isMet =
    caller.kind === "member" ||
    (caller.kind === "guest"
      ? await store.isShownToGuest(db, departmentId, caller.personId, hash)
      : await store.isMetBy(db, departmentId, caller.studentId, hash));
  const found = isMet ? await store.findMedia(db, departmentId, hash) : undefined;
  if (!found) throw new Failure("noSuch", { what: "media" });
  return found;
}

export interface ByteRange {
  readonly from: number;
  /** The last byte that belongs to it. */
  readonly to: number;
}

/** The one range that a request asks for (RFC 9110, section 14); undefined: all of it. Several at once are all of it, too. */
export function rangeOf(header: string | undefined, size: number): ByteRange | "unsatisfiable" | undefined {
  const [, from = "", to = ""] = /^bytes=(\d{0,12})-(\d{0,12})$/.exec(header ?? "") ?? [];
  if (from === "" && to === "") return undefined;
  if (from === "") {
    const last = Number(to);
    return last === 0 ? "unsatisfiable" : { from: Math.max(0, size - last), to: size - 1 };
  }
  const first = Number(from);
  if (first >= size) return "unsatisfiable";
  const end = to === "" ? size - 1 : Math.min(size - 1, Number(to));
  return end < first ? undefined : { from: first, to: end };
}

/** The bytes of what {@link findMedia} has found. */
export async function readMedia(
  { db, caller }: Scope<Member | Guest | Student>,
  hash: string,
  range: ByteRange | undefined,
): Promise<Buffer> {
  const bytes = await store.readBytes(db, caller.departmentId, hash, range);
  return need(bytes, "media");
}

export async function listMedia(
  { db, caller }: Scope<Member>,
  { query }: Input<typeof contract.listMedia>,
): Promise<Result<typeof contract.listMedia>> {
  const { departmentId } = caller;
  const { rows, total } = await store.listMedia(db, departmentId, query);
  const hashes = rows.map((row) => row.hash);
  const items = groupBy(await store.listItemsShowing(db, departmentId, hashes), (one) => one.hash);
  const stimuli = groupBy(await store.listStimuliShowing(db, departmentId, hashes), (one) => one.hash);
  return {
    total,
    media: rows.map((row) => ({
      ...row,
      kind: kindOfMime(row.mime),
      addedAt: row.addedAt.toISOString(),
      usedIn: [
        ...(items.get(row.hash) ?? []).map(({ id, number, label, content }) => ({
          kind: "item" as const,
          id,
          number,
          name: label ?? headline(content.stem),
        })),
        ...(stimuli.get(row.hash) ?? []).map(({ id, title }) => ({
          kind: "stimulus" as const,
          id,
          number: null,
          name: title,
        })),
      ],
    })),
  };
}

export function describeMedia(
  scope: Scope<Member>,
  { params, body }: Input<typeof contract.describeMedia>,
): Promise<{ ok: true }> {
  return atomically(scope, async (within) => {
    const { db, caller } = within;
    const { departmentId } = caller;
    const before = need(await store.findMedia(db, departmentId, params.hash), "media");
    await store.updateMedia(db, departmentId, params.hash, body);
    const { name, description, credit } = before;
    await record(within, {
      departmentId,
      entity: "media",
      entityId: departmentId,
      action: "described",
      before: { hash: params.hash, name, description, credit },
      after: { hash: params.hash, ...body },
    });
    return { ok: true };
  });
}

export function removeMedia(
  scope: Scope<Member>,
  { params }: Input<typeof contract.removeMedia>,
): Promise<{ ok: true }> {
  return atomically(scope, async (within) => {
    const { db, caller } = within;
    const { departmentId } = caller;
    const found = need(await store.findMedia(db, departmentId, params.hash), "media");
    if (await store.isShown(db, departmentId, params.hash)) throw new Failure("mediaInUse");
    await store.deleteMedia(db, departmentId, params.hash);
    await record(within, {
      departmentId,
      entity: "media",
      entityId: departmentId,
      action: "removed",
      before: { hash: params.hash, name: found.name },
    });
    return { ok: true };
  });
}

/** The hashes among `hashes` that the department does not have. */
export async function missingMedia({ db, caller }: Scope<Member>, hashes: readonly string[]): Promise<string[]> {
  const known = await store.listKnown(db, caller.departmentId, hashes);
  return hashes.filter((hash) => !known.has(hash));
}

export const linkMedia = store.insertItemMedia;
