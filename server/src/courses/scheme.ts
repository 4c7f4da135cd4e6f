/** A scheme of work brought into a course: units, topics, and when a class has them. */
import type * as contract from "@verdant/contract/courses";
import type { Input, Result } from "@verdant/contract/endpoint";
import { foldedText } from "@verdant/core/foldedText";
import { dateOf, dayOf, mondayOf } from "@verdant/core/plan/day";
import { need } from "../platform/failure.ts";
import { atomically, type Member, type Scope } from "../platform/scope.ts";
import { addTopic, listTopics } from "../standards/service.ts";
import { listCourses, setCourse } from "./editCourses.ts";
import * as edits from "./editStore.ts";

type Units = Input<typeof contract.bringScheme>["body"]["units"];

/** What is there already stays: units keep their topics and get the new ones after them. */
export function bringScheme(
  scope: Scope<Member>,
  { params, body }: Input<typeof contract.bringScheme>,
): Promise<Result<typeof contract.bringScheme>> {
  return atomically(scope, async (within) => {
    const { courseId } = params;
    const course = need(
      (await listCourses(within)).courses.find((one) => one.id === courseId),
      "course",
    );
    const { ids, added } = await topicsOf(within, body.units);
    const listed = new Set(course.units.flatMap((unit) => unit.topics.map((topic) => topic.id)));
    const units = course.units.map(({ topics, ...unit }) => ({ ...unit, topicIds: topics.map((topic) => topic.id) }));
    const letters = new Set(units.map((unit) => unit.letter));
    let placed = 0;
    for (const { name, lessons } of body.units) {
      const topicIds = lessons.flatMap((lesson) => {
        const id = ids.get(foldedText(lesson.name)) ?? "";
        if (listed.has(id)) return [];
        listed.add(id);
        return [id];
      });
      placed += topicIds.length;
      const known = units.find((unit) => foldedText(unit.name) === foldedText(name));
      if (known) known.topicIds.push(...topicIds);
      else {
        const letter = freeLetter(name, letters);
        letters.add(letter);
        units.push({ name, letter, hue: units.length % 10, topicIds } as (typeof units)[number]);
      }
    }
    const kept = await setCourse(within, { params, body: { name: course.name, units } });
    if (body.classId !== null) await dateUnits(within, body.classId, kept.units, body.units);
    return { units: body.units.length, placed, added };
  });
}

/** Topics by name; what no topic is called becomes one, under the topic that is called like its unit. */
async function topicsOf(scope: Scope<Member>, units: Units): Promise<{ ids: Map<string, string>; added: number }> {
  const { topics } = await listTopics(scope);
  const ids = new Map(topics.toReversed().map((topic) => [foldedText(topic.name), topic.id]));
  let added = 0;
  for (const { name, lessons } of units)
    for (const lesson of lessons) {
      if (ids.has(foldedText(lesson.name))) continue;
      const parentId = ids.get(foldedText(name)) ?? (await addTopic(scope, { body: { parentId: null, name } })).id;
      ids.set(foldedText(name), parentId);
      ids.set(foldedText(lesson.name), (await addTopic(scope, { body: { parentId, name: lesson.name } })).id);
      added += 1;
    }
  return { ids, added };
}

function freeLetter(name: string, taken: ReadonlySet<string>): string {
  const wanted = `${name.toUpperCase()}ABCDEFGHIJKLMNOPQRSTUVWXYZ`.match(/[A-Z]/g) ?? [];
  return wanted.find((letter) => !taken.has(letter)) ?? "–";
}

/** From the Monday of a unit's first week to the Friday of its last; units without weeks keep the dates they have. */
async function dateUnits(
  scope: Scope<Member>,
  classId: string,
  units: Result<typeof contract.setCourse>["units"],
  scheme: Units,
): Promise<void> {
  const { db, caller } = scope;
  const { departmentId } = caller;
  const year = need(await edits.findYearOfClass(db, departmentId, classId), "class");
  const monday = mondayOf(dayOf(year.startsOn));
  const dates = new Map(
    (await edits.listClassUnits(db, departmentId, classId)).map((row) => [
      row.unitId,
      { unitId: row.unitId, from: row.plannedFrom, to: row.plannedTo },
    ]),
  );
  for (const { name, lessons } of scheme) {
    const weeks = lessons.flatMap((lesson) => lesson.week ?? []);
    const unit = units.find((one) => foldedText(one.name) === foldedText(name));
    if (!unit || weeks.length === 0) continue;
    const dayIn = (week: number, offset: number) => dateOf(monday + 7 * (week - 1) + offset);
    dates.set(unit.id, {
      unitId: unit.id,
      from: dayIn(Math.min(...weeks), 0),
      to: dayIn(Math.max(...weeks), 4),
    });
  }
  await edits.replaceClassUnits(db, departmentId, classId, [...dates.values()]);
}
