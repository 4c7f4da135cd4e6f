/** Puts a department from an archive into an installation where it is not: all of it, or nothing. */
import { createHash } from "node:crypto";
import { kindNames } from "@verdant/core/items/kindNames";
import { z } from "zod";
import { giveNewCards } from "../../courses/sealCards.ts";
import { sittingTokenHash } from "../../delivery/service.ts";
import type { Db } from "../../platform/database.ts";
import { Failure } from "../../platform/failure.ts";
import { newId } from "../../platform/id.ts";
import { openArchive, type Archive, type RandomAccess } from "../zip.ts";
import * as store from "./archiveStore.ts";
import { nobody } from "./holds.ts";
import { Manifest, manifestPath, pathOfTable, version } from "./manifest.ts";
import { tablesToKeep } from "./writeDepartmentArchive.ts";

/** An archive is brought by whoever runs the installation: it may be large, not a trap. */
const bounds = { entries: 2_000_000, bytes: 64 * 1024 ** 3, ratio: 1000 };
const mostOfManifest = 400 * 1024 ** 2;
const mostOfTable = 16 * 1024 ** 3;
const mostOfFile = 300 * 1024 ** 2;
/** Characters of rows that are read at once, and the most of a single one. */
const batch = 1024 ** 2;
const mostOfRow = 32 * 1024 ** 2;

export interface Restored {
  readonly departmentId: string;
  readonly name: string;
  readonly people: boolean;
  readonly tables: readonly { readonly name: string; readonly rows: number }[];
  readonly files: number;
  /** People of the archive, or its new lead, who had an account here already: they keep it. */
  readonly knownPeople: number;
}

export interface Lead {
  readonly email: string;
  readonly name: string;
  readonly passwordHash: string;
  readonly at: Date;
}

export interface Given {
  readonly db: Db;
  /** The key of this installation. */
  readonly secret: Buffer;
  readonly source: RandomAccess;
  /** Who leads the department where the archive has no people: whoever has this address here, or a new account. */
  readonly lead?: Lead;
}

/** Why an archive cannot be restored, in words for whoever runs the installation. */
export class CannotRestore extends Error {}

/** What an archive says of itself. */
export async function readManifest(source: RandomAccess): Promise<{ archive: Archive; manifest: Manifest }> {
  const archive = await openArchive(source, bounds);
  if (!archive.paths.has(manifestPath)) throw noArchive();
  let said: unknown;
  try {
    said = JSON.parse((await archive.read(manifestPath, mostOfManifest)).toString("utf8"));
  } catch (error) {
    if (error instanceof Failure) throw error;
    throw noArchive();
  }
  const parsed = Manifest.safeParse(said);
  if (!parsed.success) throw noArchive();
  return { archive, manifest: parsed.data };
}

export async function restoreDepartment({ db, secret, source, lead }: Given): Promise<Restored> {
  const { archive, manifest } = await readManifest(source);
  const { department, people } = manifest;
  if (manifest.version > version)
    throw new CannotRestore(
      `This archive is of form ${manifest.version}, which a newer version of the program wrote. Update this one first.`,
    );
  if (!people && !lead)
    throw new CannotRestore(
      "This archive holds no people. Say who is to lead the department: an e-mail address and a name.",
    );
  return db.transaction().execute(async (within) => {
    await store.prepare(within);
    const schema = await store.findSchema(within);
    if (schema !== manifest.schema)
      throw new CannotRestore(
        `This archive is from another version of the program (${manifest.schema}; here it is ${schema}). ` +
          "Restore it with that version, then update.",
      );
    if (await store.isHere(within, department.id))
      throw new CannotRestore(
        `${department.name} is in this installation already. An archive is restored where its department is not.`,
      );
    const kept = await tablesToKeep(within, people);
    const sums = new Map(manifest.tables.map((one) => [one.name, one]));
    const names = [...kept.map(({ table }) => table.name), ...(people ? ["person"] : [])];
    for (const name of names) if (!sums.has(name)) throw damaged(pathOfTable(name));
    for (const name of sums.keys()) if (!names.includes(name)) throw damaged(pathOfTable(name));

    for (const one of kept) {
      await store.makeStage(within, one);
      await readTable(archive, sums.get(one.table.name), (json) => store.stageRows(within, one, json));
    }
    await bringFiles(within, archive, manifest, kept);
    for (const one of kept) {
      const { foreign, empty } = await store.countStrange(within, department.id, one);
      if (foreign + empty > 0) throw damaged(pathOfTable(one.table.name));
    }
    const known = people ? await bringPeople(within, archive, sums.get("person"), kept) : null;
    const leadId = !people && lead ? await accountOf(within, lead) : null;
    if (leadId)
      for (const { table } of kept) await store.renamePeople(within, table, new Map([[nobody, leadId.personId]]));
    if (people) {
      for await (const ids of store.stagedSittings(within))
        await store.setTokens(
          within,
          ids.map((id) => ({ id, token: sittingTokenHash(secret, id).toString("hex") })),
        );
    }
    const tables: { name: string; rows: number }[] = [];
    for (const one of inOrder(kept)) tables.push({ name: one.table.name, rows: await store.moveIn(within, one) });
    if (people) await giveNewCards(within, secret, department.id);
    if (leadId && lead)
      await store.insertLead(within, {
        ...{ departmentId: department.id, personId: leadId.personId, membershipId: newId(), at: lead.at },
      });
    return {
      departmentId: department.id,
      name: department.name,
      people,
      tables,
      files: manifest.files.length,
      knownPeople: known ?? (leadId?.isKnown === true ? 1 : 0),
    };
  });
}

