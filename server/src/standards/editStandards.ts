/** Standards: changed by hand, and read from an indented list or a CASE file. */
import type { Input, Result } from "@verdant/contract/endpoint";
import { itemsInBulk } from "@verdant/contract/bulk";
import type * as contract from "@verdant/contract/standards";
import { usualSecureLine } from "@verdant/core/insight/mastery";
import { readCase } from "@verdant/core/standards/caseFile";
import type { StandardsNote } from "@verdant/core/standards/notes";
import { wordingIn } from "@verdant/core/standards/writeCase";
import { guidFrom } from "./guidFrom.ts";
import { readIndentedList } from "@verdant/core/standards/indentedList";
import { changeItems, giveStandardsNamed } from "../bank/list/bulk.ts";
import { Failure, need } from "../platform/failure.ts";
import { record } from "../platform/history.ts";
import { newId } from "../platform/id.ts";
import { atomically, type Member, type OpenScope, type Scope, type Student } from "../platform/scope.ts";
import { withLinks } from "./listTopics.ts";
import * as store from "./store.ts";

export function changeStandard(
  scope: Scope<Member>,
  { params, body }: Input<typeof contract.changeStandard>,
): Promise<Result<typeof contract.changeStandard>> {
  return atomically(scope, async (within) => {
    const { db, caller } = within;
    const { departmentId } = caller;
    const before = need(await store.findStandard(db, departmentId, params.standardId), "standard");
    const { code, statement, studentWording, secureLine } = body;
    await store.updateStandard(db, departmentId, before.id, {
      ...(code !== undefined && { code }),
      ...(statement !== undefined && { statement }),
      ...(studentWording !== undefined && { studentWording: studentWording === "" ? null : studentWording }),
      ...(secureLine !== undefined && { secureLine }),
    });
    await record(within, {
      departmentId,
      entity: "standard",
      entityId: before.id,
      action: "changed",
      before,
      after: body,
    });
    const after = need(await store.findStandard(db, departmentId, before.id), "standard");
    const [shown] = withLinks([after], await store.listLinks(db, departmentId));
    return need(shown, "standard");
  });
}

export function linkStandards(
  scope: Scope<Member>,
  { params, body }: Input<typeof contract.linkStandards>,
): Promise<{ ok: true }> {
  return atomically(scope, async (within) => {
    const { db, caller } = within;
    const { departmentId } = caller;
    const { standardId, otherId } = params;
    if (standardId === otherId) throw invalid("/params/otherId", "standardEqualsItself");
    for (const id of [standardId, otherId]) need(await store.findStandard(db, departmentId, id), "standard");
    const [from, to] = [standardId, otherId].sort() as [string, string];
    await store.setLink(db, departmentId, [from, to], body.kind);
    await record(within, {
      departmentId,
      entity: "standard",
      entityId: standardId,
      action: body.kind === null ? "unlinked" : "linked",
      after: { otherId, kind: body.kind },
    });
    return { ok: true };
  });
}

/** Items that carry a standard get another in its place; the standard itself stays what it is. */
export async function replaceStandard(
  scope: OpenScope<Member>,
  { params, body }: Input<typeof contract.replaceStandard>,
): Promise<Result<typeof contract.replaceStandard>> {
  const { db, caller } = scope;
  const { departmentId } = caller;
  const { standardId } = params;
  need(await store.findStandard(db, departmentId, standardId), "standard");
  if (!(await store.listStandards(db, departmentId)).some((one) => one.id === body.by && one.id !== standardId))
    throw invalid("/body/by", "standardNotCurrent");
  const itemIds = await store.listItemIdsWith(db, departmentId, standardId);
  if (itemIds.length === 0) throw new Failure("standardCarriedByNone");
  if (itemIds.length > itemsInBulk) throw new Failure("tooManyItems", { most: itemsInBulk });
  const change = { addStandardIds: [body.by], removeStandardIds: [standardId] };
  const { batchId, changed } = await changeItems(scope, { body: { which: { itemIds }, change } });
  return { batchId, changed };
}

