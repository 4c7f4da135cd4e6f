/** Loads the demo data into an empty database, through the same import that a department uses. */
import { sql } from "kysely";
import { pathToFileURL } from "node:url";
import { readPaperKey } from "@verdant/core/bank/paperKey";
import { groupBy } from "@verdant/core/groupBy";
import { dateOf, dayOf } from "@verdant/core/plan/day";
import { pino } from "pino";
import work from "../server/src/worker.ts";
import { createClass, listCourses } from "../server/src/courses/service.ts";
import { importDepartment } from "../server/src/exchange/service.ts";
import { saveMany } from "../server/src/many/service.ts";
import { Caches } from "../server/src/platform/caches.ts";
import { clockFrom, version } from "../server/src/platform/config.ts";
import { demoBegin } from "../server/src/platform/demoClock.ts";
import { connect, migrate, type Db } from "../server/src/platform/database.ts";
import { newId } from "../server/src/platform/id.ts";
import { keyIn, mustFit } from "../server/src/platform/key.ts";
import { localDateOf } from "../server/src/platform/localDate.ts";
import type { Caller, Member, OpenScope } from "../server/src/platform/scope.ts";
import type { Signals } from "../server/src/platform/signals.ts";
import type { Threads } from "../server/src/platform/threads.ts";
import { changeItems } from "../server/src/bank/list/bulk.ts";
import { addItems } from "../server/src/bank/service.ts";
import { listTopics } from "../server/src/standards/service.ts";
import { hashPassword } from "../server/src/team/passwordRules.ts";
import { setGoal } from "../server/src/writing/service.ts";
import { insertTimed } from "./timed.ts";
import { insertCharacteristics } from "./characteristics.ts";
import { insertRemedies } from "./remedies.ts";
import { insertGoodReasons } from "./goodReasons.ts";
import { insertPrepared } from "./prepared.ts";
import { insertWritten } from "./written.ts";
import { insertPath, type ScopeAt } from "./path.ts";
import { insertHistory } from "./history.ts";
import { larkmoor } from "./larkmoor.ts";
import type { School } from "./school.ts";

/** Larkmoor School with a term and a half of past reviews, as of `now`. Returns its department's id. */
export async function loadLarkmoor(pool: Db, now: Date, key: Buffer): Promise<string> {
  const school = await larkmoor(localDateOf(now, "Europe/London"));
  return loadSchool(pool, now, school, key, "8B");
}

/**
 * Loads a school in one transaction, and then what its students do on a path. Returns its department's id.
 *
 * @param key the installation's; its cards are sealed with it
 * @param runningClass the class whose newest review is still running; without one there is no history at all
 */
export async function loadSchool(
  pool: Db,
  now: Date,
  school: School,
  key: Buffer,
  runningClass?: string,
): Promise<string> {
  await mustFit(pool, key);
  const { about, file, earlierYears = [] } = school;
  const password = await hashPassword(about.password);
  const loaded = await pool.transaction().execute(async (db) => {
    const departmentId = newId();
    const { name, timeZone } = about.department;
    await db
      .insertInto("department")
      .values({ id: departmentId, name, timeZone, createdAt: now, isDemo: true })
      .execute();
    const people = about.members.map((member) => ({ ...member, personId: newId() }));
    for (const [i, { email, name, role, personId }] of people.entries()) {
      await db.insertInto("person").values({ id: personId, email, name, passwordHash: password }).execute();
      await db
        .insertInto("membership")
        .values({
          departmentId,
          id: newId(),
          personId,
          role: role as "lead",
          joinedAt: new Date(now.getTime() + i),
          leftAt: null,
        })
        .execute();
    }
    const caller: Member = {
      kind: "member",
      departmentId,
      personId: people[0]?.personId ?? "",
      name: "",
      role: "lead",
    };
    const scope = scopeOf(db, key, pool, caller, now);
    await importDepartment(scope, { body: { ...file, items: [] }, media: file.media });
    // Colleagues have shared the topics out and written them one after the other, more than a year ago.
    const shares = [...groupBy(file.items, (item) => item.topic?.split(" / ")[0] ?? "").values()];
    for (const [i, items] of shares.entries()) {
      const writer = { ...caller, personId: people[i % people.length]?.personId ?? caller.personId };
      const then = new Date(now.getTime() - (400 - 5 * i) * 86_400_000);
      await importDepartment(scopeOf(db, key, pool, writer, then), { body: { ...file, items } });
    }
    for (const body of earlierYears) await importDepartment(scope, { body, media: body.media });
    for (const [name, teacher] of Object.entries(about.teachers ?? {}))
      await sql`
        insert into class_teacher (department_id, class_id, membership_id)
        select class.department_id, class.id, membership.id
        from class join membership on membership.department_id = class.department_id
          and membership.person_id = ${people.find((one) => one.name === teacher)?.personId ?? null}::uuid
        where class.department_id = ${departmentId} and class.name = ${name}`.execute(db);
    if (runningClass !== undefined) {
      await insertHistory(scope, dayOf(localDateOf(now, timeZone)), runningClass);
    }
    const { topics } = await listTopics(scope);
    const lately = scopeOf(db, key, pool, caller, new Date(now.getTime() - 9 * 86_400_000));
    for (const { name: called, topic, body } of school.many ?? []) {
      const topicId = topics.find((one) => one.name === topic)?.id ?? null;
      await saveMany(lately, { params: { manyId: newId() }, body: { version: 0, name: called, topicId, body } });
    }
    if (school.paper) {
      const { topic, name: sheet, key } = school.paper;
      const topicId = topics.find((one) => one.name === topic)?.id ?? null;
      const { items } = readPaperKey(key, sheet, 4, "");
      await addItems(lately, { body: { items: items.map(({ content }) => ({ content, topicId, standardIds: [] })) } });
    }
    for (const { topic, tag } of school.tags ?? []) {
      const topicId = topics.find((one) => one.name === topic)?.id ?? "";
      const rows = await db.selectFrom("item").select("id").where("topicId", "=", topicId).execute();
      const itemIds = rows.map((row) => row.id);
      if (itemIds.length > 0) await changeItems(lately, { body: { which: { itemIds }, change: { addTags: [tag] } } });
    }
    for (const { topic, writer, wanted, days } of school.goals ?? []) {
      const topicId = topics.find((one) => one.name === topic)?.id;
      const personId = people.find((one) => one.name === writer)?.personId ?? null;
      const until = dateOf(dayOf(localDateOf(now, timeZone)) + days);
      if (topicId) await setGoal(lately, { params: { goalId: newId() }, body: { topicId, personId, wanted, until } });
    }
    return caller;
  });
  if (runningClass !== undefined && school.path) {
    // Answers are written by connections of their own, which do not see what is not there yet.
    const scopeAt: ScopeAt = (by, at) => scopeOf(pool, key, pool, by, at);
    await insertPath({ scopeAt, now, lead: loaded, school: school.path });
    if (school.timed) await insertTimed({ scopeAt, now, lead: loaded, school: school.timed });
    if (school.written) await insertWritten({ scopeAt, now, lead: loaded, school: school.written });
    if (school.goodReasons) await insertGoodReasons({ scopeAt, now, lead: loaded, school: school.goodReasons });
    if (school.remedies) await insertRemedies({ scopeAt, now, lead: loaded, school: school.remedies });
    if (school.characteristics)
      await insertCharacteristics({ scopeAt, now, lead: loaded, school: school.characteristics });
    if (school.prepared) await insertPrepared({ scopeAt, now, lead: loaded, school: school.prepared });
    if (school.rehearsal) await insertRehearsal(scopeAt(loaded, now), school.rehearsal);
  }
  // Until the server of the database has looked by itself it would take tens of thousands of answers for a handful.
  await sql`analyze`.execute(pool);
  return loaded.departmentId;
}

