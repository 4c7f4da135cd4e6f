/** What the department keeps of its students to compare groups by, said of all its classes. */
import { setCharacteristic, setClassCharacteristics } from "../server/src/characteristics/service.ts";
import { listEnrolments } from "../server/src/courses/service.ts";
import { newId } from "../server/src/platform/id.ts";
import type { Lately } from "./path.ts";

export async function insertCharacteristics({ scopeAt, now, lead, school }: Lately<"characteristics">): Promise<void> {
  const scope = scopeAt(lead, now);
  const classes = await scope.db
    .selectFrom("class")
    .where("departmentId", "=", lead.departmentId)
    .where("rehearsal", "=", false)
    .select("id")
    .orderBy("id")
    .execute();
  for (const { name, values: names, pattern } of school) {
    const characteristicId = newId();
    const values = names.map((value) => ({ id: newId(), name: value }));
    await setCharacteristic(scope, { params: { characteristicId }, body: { version: 0, name, values } });
    for (const { id: classId } of classes) {
      const { students } = await listEnrolments(scope, { params: { classId } });
      const set = students.map(({ studentId }, i) => ({
        ...{ studentId, characteristicId },
        valueId: values[pattern[i % pattern.length] ?? 0]?.id ?? null,
      }));
      if (set.length > 0) await setClassCharacteristics(scope, { params: { classId }, body: { set } });
    }
  }
}
