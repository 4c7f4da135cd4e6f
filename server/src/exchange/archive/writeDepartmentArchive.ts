/** A department as an archive: everything it has, piece by piece, as it stands at one moment. */
import { createHash, type Hash } from "node:crypto";
import type { Db } from "../../platform/database.ts";
import type { LargeFile } from "../largeZip.ts";
import { findDepartment } from "../store.ts";
import * as store from "./archiveStore.ts";
import { archived } from "./holds.ts";
import { manifestPath, pathOfTable, readme, version, type Manifest } from "./manifest.ts";

export interface Asked {
  readonly departmentId: string;
  readonly withPeople: boolean;
}

/** What goes along of the tables that there are, in the order of their names. */
export async function tablesToKeep(db: Db, withPeople: boolean): Promise<store.Kept[]> {
  const tables = await store.listTables(db);
  return [...archived]
    .sort((a, b) => (a.table < b.table ? -1 : 1))
    .flatMap((held) => {
      const table = tables.get(held.table);
      return table && (withPeople || held.withoutPeople !== "none") ? [{ table, held, withPeople }] : [];
    });
}

const extensions: Readonly<Record<string, string>> = {
  ...{ "image/png": ".png", "image/jpeg": ".jpg", "image/webp": ".webp", "image/gif": ".gif", "image/svg+xml": ".svg" },
  ...{ "audio/mpeg": ".mp3", "audio/mp4": ".m4a", "audio/ogg": ".ogg", "audio/wav": ".wav", "audio/webm": ".webm" },
  ...{ "video/mp4": ".mp4", "video/webm": ".webm", "text/vtt": ".vtt" },
};

/**
 * The files of an archive, each read when it is written.
 *
 * @param db a transaction that sees one moment
 */
export async function* filesOfArchive(db: Db, { departmentId, withPeople }: Asked): AsyncGenerator<LargeFile> {
  await store.prepare(db);
  const kept = await tablesToKeep(db, withPeople);
  const { name } = await findDepartment(db, departmentId);
  const manifest: Manifest = {
    ...{ format: "verdant-loop archive", version, schema: await store.findSchema(db) },
    department: { id: departmentId, name },
    people: withPeople,
    tables: [],
    files: [],
  };
  yield { path: "README.txt", bytes: [Buffer.from(readme(name, withPeople))] };
  for (const one of kept) yield* tableFile(manifest, one.table.name, store.lines(db, departmentId, one));
  if (withPeople) {
    const people = await store.listPeople(db, departmentId, kept);
    yield* tableFile(manifest, "person", [people]);
  }
  for (const one of kept) {
    const { files } = one.held;
    if (!files) continue;
    for (const { key, mime } of await store.listFiles(db, departmentId, one)) {
      const path = `${files.folder}/${key.join("/")}${extensions[mime ?? ""] ?? ""}`;
      const hash = createHash("sha256");
      yield { path, bytes: hashed(store.slices(db, departmentId, one, key), hash) };
      // It has been written when the next file is asked for.
      manifest.files.push({ path, table: one.table.name, key: [...key], sha256: hash.digest("hex") });
    }
  }
  yield { path: manifestPath, bytes: [Buffer.from(`${JSON.stringify(manifest, null, 1)}\n`)] };
}

function* tableFile(
  { tables }: Manifest,
  name: string,
  lines: AsyncIterable<string[]> | Iterable<string[]>,
): Generator<LargeFile> {
  const hash = createHash("sha256");
  let rows = 0;
  yield { path: pathOfTable(name), bytes: counted(lines, hash, (some) => (rows += some)) };
  // It has been written when the next file is asked for.
  tables.push({ name, rows, sha256: hash.digest("hex") });
}

async function* hashed(bytes: AsyncIterable<Buffer>, hash: Hash): AsyncGenerator<Buffer> {
  for await (const some of bytes) {
    hash.update(some);
    yield some;
  }
}

async function* counted(
  lines: AsyncIterable<string[]> | Iterable<string[]>,
  hash: Hash,
  count: (rows: number) => void,
): AsyncGenerator<Buffer> {
  for await (const some of lines) {
    if (some.length === 0) continue;
    const bytes = Buffer.from(`${some.join("\n")}\n`);
    hash.update(bytes);
    count(some.length);
    yield bytes;
  }
}
