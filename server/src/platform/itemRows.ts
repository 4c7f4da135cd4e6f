/** Where many rooms begin to read: the items of a department, each with its newest revision (as `revision`). */
import type { Db } from "./database.ts";

export const newestOfItems = (db: Db, departmentId: string) =>
  db
    .selectFrom("item")
    .innerJoin("itemRevision as revision", (join) =>
      join.onRef("revision.departmentId", "=", "item.departmentId").onRef("revision.id", "=", "item.latestRevisionId"),
    )
    .where("item.departmentId", "=", departmentId);
