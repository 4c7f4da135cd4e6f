/** What happened to data, kept for good: serves the audit, undo and "who changed this?". */
import { sql } from "kysely";
import type { Db } from "./database.ts";
import { newId } from "./id.ts";
import type { Scope } from "./scope.ts";

export interface Change {
  readonly departmentId: string;
  readonly entity: string;
  readonly entityId: string;
  readonly action: string;
  readonly before?: unknown;
  readonly after?: unknown;
  /** Changes made by one deed share a batch, so that they can be undone together. */
  readonly batchId?: string;
}

export async function record(scope: Scope, ...changes: readonly Change[]): Promise<void> {
  if (changes.length === 0) return;
  const { caller } = scope;
  const actor =
    caller.kind === "member" || caller.kind === "guest"
      ? { actorKind: "person" as const, actorId: caller.personId }
      : caller.kind === "student"
        ? { actorKind: "student" as const, actorId: caller.studentId }
        : { actorKind: "server" as const, actorId: null };
  const batchId = newId();
  await scope.db
    .insertInto("history")
    .values(
      changes.map((change) => ({
        departmentId: change.departmentId,
        id: newId(),
        at: scope.now(),
        ...actor,
        batchId: change.batchId ?? batchId,
        entity: change.entity,
        entityId: change.entityId,
        action: change.action,
        before: change.before === undefined ? null : JSON.stringify(change.before),
        after: change.after === undefined ? null : JSON.stringify(change.after),
      })),
    )
    .execute();
}

/** What a deed of this kind was done to, what was before it and after it; undefined when there was none. */
export async function findDeed<Before, After>(db: Db, departmentId: string, batchId: string, action: string) {
  const row = await db
    .selectFrom("history")
    .select(["entityId", "before", "after"])
    .where("departmentId", "=", departmentId)
    .where("batchId", "=", batchId)
    .where("action", "=", action)
    .executeTakeFirst();
  return row && { entityId: row.entityId, before: row.before as Before, after: row.after as After };
}

/**
 * Takes the words out of what history says of a student or of their goes: what was done, when and by whom stays. For
 * erasing a student; history is otherwise never changed.
 */
export async function forgetInHistory(
  db: Db,
  departmentId: string,
  studentId: string,
  goIds: readonly string[],
): Promise<void> {
  const without = (column: "before" | "after") => sql`${sql.ref(column)} = case jsonb_typeof(${sql.ref(column)})
    when 'object' then ${sql.ref(column)} - array['reason', 'note', 'text', 'comment'] else ${sql.ref(column)} end`;
  await sql`
    update history set ${without("before")}, ${without("after")}
    where department_id = ${departmentId}
      and (entity_id = ${studentId} or entity_id = any(${[...goIds]}::uuid[])
        or after ->> 'studentId' = ${studentId} or after -> 'studentIds' ? ${studentId}
        or before ->> 'studentId' = ${studentId} or before -> 'studentIds' ? ${studentId})`.execute(db);
}
