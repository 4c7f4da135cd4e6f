/** SQL for the first goes of a class. */
import type { FirstGo } from "@verdant/core/insight/firstGoes";
import { sql } from "kysely";
import type { Db } from "../platform/database.ts";

/**
 * The first goes of a class that were handed in, each with its answers that count as evidence and were reached: those that
 * results of a release are made of. A go a row, its answers as one text: rows of single answers and lists of numbers took
 * longer to send and to read than to find.
 *
 * @param besides goes that are left out
 */
export async function listFirstGoes(
  db: Db,
  departmentId: string,
  classId: string,
  besides: readonly string[],
): Promise<FirstGo[]> {
  const { rows } = await sql<Pick<FirstGo, "id" | "releaseId" | "studentId" | "handedInAt"> & { answers: string }>`
    select sitting.id, sitting.release_id, sitting.student_id,
      coalesce(extract(epoch from sitting.handed_in_at)::float8 * 1000, 0) as handed_in_at,
      string_agg(item.number || ' ' || mark.credit, ' ') as answers
    from sitting
    join mark on mark.department_id = sitting.department_id and mark.sitting_id = sitting.id
      and mark.version = sitting.marking_version and mark.round = 1 and mark.is_evidence
    join sitting_item si on si.department_id = mark.department_id and si.sitting_id = mark.sitting_id
      and si.position = mark.position and si.shown_at is not null
    join item on item.department_id = si.department_id and item.id = si.item_id
    where sitting.department_id = ${departmentId} and sitting.class_id = ${classId}
      and sitting.state = 'handedIn' and sitting.ordinal = 1 and sitting.id <> all(${[...besides]}::uuid[])
    group by sitting.department_id, sitting.id`.execute(db);
  return rows.map(({ answers, ...go }) => {
    const numbers = answers.split(" ");
    const [items, credits]: [number[], number[]] = [[], []];
    for (let i = 0; i < numbers.length; i += 2) {
      items.push(Number(numbers[i]));
      credits.push(Number(numbers[i + 1]));
    }
    return { ...go, items, credits };
  });
}

/** Topic and standards of items, by their numbers. */
export async function listTags(db: Db, departmentId: string, numbers: readonly number[]) {
  const { rows } = await sql<{ number: number; topicId: string | null; standardIds: string[] }>`
    select item.number, item.topic_id, array(
      select link.standard_id from item_standard link
      where link.department_id = item.department_id and link.item_id = item.id) as standard_ids
    from item
    where item.department_id = ${departmentId} and item.number = any(${[...numbers]}::int[])`.execute(db);
  return rows;
}
