/** The frameworks of a department as CASE files. */
import type { Result } from "@verdant/contract/endpoint";
import type * as contract from "@verdant/contract/standards";
import { groupBy } from "@verdant/core/groupBy";
import { writeCase, type WrittenLink } from "@verdant/core/standards/writeCase";
import type { Member, Scope } from "../platform/scope.ts";
import { guidFrom } from "./guidFrom.ts";
import * as store from "./store.ts";

export async function exportStandards({
  db,
  caller,
  now,
}: Scope<Member>): Promise<Result<typeof contract.exportStandards>> {
  const { departmentId } = caller;
  const { name: creator } = await store.findDepartmentName(db, departmentId);
  const frameworks = await store.listFrameworks(db, departmentId);
  const rows = await store.listWholeStandards(db, departmentId);
  const byId = new Map(rows.map((row) => [row.id, row]));
  const of = groupBy(rows, (row) => row.frameworkId);
  const links = (await store.listLinks(db, departmentId)).flatMap(({ fromId, toId, kind }) => {
    const [a, b] = [byId.get(fromId), byId.get(toId)];
    if (!a || !b) return [];
    // Of a withdrawn and a current one the current one stands in its place.
    const [from, to] = b.retiredAt !== null && a.retiredAt === null ? [b, a] : [a, b];
    if (to.retiredAt !== null) return [];
    const link: WrittenLink = { from, to, kind: from.retiredAt === null ? kind : "replaced" };
    return [{ frameworkId: from.frameworkId, link }];
  });
  return {
    frameworks: frameworks.map(({ id, guid, title, raw }) => {
      const current = (of.get(id) ?? []).filter((row) => row.retiredAt === null);
      const inFile = new Set(current.map((row) => row.id));
      const standards = current.map((row) => ({
        ...row,
        parentGuid: row.parentId !== null && inFile.has(row.parentId) ? (byId.get(row.parentId)?.guid ?? null) : null,
      }));
      const mine = links.filter((one) => one.frameworkId === id).map((one) => one.link);
      const framework = { guid, title, creator, raw, standards, links: mine };
      const file = writeCase(framework, now().toISOString(), (words) => guidFrom(`${guid} ${words}`));
      return { title, standards: standards.length, file };
    }),
  };
}
