/** A database of its own for one test file, with Larkmoor School in it, a clock to turn, and scopes to call services with. */
import { randomBytes } from "node:crypto";
import { sql } from "kysely";
import { pino } from "pino";
import { afterAll, beforeAll, inject } from "vitest";
import { wordsOf } from "../../courses/entryCard.ts";
import { version } from "../config.ts";
import { Caches } from "../caches.ts";
import { connect, type Db } from "../database.ts";
import { newId } from "../id.ts";
import type { Caller, Installation, Member, Nobody, Sitter, Student, OpenScope } from "../scope.ts";
import { hashOf } from "../id.ts";
import { keyIn } from "../key.ts";
import { createSignals } from "../signals.ts";
import { startThreads } from "../threads.ts";
import { keyFile, loadedAt, template } from "./cluster.ts";

export interface Workbench {
  readonly db: Db;
  readonly url: string;
  readonly installation: Installation;
  readonly departmentId: string;
  readonly lead: OpenScope<Member>;
  readonly teacher: OpenScope<Member>;
  readonly classId: string;
  /** In the order of the class list. */
  readonly students: readonly {
    readonly scope: OpenScope<Student>;
    readonly entryCard: string;
    readonly studentId: string;
  }[];
  /** The clock of all scopes; turning it forward moves all of them. */
  readonly clock: { now: Date };
  readonly scopeOf: <C extends Caller>(caller: C) => OpenScope<C>;
  readonly sitter: (token: string) => OpenScope<Sitter>;
  readonly nobody: OpenScope<Nobody>;
}

/** Call at the top of a test file; the returned object is filled before its first test. */
export function useWorkbench(): Workbench {
  const bench = {} as { -readonly [K in keyof Workbench]: Workbench[K] };
  beforeAll(async () => {
    Object.assign(bench, await openWorkbench());
  });
  afterAll(async () => {
    await bench.installation.threads.stop();
    await bench.installation.signals.stop();
    await bench.db.destroy();
  });
  return bench;
}

async function openWorkbench(): Promise<Workbench> {
  const name = `test_${randomBytes(5).toString("hex")}`;
  const address = (database: string) => inject("databaseUrl").replace("{}", database);
  const admin = connect(address("maintenance"), 1);
  await sql.raw(`create database "${name}" template "${template}"`).execute(admin);
  await admin.destroy();

  const url = address(name);
  const db = connect(url, 20);
  const secret = keyIn(keyFile);
  const installation: Installation = {
    version,
    isDemo: false,
    maySignUp: true,
    schoolServices: [],
    threads: startThreads(),
    caches: new Caches(db),
    background: db,
    signals: createSignals(url, db),
    secret,
  };
  const clock = { now: loadedAt };
  const scopeOf = <C extends Caller>(caller: C): OpenScope<C> => ({
    ...installation,
    db,
    caller,
    now: () => clock.now,
    log: pino({ level: "silent" }),
    address: "127.0.0.1",
    keepSession: () => undefined,
    deviceMarks: [],
    keepMark: () => undefined,
  });
  const members = await db
    .selectFrom("membership")
    .innerJoin("person", "person.id", "membership.personId")
    .select(["membership.departmentId", "person.id as personId", "person.name", "membership.role"])
    .orderBy("joinedAt")
    .execute();
  const member = (role: "lead" | "teacher"): OpenScope<Member> => {
    const row = members.find((one) => one.role === role)!;
    return scopeOf({ kind: "member", departmentId: row.departmentId, personId: row.personId, name: row.name, role });
  };
  const enrolments = await db
    .selectFrom("enrolment")
    .innerJoin("student", "student.id", "enrolment.studentId")
    .select(["enrolment.classId", "enrolment.studentId", "enrolment.departmentId"])
    .select(["enrolment.entryCard", "enrolment.cardSealed"])
    .orderBy("student.familyName")
    .execute();
  return {
    db,
    url,
    installation,
    departmentId: members[0]!.departmentId,
    lead: member("lead"),
    teacher: member("teacher"),
    classId: enrolments[0]!.classId,
    students: enrolments.map(({ departmentId, studentId, ...card }) => ({
      scope: scopeOf({ kind: "student", departmentId, studentId }),
      entryCard: wordsOf(secret, card),
      studentId,
    })),
    clock,
    scopeOf,
    sitter: (token) => scopeOf({ kind: "sitter", tokenHash: hashOf(token) }),
    nobody: scopeOf({ kind: "nobody" }),
  };
}

/** A department of other people beside Larkmoor, with nothing in it but its lead and one student in no class. */
export async function otherDepartment(
  bench: Workbench,
): Promise<{ lead: OpenScope<Member>; student: OpenScope<Student> }> {
  const [departmentId, personId, studentId] = [newId(), newId(), newId()];
  const { db } = bench;
  await db
    .insertInto("department")
    .values({ id: departmentId, name: "Other", timeZone: "Europe/London", createdAt: bench.clock.now })
    .execute();
  await db
    .insertInto("person")
    .values({ id: personId, email: `${personId}@other.example`, name: "Other Lead", passwordHash: null })
    .execute();
  await db
    .insertInto("membership")
    .values({ departmentId, id: newId(), personId, role: "lead", joinedAt: bench.clock.now, leftAt: null })
    .execute();
  await db
    .insertInto("student")
    .values({
      departmentId,
      id: studentId,
      externalId: null,
      givenName: "Other",
      familyName: "Student",
      pseudonymisedAt: null,
    })
    .execute();
  return {
    lead: bench.scopeOf({ kind: "member", departmentId, personId, name: "Other Lead", role: "lead" }),
    student: bench.scopeOf({ kind: "student", departmentId, studentId }),
  };
}
