/** Students who had an item right say why, their teacher reads it, and some who had it wrong say which they would tell a friend. */
import * as reasons from "../server/src/delivery/reasons.ts";
import type { Student } from "../server/src/platform/scope.ts";
import { classInUse, type Lately } from "./path.ts";

export async function insertGoodReasons({ scopeAt, now, lead, school }: Lately<"goodReasons">): Promise<void> {
  const { departmentId } = lead;
  const { db } = scopeAt(lead, now);
  const { classId, teacher } = await classInUse(db, lead, school.class);
  const answers = await db
    .selectFrom("sittingItem as si")
    .innerJoin("sitting", "sitting.id", "si.sittingId")
    .innerJoin("item", "item.id", "si.itemId")
    .innerJoin("mark", (join) =>
      join
        .onRef("mark.sittingId", "=", "si.sittingId")
        .onRef("mark.position", "=", "si.position")
        .onRef("mark.version", "=", "sitting.markingVersion"),
    )
    .innerJoin("response", (join) =>
      join.onRef("response.sittingId", "=", "si.sittingId").onRef("response.position", "=", "si.position"),
    )
    .leftJoin("reason", (join) =>
      join.onRef("reason.sittingId", "=", "si.sittingId").onRef("reason.position", "=", "si.position"),
    )
    .where("si.departmentId", "=", departmentId)
    .where("sitting.classId", "=", classId)
    .where("sitting.state", "=", "handedIn")
    .where("item.label", "=", school.item)
    .where("reason.text", "is", null)
    .select(["si.sittingId", "si.position", "sitting.studentId", "mark.credit"])
    .orderBy("sitting.handedInAt", "desc")
    .orderBy("si.sittingId")
    .execute();
  const as = (studentId: string): Student => ({ kind: "student", departmentId, studentId });
  const right = answers.filter((one) => one.credit >= 1);
  const wrong = answers.filter((one) => one.credit === 0);
  for (const [i, { text, readAs }] of school.reasons.entries()) {
    const one = right[i];
    if (!one) continue;
    const params = { sittingId: one.sittingId, position: one.position };
    await reasons.giveReason(scopeAt(as(one.studentId), now), { params, body: { text } });
    if (readAs !== null) await reasons.readReason(scopeAt(teacher, now), { params, body: { as: readAs } });
  }
  for (const [i, one] of wrong.slice(0, school.tell).entries()) {
    const params = { sittingId: one.sittingId, position: one.position };
    const scope = scopeAt(as(one.studentId), now);
    const { reasons: shown } = await reasons.listOthersReasons(scope, { params });
    const id = shown[i % 3 === 2 ? 1 : 0]?.id;
    if (id !== undefined) await reasons.tellReason(scope, { params, body: { id } });
  }
}