export async function showSecureLines({
  db,
  caller,
}: Scope<Member | Student>): Promise<Result<typeof contract.showSecureLines>> {
  return {
    department: (await store.findUsualLine(db, caller.departmentId)) ?? usualSecureLine,
    courses: await store.listCourseLines(db, caller.departmentId),
  };
}

export function setSecureLine(
  scope: Scope<Member>,
  { body }: Input<typeof contract.setSecureLine>,
): Promise<{ ok: true }> {
  return atomically(scope, async (within) => {
    const { db, caller } = within;
    const { departmentId } = caller;
    if (body.courseId === null) await store.updateUsualLine(db, departmentId, body.line);
    else need((await store.updateCourseLine(db, departmentId, body.courseId, body.line)) || undefined, "course");
    await record(within, {
      departmentId,
      entity: body.courseId === null ? "department" : "course",
      entityId: body.courseId ?? departmentId,
      action: "secureLineSet",
      after: { line: body.line },
    });
    return { ok: true };
  });
}

interface Read {
  readonly guid: string;
  readonly title: string;
  readonly notes: readonly StandardsNote[];
  readonly replacements: readonly (readonly [string, string])[];
  readonly links: readonly { readonly from: string; readonly to: string; readonly kind: "equals" | "overlaps" }[];
  /** The file without its standards, so that nothing of it is lost; null for a list. */
  readonly raw: unknown;
  /** Guids of which nothing is changed. */
  readonly inDoubt: readonly string[];
  /** A list says only what it adds; a CASE file is the whole framework. */
  readonly isWhole: boolean;
  readonly standards: readonly {
    readonly guid: string;
    readonly code: string;
    readonly statement: string;
    readonly studentWording: string | null;
    readonly parentGuid: string | null;
    readonly isParentKnown: boolean;
    readonly raw: unknown;
  }[];
}

type Body = Input<typeof contract.importStandards>["body"];

function read(body: Body): Read {
  if (body.kind === "case") {
    const found = readCase(body.file);
    if (!found) throw invalid("/body/file", "notCaseFile");
    return {
      ...found,
      isWhole: true,
      raw: restOf(body.file),
      standards: found.standards.map((standard) => ({ ...standard, studentWording: wordingIn(standard.raw) })),
    };
  }
  const { standards, faults } = readIndentedList(body.text);
  const [fault] = faults;
  const at = "/body/text";
  if (fault?.code === "listCodeTwice") throw new Failure(fault.code, fault.terms, { at });
  if (fault) throw new Failure(fault.code, fault.terms, { at });
  if (standards.length === 0) throw invalid("/body/text", "listEmpty");
  const guidOf = (code: string) => guidFrom(`${body.title} ${code}`);
  return {
    guid: guidFrom(body.title),
    title: body.title,
    notes: [],
    replacements: [],
    links: [],
    raw: null,
    inDoubt: [],
    isWhole: false,
    standards: standards.map(({ code, statement, studentWording, parent }) => ({
      guid: guidOf(code),
      code,
      statement,
      studentWording,
      parentGuid: parent === null ? null : guidOf(parent),
      isParentKnown: true,
      raw: null,
    })),
  };
}

function restOf(file: unknown): unknown {
  const { CFItems: _items, ...rest } = file as Record<string, unknown>;
  return rest;
}

type Wrong = "standardEqualsItself" | "standardNotCurrent" | "notCaseFile" | "listEmpty";
const invalid = (at: string, code: Wrong) => new Failure(code, {}, { at });

