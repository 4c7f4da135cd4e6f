/**
 * A department as an archive, and back into an installation where it is not:
 * node server/dist/archive.js write "Geography, My School" geography.zip [without-people]
 * node server/dist/archive.js look geography.zip
 * node server/dist/archive.js restore geography.zip [lead@school.example "Name of the lead"]
 */
import { createWriteStream } from "node:fs";
import { rename, rm } from "node:fs/promises";
import { Readable } from "node:stream";
import { pipeline } from "node:stream/promises";
import { listDepartmentsNamed, listLeadsWithoutPassword } from "./exchange/archive/archiveStore.ts";
import { readManifest, restoreDepartment } from "./exchange/archive/restoreDepartment.ts";
import { filesOfArchive } from "./exchange/archive/writeDepartmentArchive.ts";
import { writeLargeZip } from "./exchange/largeZip.ts";
import { openLocalFile } from "./exchange/localFile.ts";
import { readConfig } from "./platform/config.ts";
import { connect, migrate, type Db } from "./platform/database.ts";
import { Failure } from "./platform/failure.ts";
import { newToken } from "./platform/id.ts";
import { keyIn, mustFit } from "./platform/key.ts";
import { hashPassword } from "./team/passwordRules.ts";
import { updatePassword } from "./team/passwordStore.ts";

const usage = [
  'Say: archive.js write "Department" file.zip [without-people]',
  "     archive.js look file.zip",
  '     archive.js restore file.zip [lead@school.example "Name of the lead"]',
].join("\n");

/** Writes beside the file first, so that one that is there already is not half overwritten. */
export async function write(db: Db, name: string, path: string, withPeople: boolean): Promise<string> {
  const found = await listDepartmentsNamed(db, name);
  const [department] = found;
  if (!department) throw new Error(`There is no department called ${name} here.`);
  if (found.length > 1)
    throw new Error(
      `${found.length} departments are called so. Say which by its id: ${found.map(({ id }) => id).join(", ")}`,
    );
  const part = `${path}.part`;
  try {
    await db
      .transaction()
      .setIsolationLevel("repeatable read")
      .execute((within) =>
        pipeline(
          Readable.from(writeLargeZip(filesOfArchive(within, { departmentId: department.id, withPeople })), {
            objectMode: false,
          }),
          createWriteStream(part, { mode: 0o600 }),
        ),
      );
    await rename(part, path);
  } catch (error) {
    await rm(part, { force: true });
    throw error;
  }
  return `${department.name} is in ${path}${withPeople ? ", with its staff and students" : ", without people"}.`;
}

export async function look(path: string): Promise<string> {
  const file = await openLocalFile(path);
  try {
    const { manifest } = await readManifest(file);
    const tables = manifest.tables.filter(({ rows }) => rows > 0).map(({ name, rows }) => `  ${name}: ${rows}`);
    return [
      `${manifest.department.name}, ${manifest.people ? "with people" : "without people"}, from version ${manifest.schema}`,
      ...tables,
      `  files: ${manifest.files.length}`,
    ].join("\n");
  } finally {
    await file.close();
  }
}

export async function restore(
  db: Db,
  secret: Buffer,
  path: string,
  lead?: { readonly email: string; readonly name: string },
): Promise<string> {
  const file = await openLocalFile(path);
  try {
    const password = newToken().slice(0, 16);
    const passwordHash = await hashPassword(password);
    const restored = await restoreDepartment({
      ...{ db, secret, source: file },
      ...(lead ? { lead: { ...lead, passwordHash, at: new Date() } } : {}),
    });
    const { departmentId, name, people, tables, files, knownPeople } = restored;
    const rows = tables.reduce((sum, one) => sum + one.rows, 0);
    const said = [`${name} is here: ${rows} rows of ${tables.length} tables, ${files} files.`];
    if (people) {
      if (knownPeople > 0) said.push(`${knownPeople} of its people had an account here already and keep it.`);
      for (const person of await listLeadsWithoutPassword(db, departmentId)) {
        const own = newToken().slice(0, 16);
        await updatePassword(db, person.id, await hashPassword(own));
        said.push(`${person.name} signs in with ${person.email} and the password ${own}`);
      }
      said.push("The leads give other staff a link to a new password. All students have new entry cards: print them.");
    } else if (lead)
      said.push(
        knownPeople > 0
          ? `Whoever has the address ${lead.email} leads it.`
          : `${lead.name} signs in with ${lead.email} and the password ${password}`,
      );
    return said.join("\n");
  } finally {
    await file.close();
  }
}

async function main([deed, ...given]: readonly string[]): Promise<string> {
  const [first, second, third] = given;
  if (deed === "look" && first) return look(first);
  if (!first || (deed !== "write" && deed !== "restore")) throw new Error(usage);
  const config = readConfig(process.env);
  const db = connect(config.directUrl, 2);
  try {
    if (deed === "write") {
      if (!second || (third !== undefined && third !== "without-people")) throw new Error(usage);
      return await write(db, first, second, third === undefined);
    }
    if ((second === undefined) !== (third === undefined) || (second && !second.includes("@"))) throw new Error(usage);
    await migrate(db);
    const secret = keyIn(config.keyFile);
    await mustFit(db, secret);
    return await restore(db, secret, first, second && third ? { email: second, name: third } : undefined);
  } finally {
    await db.destroy();
  }
}

/** What a zip file is refused for, as it is said on pages too. */
const wordsOf = (error: unknown): string =>
  error instanceof Failure
    ? `This zip file cannot be read: ${error.code} ${Object.values(error.terms).join(" ")}`
    : error instanceof Error
      ? error.message
      : String(error);

if (process.argv[1]?.endsWith("archive.js") === true)
  main(process.argv.slice(2)).then(
    (said) => console.log(said),
    (error: unknown) => {
      console.error(wordsOf(error));
      process.exitCode = 1;
    },
  );
