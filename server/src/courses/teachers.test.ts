/** Who teaches a class: said, changed, handed over; and when a member was last here. */
import { beforeEach, describe, expect, test } from "vitest";
import { callerOf } from "../platform/session.ts";
import { hashOf, newId, newToken } from "../platform/id.ts";
import { otherDepartment, useWorkbench } from "../platform/testing/workbench.ts";
import * as members from "../team/members.ts";
import * as courses from "./service.ts";

const bench = useWorkbench();
const params = () => ({ classId: bench.classId });
const me = () => bench.lead.caller.personId;
const colleague = () => bench.teacher.caller.personId;
const set = (...personIds: string[]) => courses.setClassTeachers(bench.lead, { params: params(), body: { personIds } });
const teachersOf = async (classId: string) =>
  (await courses.listClasses(bench.lead)).classes
    .find((one) => one.id === classId)!
    .teachers.map((one) => one.personId);

beforeEach(() => set());

async function guestOf(departmentId: string): Promise<string> {
  const personId = newId();
  await bench.db
    .insertInto("person")
    .values({ id: personId, email: `${personId}@guest.example`, name: "Guest", passwordHash: null })
    .execute();
  await bench.db
    .insertInto("membership")
    .values({ departmentId, id: newId(), personId, role: "guest", joinedAt: bench.clock.now, leftAt: null })
    .execute();
  return personId;
}

describe("who teaches a class", () => {
  test("is said, changed and taken back; saying it twice is saying it once", async () => {
    await set(me(), colleague());
    await set(me(), colleague());
    expect(new Set(await teachersOf(bench.classId))).toEqual(new Set([me(), colleague()]));
    await set(colleague());
    expect(await teachersOf(bench.classId)).toEqual([colleague()]);
    await set();
    expect(await teachersOf(bench.classId)).toEqual([]);
  });

  test("is a colleague: neither a guest nor somebody of another department, and then nothing changes", async () => {
    await set(me());
    const guest = await guestOf(bench.departmentId);
    await expect(set(colleague(), guest)).rejects.toMatchObject({ kind: "missing", terms: { what: "member" } });
    const { lead } = await otherDepartment(bench);
    await expect(set(lead.caller.personId)).rejects.toMatchObject({ kind: "missing" });
    await expect(
      courses.setClassTeachers(lead, { params: params(), body: { personIds: [lead.caller.personId] } }),
    ).rejects.toMatchObject({ kind: "missing", terms: { what: "class" } });
    expect(await teachersOf(bench.classId)).toEqual([me()]);
  });

  test("is who made it, to begin with", async () => {
    const { courses: all } = await courses.listCourses(bench.lead);
    const made = await courses.createClass(bench.teacher, {
      body: { name: `New ${newId()}`, courseId: all[0]!.id, rehearsal: false },
    });
    expect(made.teachers.map((one) => one.personId)).toEqual([colleague()]);
  });
});

test("a member's last day here is noted once a day, and is this department's only", async () => {
  const token = newToken();
  const [today, tomorrow] = [bench.clock.now, new Date(bench.clock.now.getTime() + 86_400_000)];
  await bench.db
    .insertInto("session")
    .values({
      ...{ tokenHash: hashOf(token), departmentId: bench.departmentId, personId: colleague(), studentId: null },
      ...{ createdAt: today, expiresAt: new Date(today.getTime() + 9 * 86_400_000) },
    })
    .execute();
  const request = { get: () => undefined, headers: { cookie: `verdant=${token}` } } as never;
  const seen = async () =>
    (await members.listMembers(bench.lead)).members.find((one) => one.personId === colleague())!.seenOn;
  await bench.db.deleteFrom("memberSeen").execute();
  expect(await seen()).toBeNull();
  for (const now of [today, today, tomorrow]) await callerOf(bench.db, request, now);
  expect(await seen()).toBe(tomorrow.toISOString().slice(0, 10));
  expect(await bench.db.selectFrom("memberSeen").selectAll().execute()).toHaveLength(1);
});

/** Last, since the colleague is gone afterwards. */
test("who leaves hands the classes over; one that both teach stays with the other once", async () => {
  await set(me(), colleague());
  const { courses: all } = await courses.listCourses(bench.lead);
  const alone = await courses.createClass(bench.teacher, {
    body: { name: `Alone ${newId()}`, courseId: all[0]!.id, rehearsal: false },
  });
  const handed = await members.endMembership(bench.lead, {
    params: { personId: colleague() },
    body: { handOverTo: me() },
  });
  // The class of this test and the one that was made before; the one that both teach is not counted.
  expect(handed.classes).toBeGreaterThanOrEqual(1);
  expect(await teachersOf(alone.id)).toEqual([me()]);
  expect(await teachersOf(bench.classId)).toEqual([me()]);
});
