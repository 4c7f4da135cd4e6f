/** Topics that were taught again after answers that went wrong. */
import { addRemedy } from "../server/src/remedies/service.ts";
import { newId } from "../server/src/platform/id.ts";
import { classInUse, type Lately } from "./path.ts";

export async function insertRemedies({ scopeAt, now, lead, school }: Lately<"remedies">): Promise<void> {
  const { db } = scopeAt(lead, now);
  for (const one of school) {
    const { classId, teacher } = await classInUse(db, lead, one.class);
    const topic = await db
      .selectFrom("topic")
      .select("id")
      .where("departmentId", "=", lead.departmentId)
      .where("name", "=", one.topic)
      .executeTakeFirstOrThrow();
    const at = new Date(now.getTime() - one.daysAgo * 86_400_000).toISOString();
    const params = { classId, remedyId: newId() };
    await addRemedy(scopeAt(teacher, now), { params, body: { kind: "taughtAgain", topicId: topic.id, at } });
  }
}
