/** Writes a department as a file: what an import of it into an empty department gives back unchanged. */
import type { DepartmentFile, FileItem, FileMedia } from "@verdant/contract/exchange";
import { groupBy } from "@verdant/core/groupBy";
import { wordsOf } from "../courses/entryCard.ts";
import { listClosedDays } from "../courses/listClasses.ts";
import type { Member, Scope } from "../platform/scope.ts";
import { fromContent, fromText } from "./fileContent.ts";
import { keyOfItem } from "./importItems.ts";
import { topicPaths } from "./importStructure.ts";
import * as store from "./store.ts";

const optional = <K extends string, T>(key: K, value: T | null | undefined) =>
  value == null ? {} : ({ [key]: value } as { [P in K]: T });

/** The file as text, piece by piece: items by the hundred, pictures one at a time. */
export async function* writeDepartmentFile(scope: Scope<Member>): AsyncGenerator<string> {
  const { items, media, ...rest } = await partsOf(scope);
  yield `${JSON.stringify(rest, null, 2).slice(0, -2)},\n  "items": [`;
  yield* entriesOf(items);
  yield '],\n  "media": [';
  yield* entriesOf(media);
  yield "]\n}\n";
}

async function* entriesOf(all: AsyncIterable<unknown>): AsyncGenerator<string> {
  let isFirst = true;
  for await (const one of all) {
    yield `${isFirst ? "" : ","}\n    ${JSON.stringify(one)}`;
    isFirst = false;
  }
}

/**
 * What a file is made of, whatever its form.
 *
 * @param itemIds the items that it is to hold; null: all
 */
export async function partsOf(scope: Scope<Member>, itemIds: readonly string[] | null = null) {
  const { db, caller } = scope;
  const { departmentId } = caller;
  const standards = await store.listStandards(db, departmentId);
  const codes = new Map(standards.map((row) => [row.id, row.code]));
  const topics = await store.listTopics(db, departmentId);
  const paths = new Map([...topicPaths(topics)].map(([path, id]) => [id, path]));
  const topicStandards = groupBy(await store.listTopicStandards(db, departmentId), (row) => row.topicId);
  const misconceptions = await store.listMisconceptions(db, departmentId);
  const stimuli = keysOfStimuli(await store.listStimuli(db, departmentId));
  const [framework] = await store.listFrameworks(db, departmentId);
  return {
    format: "verdant-loop-department" as const,
    formatVersion: 1 as const,
    ...(framework && {
      framework: {
        guid: framework.guid,
        title: framework.title,
        standards: standards
          .filter((row) => row.frameworkId === framework.id)
          .map((row) => ({
            code: row.code,
            guid: row.guid,
            ...optional("parent", codes.get(row.parentId ?? "")),
            statement: row.statement,
            ...optional("studentWording", row.studentWording),
          })),
      },
    }),
    topics: topics.map((row) => ({
      key: paths.get(row.id) ?? row.name,
      name: row.name,
      ...optional("parent", paths.get(row.parentId ?? "")),
      ...optional("letter", row.letter),
      ...optional("hue", row.hue),
      ...optional("note", row.note),
      standards: codesOf(topicStandards.get(row.id) ?? [], codes),
    })),
    misconceptions: misconceptions.map(({ name }) => ({ key: name, name })),
    courses: await coursesOf(scope, paths),
    ...(await schoolYearOf(scope, paths)),
    stimuli: stimuli.map(({ key, content }) => ({ key, title: content.title, text: fromText(content.text) })),
    items: (await itemReader(scope, itemIds)).all(),
    many: (await store.listMany(db, departmentId)).map(({ name, topicId, body, items }) => ({
      name,
      ...optional("topic", paths.get(topicId ?? "")),
      body,
      items: items.map((one) => ({ item: keyOfItem(one), row: one.rowKey })),
    })),
    media: mediaOf(scope),
  };
}

async function* mediaOf({ db, caller }: Reader): AsyncGenerator<FileMedia> {
  for (const hash of await store.listShownMedia(db, caller.departmentId)) {
    const found = await store.findMedia(db, caller.departmentId, hash);
    if (!found) continue;
    const { bytes, ...row } = found;
    yield { ...row, base64: bytes.toString("base64") };
  }
}

/** A stimulus goes by its title; of several with the same title each but the first by a number too. */
export function keysOfStimuli<T extends { content: { title: string } }>(rows: readonly T[]): (T & { key: string })[] {
  const met = new Map<string, number>();
  return rows.map((row) => {
    const title = row.content.title.slice(0, 70);
    const n = (met.get(title) ?? 0) + 1;
    met.set(title, n);
    return { ...row, key: n === 1 ? title : `${title} (${n})` };
  });
}

const codesOf = (rows: readonly { standardId: string }[], codes: ReadonlyMap<string, string>) =>
  rows.flatMap((row) => codes.get(row.standardId) ?? []).sort();

type Reader = Pick<Scope<Member>, "db" | "caller" | "secret">;

async function coursesOf(
  { db, caller }: Reader,
  paths: ReadonlyMap<string, string>,
): Promise<DepartmentFile["courses"]> {
  const [courses, units, unitTopics] = [
    await store.listCourses(db, caller.departmentId),
    await store.listUnits(db, caller.departmentId),
    groupBy(await store.listUnitTopics(db, caller.departmentId), (row) => row.unitId),
  ];
  return courses.map((course) => ({
    key: course.name,
    name: course.name,
    units: units
      .filter((unit) => unit.courseId === course.id)
      .map(({ id, name, letter, hue }) => ({
        name,
        letter,
        hue,
        topics: (unitTopics.get(id) ?? []).flatMap((row) => paths.get(row.topicId) ?? []),
      })),
  }));
}

