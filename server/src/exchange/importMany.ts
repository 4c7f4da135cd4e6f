/** Patterns and lists of a department file, tied to the items that they made. One that is there by its name is left as it is. */
import { newId } from "../platform/id.ts";
import type { Member, Scope } from "../platform/scope.ts";
import { keyOfItem } from "./importItems.ts";
import { lookUp } from "./importStructure.ts";
import type { FileBody } from "./readDepartmentFile.ts";
import * as store from "./store.ts";

export async function importMany(
  { db, caller, now }: Scope<Member>,
  file: FileBody,
  topics: ReadonlyMap<string, string>,
): Promise<void> {
  if (file.many.length === 0) return;
  const { departmentId, personId: by } = caller;
  const known = new Set((await store.listMany(db, departmentId)).map((row) => row.name));
  const items = new Map((await store.listItemKeys(db, departmentId)).map((row) => [keyOfItem(row), row.id]));
  for (const { name, topic, body, items: made } of file.many.filter((one) => !known.has(one.name))) {
    const id = newId();
    const topicId = topic === undefined ? null : lookUp(topics, topic, "topic");
    await store.insertMany(
      db,
      { departmentId, id, name, topicId, body: JSON.stringify(body), by, at: now() },
      made.map(({ item, row }) => ({
        departmentId,
        manyId: id,
        itemId: lookUp(items, item, "item"),
        rowKey: row,
      })),
    );
  }
}