/** A class to try anything with. */
async function insertRehearsal(scope: OpenScope<Member>, { name, course }: NonNullable<School["rehearsal"]>) {
  const { courses } = await listCourses(scope);
  const courseId = courses.find((one) => one.name === course)?.id ?? "";
  await createClass(scope, { body: { name, courseId, rehearsal: true } });
}

/** What threads do, done here: loading a school is all there is to do. */
const here: Threads = {
  run: async ({ name }, input) =>
    (await work({ name, input: input as never, flags: new SharedArrayBuffer(8) })) as never,
  warm: () => Promise.resolve(),
  state: () => [],
  stop: () => Promise.resolve(),
};

/** Nobody listens yet. */
const unheard: Signals = { tell: () => undefined, on: () => () => undefined, stop: () => Promise.resolve() };

function scopeOf<C extends Caller>(db: Db, key: Buffer, pool: Db, caller: C, now: Date): OpenScope<C> {
  return {
    db,
    caller,
    now: () => now,
    version,
    isDemo: true,
    maySignUp: true,
    schoolServices: [],
    log: pino({ level: "silent" }),
    address: "",
    keepSession: () => undefined,
    deviceMarks: [],
    keepMark: () => undefined,
    caches: new Caches(pool),
    background: pool,
    signals: unheard,
    secret: key,
    threads: here,
  };
}

const dayInWords = (moment: Date) =>
  new Intl.DateTimeFormat("en-GB", { dateStyle: "full", timeZone: "Europe/London" }).format(moment);

async function main(): Promise<void> {
  const db = connect(process.env["DATABASE_URL"] ?? "", 4);
  const begin = process.env["DEMO_CLOCK"] || undefined;
  const key = keyIn(process.env["KEY_FILE"] ?? ".data/key");
  await migrate(db);
  const existing = await db
    .selectFrom("department")
    .select(["id", "createdAt"])
    .orderBy("createdAt")
    .limit(1)
    .executeTakeFirst();
  if (existing) {
    // Data of a version that did not know whose doors the demo opens: what came first is the demo's.
    await db.updateTable("department").set({ isDemo: true }).where("id", "=", existing.id).execute();
    const { demoNow } = await db.selectFrom("installation").select("demoNow").executeTakeFirstOrThrow();
    const at = demoNow ? `, in which it is ${dayInWords(demoNow)}` : "";
    console.log(`· keeping the demo data${at}; npm run demo -- --fresh starts anew`);
  } else {
    const now = begin === undefined ? demoBegin(new Date()) : clockFrom(begin)();
    console.log(`· loading the demo data: Larkmoor School, in which it is ${dayInWords(now)}`);
    await loadLarkmoor(db, now, key);
    if (begin === undefined) await db.updateTable("installation").set({ demoNow: now }).execute();
  }
  await db.destroy();
}

if (import.meta.url === pathToFileURL(process.argv[1] ?? "").href) await main();
