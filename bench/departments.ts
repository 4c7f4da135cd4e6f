/** Five hundred departments of 600 releases each on one installation, and what one of them waits for. */
import type { AddressInfo } from "node:net";
import { sql } from "kysely";
import { presets } from "../core/src/delivery/rules.ts";
import { createApp } from "../server/src/app.ts";
import { loadSchool } from "../demo/load.ts";
import { testSchool } from "../demo/testSchool.ts";
import { composeQuiz } from "../server/src/assembly/service.ts";
import { connect, type Db } from "../server/src/platform/database.ts";
import { newToken, hashOf } from "../server/src/platform/id.ts";
import { copyDepartment } from "../server/src/platform/testing/manyDepartments.ts";
import { openInstallation, type BenchInstallation } from "./installation.ts";
import type { Measure } from "./main.ts";
import { p95 } from "./median.ts";
import { handInAll } from "./sittingEvidence.ts";

const [departments, releases] = [500, 600];

export async function manyDepartments(): Promise<Measure[]> {
  const bench = await openInstallation();
  const { db, installation, log } = bench;
  const admin = connect(bench.url.replace("//verdant:", "//postgres:"), 2, { statementMs: 0 });
  const now = new Date();
  const small = await loadSchool(db, now, testSchool(now.toISOString().slice(0, 10)), installation.secret);
  const { personId } = await db
    .selectFrom("membership")
    .select("personId")
    .where("departmentId", "=", small)
    .executeTakeFirstOrThrow();
  const { id: classId } = await db
    .selectFrom("class")
    .select("id")
    .where("departmentId", "=", small)
    .executeTakeFirstOrThrow();
  const lead = bench.scope({ kind: "member", departmentId: small, personId, name: "", role: "lead" });
  await composeQuiz(lead, { params: { classId }, body: { count: 3 } });
  await copyDepartment(admin, small, departments - 2);
  await fill(admin);
  await sql`vacuum analyze`.execute(admin);
  await admin.destroy();

  const app = createApp({ config: { trustProxy: 0, isDemo: false }, db, installation, log, now: () => new Date() });
  const server = app.listen(0, "127.0.0.1");
  await new Promise((resolve) => server.once("listening", resolve));
  const address = `http://127.0.0.1:${String((server.address() as AddressInfo).port)}/api`;
  const cookie = await signedIn(bench);
  const today: number[] = [];
  let bytes = 0;
  for (let run = 0; run < 60; run++) {
    const start = performance.now();
    const answer = await fetch(`${address}/today`, { headers: { cookie } });
    bytes = (await answer.arrayBuffer()).byteLength;
    if (!answer.ok) throw new Error(`today answered ${String(answer.status)}`);
    if (run >= 10) today.push(performance.now() - start);
  }
  server.close();
  const handIns = await handInAll(bench);
  await bench.close();
  const note = `${String(departments)} departments of ${String(releases)} releases`;
  return [
    {
      name: "today-500-departments",
      value: p95(today),
      unit: "ms p95",
      target: "at most 60",
      note: `${note}; one request, ${String(Math.round(bytes / 1024))} KiB`,
    },
    { name: "hand-in-500-departments", value: p95(handIns.slice(3)), unit: "ms p95", target: "at most 40", note },
  ];
}

async function signedIn({ db, departmentId, lead }: BenchInstallation): Promise<string> {
  const token = newToken();
  const { personId } = lead.caller;
  const times = { createdAt: new Date(), expiresAt: new Date(Date.now() + 86_400_000) };
  await db
    .insertInto("session")
    .values({ tokenHash: hashOf(token), departmentId, personId, studentId: null, ...times })
    .execute();
  return `verdant=${token}`;
}

/** Past releases of every department: each to one of its classes, begun and handed in by five students of it. */
async function fill(pool: Db): Promise<void> {
  await pool.connection().execute(async (db) => {
    await sql`set synchronous_commit = off`.execute(db);
    await sql`create temporary table past as
    select class.department_id, gen_random_uuid() as id, gen_random_uuid() as part_id, n,
      (array_agg(quiz.id))[1] as quiz_id, (array_agg(class.id))[1 + n % count(*)::int] as class_id,
      (array_agg(quiz.created_by))[1] as released_by
    from class join quiz on quiz.department_id = class.department_id, generate_series(1, ${releases}::int) as n
    group by class.department_id, n`.execute(db);
    const at = sql`now() - make_interval(hours => 24 + 5 * n)`;
    await sql`insert into release (department_id, id, quiz_id, name, state, rules, seed, released_by, released_at)
    select department_id, id, quiz_id, 'Review ' || n, 'released', ${JSON.stringify(presets.weeklyReview)}::jsonb, id::text, released_by, ${at} from past`.execute(
      db,
    );
    await sql`insert into release_target (department_id, id, release_id, class_id, opens_at, shuts_at)
    select department_id, gen_random_uuid(), id, class_id, ${at}, ${at} + interval '20 hours' from past`.execute(db);
    await sql`insert into release_part (department_id, id, release_id, position, order_rule)
    select department_id, part_id, id, 1, 'woven' from past`.execute(db);
    await sql`insert into release_place (department_id, id, part_id, position, kind, points)
    select department_id, gen_random_uuid(), part_id, 1, 'fixed', 1 from past`.execute(db);
    await sql`insert into sitting (department_id, id, release_id, class_id, student_id, ordinal, seed, rules_version, state,
      started_at, handed_in_at, token_hash, points, out_of)
    select past.department_id, gen_random_uuid(), past.id, past.class_id, who.student_id, 1, '', 1, 'handedIn', ${at}, ${at},
      decode(md5(past.id::text || who.student_id), 'hex'), 5, 10
    from past cross join lateral (
      select student_id from enrolment
      where enrolment.department_id = past.department_id and enrolment.class_id = past.class_id limit 5) as who`.execute(
      db,
    );
  });
}
