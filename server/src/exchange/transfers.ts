/** Files on their way in and out: asked for in a request, done in the background, kept for a week. */
import type { Input, Result } from "@verdant/contract/endpoint";
import type * as contract from "@verdant/contract/exchange";
import { limits } from "@verdant/contract/wire";
import { itemIdsOf } from "@verdant/core/assembly/layout";
import { can } from "@verdant/core/team/can";
import { LRUCache } from "lru-cache";
import type { Db } from "../platform/database.ts";
import { quizOfLayout } from "../assembly/layout.ts";
import { idsOf } from "../bank/list/bulk.ts";
import { Failure, need } from "../platform/failure.ts";
import { record } from "../platform/history.ts";
import { newId } from "../platform/id.ts";
import { atomically, type Member, type OpenScope, type Scope } from "../platform/scope.ts";
import { deleteFindings } from "./findingStore.ts";
import * as store from "./transferStore.ts";
import type { RandomAccess } from "./zip.ts";

/** Bytes of one piece: little beside what else a process holds. */
export const pieceBytes = 512 * 1024;
const listed = 30;
const mostUnderWay = 3;
export const keptMs = 7 * 86_400_000;
export const mostOnTheWayMs = 2 * 3_600_000;
const brokeOff = new Failure("fileBrokeOff");

/** Any part of a file that lies in pieces; those read last stay at hand, since what is in an archive lies side by side. */
export function accessTo(db: Db, departmentId: string, transferId: string, size: number): RandomAccess {
  const held = new LRUCache<number, Buffer>({ max: 8 });
  const pieceAt = async (n: number) => {
    const known = held.get(n);
    if (known) return known;
    const bytes = (await store.findPiece(db, departmentId, transferId, n))?.bytes ?? Buffer.alloc(0);
    held.set(n, bytes);
    return bytes;
  };
  return {
    size,
    read: async function* (start, end) {
      for (let n = Math.floor(start / pieceBytes); n * pieceBytes < end; n++) {
        const piece = await pieceAt(n);
        yield piece.subarray(Math.max(0, start - n * pieceBytes), Math.min(piece.length, end - n * pieceBytes));
      }
    },
  };
}

/** Why a transfer failed, as it is kept. */
export const saidOf = ({ code, terms, errors = [] }: Failure): NonNullable<contract.Transfer["problem"]> => ({
  code,
  terms,
  errors: [...errors],
});
export const brokenOff = saidOf(brokeOff);

type Row = NonNullable<Awaited<ReturnType<typeof store.findTransfer>>>;

const asTransfer = ({
  askedById: _,
  looksFirst: _looks,
  agreedAt: _agreed,
  askedAt,
  finishedAt,
  ...row
}: Row): contract.Transfer => ({
  ...row,
  askedAt: askedAt.toISOString(),
  finishedAt: finishedAt?.toISOString() ?? null,
});

export async function listTransfers(scope: Scope<Member>): Promise<Result<typeof contract.listTransfers>> {
  const rows = await store.listTransfers(scope.db, scope.caller.departmentId, listed);
  return { transfers: rows.map(asTransfer) };
}

export async function showTransfer({ db, caller }: Scope<Member>, transferId: string): Promise<contract.Transfer> {
  return asTransfer(need(await store.findTransfer(db, caller.departmentId, transferId), "transfer"));
}

/**
 * Takes the bytes of a file in, piece by piece, and has it imported. No transaction waits for the network: what breaks
 * off stays behind as pieces that nobody works on, and is put away.
 */
export async function bringFile(
  scope: OpenScope<Member>,
  name: string,
  bytes: AsyncIterable<Buffer>,
  { looksFirst = false }: { readonly looksFirst?: boolean } = {},
): Promise<contract.Transfer> {
  mayExchange(scope, "import");
  const { db, caller, now } = scope;
  const { departmentId } = caller;
  await mayBegin(db, departmentId);
  const id = newId();
  await store.insertTransfer(db, {
    ...{ departmentId, id, kind: "import", state: "receiving", looksFirst },
    ...{ name: name.slice(0, limits.name) || "a file", askedBy: caller.personId, askedAt: now() },
  });
  try {
    const size = await keepPieces(db, { departmentId, id }, bytes);
    await store.moveOn(db, departmentId, id, ["receiving"], { state: "waiting", bytes: size });
  } catch (error) {
    await store.deletePieces(db, departmentId, id);
    const problem = error instanceof Failure ? saidOf(error) : brokenOff;
    await store.moveOn(db, departmentId, id, ["receiving"], {
      ...{ state: "failed", finishedAt: now(), problem },
    });
    throw error;
  }
  return showTransfer(scope, id);
}