export async function importStandards(
  scope: Scope<Member>,
  { body }: Input<typeof contract.importStandards>,
): Promise<Result<typeof contract.importStandards>> {
  const given = read(body);
  return atomically(scope, async (within) => {
    const { db, caller, now } = within;
    const { departmentId } = caller;
    const known = await store.findFramework(
      db,
      departmentId,
      given.isWhole ? { guid: given.guid } : { title: given.title },
    );
    const framework = known ?? { id: newId(), guid: given.guid, title: given.title };
    if (!known) await store.insertFramework(db, { departmentId, ...framework, raw: null });
    if (given.isWhole) await store.setFrameworkRaw(db, departmentId, framework.id, given.raw);
    const before = await store.listFrameworkStandards(db, departmentId, framework.id);
    const byGuid = new Map(before.map((row) => [row.guid, row]));
    const byCode = new Map(before.map((row) => [row.code, row]));
    const find = (standard: Read["standards"][number]) =>
      byGuid.get(standard.guid) ?? (given.isWhole ? undefined : byCode.get(standard.code));
    const ids = new Map(given.standards.map((standard) => [standard.guid, find(standard)?.id ?? newId()]));
    // Under an entry that is in doubt, but known here, a standard keeps its place.
    const parentOf = ({ parentGuid }: Read["standards"][number]) =>
      parentGuid === null ? null : (ids.get(parentGuid) ?? byGuid.get(parentGuid)?.id ?? null);
    let changed = 0;
    for (const [position, standard] of given.standards.entries()) {
      const old = find(standard);
      if (!old) continue;
      const wording = standard.studentWording ?? old.studentWording;
      const differs =
        old.code !== standard.code ||
        old.statement !== standard.statement ||
        old.studentWording !== wording ||
        old.retiredAt !== null;
      if (differs) changed += 1;
      await store.updateStandard(db, departmentId, old.id, {
        code: standard.code,
        statement: standard.statement,
        studentWording: wording,
        ...(standard.isParentKnown && { parentId: parentOf(standard) }),
        position,
        retiredAt: null,
        ...(standard.raw !== null && { raw: JSON.stringify(standard.raw) }),
      });
    }
    const fresh = given.standards.filter((standard) => !find(standard));
    await store.insertStandards(
      db,
      fresh.map((standard) => ({
        departmentId,
        id: ids.get(standard.guid) ?? newId(),
        frameworkId: framework.id,
        parentId: parentOf(standard),
        guid: standard.guid,
        code: standard.code,
        statement: standard.statement,
        studentWording: standard.studentWording,
        position: given.standards.indexOf(standard),
        secureLine: null,
        retiredAt: null,
        raw: standard.raw === null ? null : JSON.stringify(standard.raw),
      })),
    );
    const kept = new Set(ids.values());
    const inDoubt = new Set(given.inDoubt);
    const gone = given.isWhole
      ? before.filter((row) => row.retiredAt === null && !kept.has(row.id) && !inDoubt.has(row.guid))
      : [];
    for (const row of gone) await store.updateStandard(db, departmentId, row.id, { retiredAt: now() });
    const idOf = (guid: string) => ids.get(guid) ?? byGuid.get(guid)?.id;
    const linked = new Set((await store.listLinks(db, departmentId)).map((link) => `${link.fromId} ${link.toId}`));
    for (const [older, newer] of given.replacements) {
      const [from, to] = [idOf(older), idOf(newer)].sort();
      // What somebody has said of the two already is not overruled.
      if (from !== undefined && to !== undefined && from !== to && !linked.has(`${from} ${to}`))
        await store.setLink(db, departmentId, [from, to], "overlaps");
    }
    if (given.links.length > 0) {
      const all = new Map((await store.listGuids(db, departmentId)).map((row) => [row.guid, row.id]));
      for (const { from, to, kind } of given.links) {
        const [a, b] = [all.get(from), all.get(to)].sort();
        if (a === undefined || b === undefined || a === b || linked.has(`${a} ${b}`)) continue;
        linked.add(`${a} ${b}`);
        await store.setLink(db, departmentId, [a, b], kind);
      }
    }
    const outcome = { created: fresh.length, changed, retired: gone.length };
    const named = given.standards.map(({ guid, code }) => ({
      standardId: ids.get(guid) ?? "",
      // A list numbers what has no code; "7" as a tag is a year, not its seventh line.
      names: given.isWhole || /\p{L}/u.test(code) ? [code, guid] : [guid],
    }));
    const gotten = await giveStandardsNamed(within, named);
    await record(within, {
      departmentId,
      entity: "framework",
      entityId: framework.id,
      action: "imported",
      after: outcome,
    });
    return { title: framework.title, ...outcome, notes: [...given.notes], given: gotten };
  });
}