async function accountOf(db: Db, { email, name, passwordHash }: Lead) {
  const id = newId();
  const known = (await store.matchPeople(db, [{ id, email }])).get(id);
  if (known === undefined) await store.insertPeople(db, [{ id, email, name, passwordHash }]);
  return { personId: known ?? id, isKnown: known !== undefined };
}

const noArchive = () =>
  new CannotRestore("This zip file is no archive of a department: it has no archive.json that can be read.");
const damaged = (file: string) =>
  new CannotRestore(
    `The archive is damaged or was changed: ${file} is not what archive.json says. Nothing was restored.`,
  );
const broken = (file: string, row: number, cause?: unknown) => {
  const why = cause instanceof Error ? ` (${cause.message})` : "";
  return new CannotRestore(
    `The archive holds a row that does not fit, at or before line ${row} of ${file}${why}. Nothing was restored.`,
    { cause },
  );
};

/** Tables after those that they refer to. */
function inOrder(kept: readonly store.Kept[]): store.Kept[] {
  const byName = new Map(kept.map((one) => [one.table.name, one]));
  const done = new Set<store.Kept>();
  const put = (one: store.Kept) => {
    if (done.has(one)) return;
    for (const name of one.table.needs) {
      const other = byName.get(name);
      if (other) put(other);
    }
    done.add(one);
  };
  for (const one of kept) put(one);
  return [...done];
}

/** The least that a row must hold so that pages can show it: whoever has changed an archive by hand is told where. */
const contents: Readonly<Record<string, z.ZodType>> = {
  item_revision: z.looseObject({ content: z.looseObject({ kind: z.enum(Object.keys(kindNames)), stem: z.unknown() }) }),
  stimulus_revision: z.looseObject({ content: z.looseObject({ title: z.string() }) }),
};

async function readTable(
  archive: Archive,
  said: Manifest["tables"][number] | undefined,
  take: (json: string) => Promise<void>,
): Promise<void> {
  if (!said) throw noArchive();
  const path = pathOfTable(said.name);
  const hash = createHash("sha256");
  let [rows, waiting, length] = [0, [] as string[], 0];
  const flush = async () => {
    if (waiting.length === 0) return;
    try {
      await take(`[${waiting.join(",")}]`);
    } catch (error) {
      throw broken(path, rows, error);
    }
    [waiting, length] = [[], 0];
  };
  for await (const line of linesOf(archive, path, hash)) {
    rows++;
    const schema = contents[said.name];
    if (schema && !isLike(schema, line)) throw broken(path, rows);
    waiting.push(line);
    length += line.length;
    if (length > batch) await flush();
  }
  await flush();
  if (rows !== said.rows || hash.digest("hex") !== said.sha256) throw damaged(path);
}

function isLike(schema: z.ZodType, line: string): boolean {
  try {
    return schema.safeParse(JSON.parse(line)).success;
  } catch {
    return false;
  }
}

async function* linesOf(archive: Archive, path: string, hash: ReturnType<typeof createHash>): AsyncGenerator<string> {
  const decoder = new TextDecoder();
  let text = "";
  for await (const piece of archive.pieces(path, mostOfTable)) {
    hash.update(piece);
    text += decoder.decode(piece, { stream: true });
    const lines = text.split("\n");
    text = lines.pop() ?? "";
    yield* lines;
    if (text.length > mostOfRow) throw damaged(path);
  }
  if (text + decoder.decode() !== "") throw damaged(path);
}

async function bringFiles(db: Db, archive: Archive, { files }: Manifest, kept: readonly store.Kept[]): Promise<void> {
  const byTable = new Map(kept.map((one) => [one.table.name, one]));
  for (const { path, table, key, sha256 } of files) {
    const one = byTable.get(table);
    if (!one?.held.files) throw damaged(path);
    const bytes = await archive.read(path, mostOfFile);
    if (createHash("sha256").update(bytes).digest("hex") !== sha256) throw damaged(path);
    if (!(await store.stageBytes(db, one, key, bytes))) throw damaged(path);
  }
}

const Person = z.object({ id: z.uuid(), email: z.string().max(320), name: z.string().max(400) });

/** Staff who have an account here keep it; the others get one without a password. How many were known. */
async function bringPeople(
  db: Db,
  archive: Archive,
  said: Manifest["tables"][number] | undefined,
  kept: readonly store.Kept[],
): Promise<number> {
  const people: z.infer<typeof Person>[] = [];
  await readTable(archive, said, (json) => {
    const parsed = z.array(Person).safeParse(JSON.parse(json));
    if (!parsed.success) throw damaged(pathOfTable("person"));
    people.push(...parsed.data);
    return Promise.resolve();
  });
  const known = await store.matchPeople(db, people);
  await store.insertPeople(
    db,
    people.filter(({ id }) => !known.has(id)).map((one) => ({ ...one, passwordHash: null })),
  );
  const others = new Map([...known].filter(([was, is]) => was !== is));
  if (others.size > 0) for (const { table } of kept) await store.renamePeople(db, table, others);
  return known.size;
}