/** Keeps what comes as pieces of one size; how many bytes they are. */
export async function keepPieces(
  db: Db,
  { departmentId, id }: { departmentId: string; id: string },
  source: AsyncIterable<Buffer> | Iterable<Buffer>,
  tooLarge = () => new Failure("fileTooLarge", { megabytes: 500 }),
): Promise<number> {
  let [n, size, waiting] = [0, 0, [] as Buffer[]];
  let held = 0;
  const keep = async (bytes: Buffer) => {
    await store.insertPiece(db, { departmentId, transferId: id, n: n++, bytes });
  };
  for await (const some of source) {
    size += some.length;
    if (size > limits.departmentFileBytes) throw tooLarge();
    waiting.push(some);
    held += some.length;
    if (held < pieceBytes) continue;
    const all = Buffer.concat(waiting);
    const whole = all.length - (all.length % pieceBytes);
    for (let at = 0; at < whole; at += pieceBytes) await keep(all.subarray(at, at + pieceBytes));
    waiting = [all.subarray(whole)];
    held = all.length - whole;
  }
  if (held > 0) await keep(Buffer.concat(waiting));
  return size;
}

/** The bytes of a file, piece by piece, each read by itself. */
export async function* piecesOf(db: Db, departmentId: string, transferId: string): AsyncGenerator<Buffer> {
  for (let n = 0; ; n++) {
    const piece = await store.findPiece(db, departmentId, transferId, n);
    if (!piece) return;
    yield piece.bytes;
  }
}

/** What a file of each form is called, and what it is. */
const forms = {
  department: { start: "department", extension: "json", mime: "application/json" },
  package: { start: "items", extension: "zip", mime: "application/zip" },
  olderPackage: { start: "items-2.2", extension: "zip", mime: "application/zip" },
  text: { start: "items", extension: "txt", mime: "text/plain; charset=utf-8" },
  word: {
    ...{ start: "items", extension: "docx" },
    mime: "application/vnd.openxmlformats-officedocument.wordprocessingml.document",
  },
  archive: { start: "everything", extension: "zip", mime: "application/zip" },
  archiveWithoutPeople: { start: "everything-without-people", extension: "zip", mime: "application/zip" },
  table: { start: "items", extension: "csv", mime: "text/csv; charset=utf-8" },
  workbook: {
    ...{ start: "items", extension: "xlsx" },
    mime: "application/vnd.openxmlformats-officedocument.spreadsheetml.sheet",
  },
} as const satisfies Record<contract.Transfer["format"], unknown>;

export async function startExport(
  scope: OpenScope<Member>,
  { body: { format, which, quizId } }: Input<typeof contract.startExport>,
): Promise<contract.Transfer> {
  mayExchange(scope, "export");
  const quiz = quizId === undefined ? undefined : await quizOfLayout(scope, quizId);
  const itemIds = quiz ? itemIdsOf(quiz.parts) : which && (await idsOf(scope, which));
  return atomically(scope, async (within) => {
    const { db, caller, now } = within;
    const { departmentId } = caller;
    await mayBegin(db, departmentId);
    const id = newId();
    await store.insertTransfer(db, {
      ...{ departmentId, id, kind: "export", format, state: "waiting" },
      ...(itemIds && { itemIds: JSON.stringify(itemIds) }),
      ...(quiz && { quiz: JSON.stringify(quiz) }),
      ...{
        name: `${quiz ? `quiz-${quiz.number}` : forms[format].start}-${now().toISOString().slice(0, 10)}.${forms[format].extension}`,
        askedBy: caller.personId,
        askedAt: now(),
      },
    });
    await record(within, {
      departmentId,
      entity: "department",
      entityId: departmentId,
      action: "exported",
      after: { format, ...(itemIds && { items: itemIds.length }), ...(quizId !== undefined && { quizId }) },
    });
    return showTransfer(within, id);
  });
}

export function cancelTransfer(
  scope: Scope<Member>,
  { params }: Input<typeof contract.cancelTransfer>,
): Promise<contract.Transfer> {
  return atomically(scope, async (within) => {
    const { db, caller, now } = within;
    const { transferId } = params;
    const { departmentId } = caller;
    const isStopped = await store.moveOn(db, departmentId, transferId, ["waiting", "running", "read"], {
      ...{ state: "cancelled", finishedAt: now() },
    });
    const transfer = await showTransfer(within, transferId);
    if (!isStopped && transfer.state !== "cancelled") throw new Failure("transferOver");
    await store.deletePieces(db, departmentId, transferId);
    await deleteFindings(db, { departmentId, transferId });
    return transfer;
  });
}

/** What an export that is done holds: its name, its size and its bytes. */
export async function openFile(scope: OpenScope<Member>, transferId: string) {
  const { db, caller } = scope;
  const transfer = await showTransfer(scope, transferId);
  if (transfer.kind !== "export" || transfer.state !== "done") throw new Failure("exportNotDone");
  const { mime } = forms[transfer.format];
  return { name: transfer.name, mime, bytes: transfer.bytes, pieces: piecesOf(db, caller.departmentId, transferId) };
}

export function mayExchange({ caller }: Scope<Member>, verb: "import" | "export"): void {
  if (!can(caller.role, { verb, thing: "department" })) throw new Failure("notAllowed", { who: "lead" });
}

/** Files are large: a department has a few under way, not a hundred. */
async function mayBegin(db: Db, departmentId: string): Promise<void> {
  if ((await store.countUnfinished(db, departmentId)) < mostUnderWay) return;
  throw new Failure("transfersFull", { most: 3 });
}