async function schoolYearOf(
  { db, caller, secret }: Reader,
  paths: ReadonlyMap<string, string>,
): Promise<Pick<DepartmentFile, "schoolYear" | "classes">> {
  const { departmentId } = caller;
  const year = await store.findNewestSchoolYear(db, departmentId);
  if (!year) return { classes: [] };
  const closed = await listClosedDays(db, departmentId, year.id, null);
  const classes = await store.listClasses(db, departmentId, year.id);
  const courses = new Map((await store.listCourses(db, departmentId)).map((row) => [row.id, row.name]));
  const letters = new Map((await store.listUnits(db, departmentId)).map((row) => [row.id, row.letter]));
  const units = groupBy(await store.listClassUnits(db, departmentId), (row) => row.classId);
  const taught = groupBy(await store.listClassTopics(db, departmentId), (row) => row.classId);
  const enrolments = groupBy(await store.listEnrolments(db, departmentId), (row) => row.classId);
  return {
    schoolYear: {
      name: year.name,
      startsOn: year.startsOn,
      endsOn: year.endsOn,
      closed: closed.map(({ fromOn, toOn, label }) => ({ from: fromOn, to: toOn, label })),
    },
    classes: classes.map((one) => ({
      name: one.name,
      course: courses.get(one.courseId) ?? "",
      rehearsal: one.rehearsal,
      meetingDays: one.meetingDays,
      ...optional("examOn", one.examOn),
      units: (units.get(one.id) ?? []).map((row) => ({
        letter: letters.get(row.unitId) ?? "",
        from: row.plannedFrom,
        to: row.plannedTo,
      })),
      taught: (taught.get(one.id) ?? [])
        .flatMap((row) => (row.taughtOn === null ? [] : [{ topic: paths.get(row.topicId) ?? "", on: row.taughtOn }]))
        .sort((a, b) => (a.topic < b.topic ? -1 : 1)),
      students: (enrolments.get(one.id) ?? []).map(({ givenName, familyName, arrangements, ...card }) => ({
        givenName,
        familyName,
        entryCard: wordsOf(secret, card),
        ...optional("extraTimePercent", arrangements.extraTimePercent),
      })),
    })),
  };
}

const itemsAtOnce = 200;

/** Items in the form of a file: all in the order of their numbers, or those of some keys. */
export async function itemReader({ db, caller }: Reader, itemIds: readonly string[] | null = null) {
  const { departmentId } = caller;
  const codes = new Map((await store.listStandards(db, departmentId)).map((row) => [row.id, row.code]));
  const paths = new Map([...topicPaths(await store.listTopics(db, departmentId))].map(([path, id]) => [id, path]));
  const ideas = new Map((await store.listMisconceptions(db, departmentId)).map((row) => [row.id, row.name]));
  const stimuli = new Map(keysOfStimuli(await store.listStimuli(db, departmentId)).map((row) => [row.id, row.key]));
  const named = await store.listItemKeys(db, departmentId);
  const families = groupBy(named, (row) => row.familyId);
  const familyKey = (familyId: string) => {
    const [first, second] = families.get(familyId) ?? [];
    return first && second ? `family of ${keyOfItem(first)}` : undefined;
  };
  const keys = new Map(named.map((row) => [row.id, keyOfItem(row)]));
  const chosen = itemIds && new Set(itemIds);

  async function asFileItems(rows: Awaited<ReturnType<typeof store.listItemsAfter>>): Promise<FileItem[]> {
    const ids = rows.map((row) => row.id);
    const standards = groupBy(await store.listStandardsOfItems(db, departmentId, ids), (row) => row.itemId);
    return rows.map((row) => ({
      key: keyOfItem(row),
      ...optional("label", row.label),
      ...optional("topic", paths.get(row.topicId ?? "")),
      standards: codesOf(standards.get(row.id) ?? [], codes),
      demand: row.demand,
      use: row.use,
      status: row.status,
      expectedSeconds: row.expectedSeconds,
      writerDifficulty: row.writerDifficulty,
      keptFindings: row.keptFindings,
      tags: row.tags,
      points: row.points,
      language: row.language,
      ...optional("family", familyKey(row.familyId)),
      ...optional("stimulus", stimuli.get(row.stimulusId ?? "")),
      // A twin that does not go along could not be found where the file is read.
      ...optional("twin", chosen?.has(row.twinId ?? "") === false ? null : keys.get(row.twinId ?? "")),
      ...optional("author", row.origin?.author),
      ...optional("licence", row.origin?.licence),
      content: fromContent(row.content, (id) => ideas.get(id) ?? id),
    }));
  }

  async function* all(): AsyncGenerator<FileItem> {
    for (let after = 0; ;) {
      const rows = await store.listItemsAfter(db, departmentId, { after, itemIds }, itemsAtOnce);
      const last = rows.at(-1);
      if (!last) return;
      after = last.number;
      yield* await asFileItems(rows);
    }
  }

  /** Each with the version that it was read at. */
  async function ofKeys(wanted: readonly string[]): Promise<{ item: FileItem; version: number }[]> {
    const found: { item: FileItem; version: number }[] = [];
    for (let at = 0; at < wanted.length; at += itemsAtOnce) {
      const rows = await store.listItemsOfKeys(db, departmentId, wanted.slice(at, at + itemsAtOnce));
      const versions = new Map(rows.map((row) => [keyOfItem(row), row.version]));
      for (const item of await asFileItems(rows)) found.push({ item, version: versions.get(item.key) ?? 0 });
    }
    return found;
  }

  return { all, ofKeys, keys: new Set(keys.values()), stimuli: new Set(stimuli.values()) };
}
