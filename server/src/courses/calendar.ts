/** A class's calendar: when it meets, when its units are planned, and what counts as taught. */
import type { Input, Result } from "@verdant/contract/endpoint";
import type * as contract from "@verdant/contract/courses";
import { groupBy } from "@verdant/core/groupBy";
import { dateOf } from "@verdant/core/plan/day";
import { loadSchedule } from "./schedule.ts";
import { Failure, need } from "../platform/failure.ts";
import { record } from "../platform/history.ts";
import { atomically, type Member, type Scope } from "../platform/scope.ts";
import * as edits from "./editStore.ts";
import * as store from "./store.ts";

type Calendar = Result<typeof contract.showCalendar>;

export async function showCalendar(
  scope: Scope<Member>,
  { params }: Input<typeof contract.showCalendar>,
): Promise<Calendar> {
  const { db, caller } = scope;
  const { departmentId } = caller;
  const plan = await loadSchedule(scope, departmentId, params.classId);
  const year = need(await edits.findYearOfClass(db, departmentId, params.classId), "schoolYear");
  const closed = await store.listClosedDays(db, departmentId, year.id, null);
  const dates = new Map((await edits.listClassUnits(db, departmentId, params.classId)).map((row) => [row.unitId, row]));
  return {
    classId: plan.class.id,
    className: plan.class.name,
    meetingDays: plan.class.meetingDays,
    examOn: plan.class.examOn,
    schoolYear: {
      name: year.name,
      startsOn: year.startsOn,
      endsOn: year.endsOn,
      closed: closed.map(({ fromOn, toOn, label }) => ({ from: fromOn, to: toOn, label })),
    },
    units: [...groupBy(plan.topics, (topic) => topic.strand.unitId)].flatMap(([unitId, topics]) => {
      const [first] = topics;
      if (!first) return [];
      return [
        {
          strand: first.strand,
          from: dates.get(unitId)?.plannedFrom ?? null,
          to: dates.get(unitId)?.plannedTo ?? null,
          topics: topics.map((topic) => ({
            topicId: topic.topicId,
            name: topic.name,
            taughtOn: topic.taughtOn === null ? null : dateOf(topic.taughtOn),
            isSaid: topic.isSaid,
            importance: topic.importance,
            stance: topic.stance,
          })),
        },
      ];
    }),
  };
}

type Wrong = "schoolYearBackwards" | "spanBackwards" | "unitNotOfCourse";
const invalid = (at: string, code: Wrong) => new Failure(code, {}, { at });

export function setCalendar(
  scope: Scope<Member>,
  { params, body }: Input<typeof contract.setCalendar>,
): Promise<Calendar> {
  return atomically(scope, async (within) => {
    const { db, caller } = within;
    const { departmentId } = caller;
    const { classId } = params;
    const { startsOn, endsOn, closed } = body.schoolYear;
    const before = await showCalendar(within, { params });
    if (startsOn >= endsOn) throw invalid("/body/schoolYear", "schoolYearBackwards");
    for (const span of [...closed, ...body.units])
      if (span.from > span.to) throw invalid("/body/units", "spanBackwards");
    const year = need(await edits.findYearOfClass(db, departmentId, classId), "schoolYear");
    await edits.updateClass(db, departmentId, classId, {
      meetingDays: [...new Set(body.meetingDays)].sort(),
      examOn: body.examOn,
    });
    await edits.updateSchoolYear(db, departmentId, year.id, { startsOn, endsOn });
    await edits.replaceClosed(db, departmentId, year.id, closed);
    const known = await edits.replaceClassUnits(db, departmentId, classId, body.units);
    if (known !== body.units.length) throw invalid("/body/units", "unitNotOfCourse");
    await record(within, {
      departmentId,
      entity: "class",
      entityId: classId,
      action: "calendarSet",
      before,
      after: body,
    });
    return showCalendar(within, { params });
  });
}

/** Says what was taught. The class's memory is worked out anew with it when it is next read. */
export function setTaught(scope: Scope<Member>, { params, body }: Input<typeof contract.setTaught>): Promise<Calendar> {
  return atomically(scope, async (within) => {
    const { db, caller } = within;
    const { departmentId } = caller;
    const { classId, topicId } = params;
    const plan = await loadSchedule(within, departmentId, classId);
    need(
      plan.topics.find((topic) => topic.topicId === topicId),
      "topic",
    );
    const taught = body.taughtOn === undefined ? {} : taughtColumns(body.taughtOn);
    if (body.studentId === undefined) {
      const { importance, stance } = body;
      await edits.upsertClassTopic(
        db,
        { departmentId, classId, topicId },
        {
          ...taught,
          ...(importance !== undefined && { importance }),
          ...(stance !== undefined && { stance }),
        },
      );
    } else if (body.taughtOn !== undefined) {
      await edits.setStudentTopic(db, { departmentId, classId, topicId, studentId: body.studentId }, body.taughtOn);
    }
    await record(within, {
      departmentId,
      entity: "class",
      entityId: classId,
      action: "taughtSet",
      after: { topicId, ...body },
    });
    return showCalendar(within, { params: { classId } });
  });
}

/** null: back to what is scheduled; "notYet": held back whatever is scheduled. */
function taughtColumns(taughtOn: string | null) {
  return taughtOn === "notYet" ? { taughtOn: null, isHeldBack: true } : { taughtOn, isHeldBack: false };
}
