/** A review that a colleague has composed for their class, and not released yet. */
import { composeQuiz, renameQuiz } from "../server/src/assembly/service.ts";
import { classInUse, type Lately } from "./path.ts";

export async function insertPrepared({ scopeAt, now, lead, school }: Lately<"prepared">): Promise<void> {
  const { classId, teacher } = await classInUse(scopeAt(lead, now).db, lead, school.class);
  const scope = scopeAt(teacher, new Date(now.getTime() - 3_600_000));
  const { id, version } = await composeQuiz(scope, { params: { classId }, body: { count: school.count } });
  await renameQuiz(scope, { params: { quizId: id }, body: { version, name: school.name } });
}
