/** The school year that today lies in. */
import { newId } from "../platform/id.ts";
import type { Member, Scope } from "../platform/scope.ts";
import { todayOf } from "../platform/today.ts";
import * as edits from "./editStore.ts";

/** Its id; it is made where there is none. */
export async function currentSchoolYear(within: Scope<Member>): Promise<string> {
  const { db, caller } = within;
  const { departmentId } = caller;
  const today = await todayOf(within);
  const here = await edits.findSchoolYear(db, departmentId, today);
  if (here) return here.id;
  const id = newId();
  await edits.ensureSchoolYear(db, { departmentId, id, ...schoolYearAround(today) });
  return id;
}

/** The school year from September to July that `today` lies in; in August the coming one. */
function schoolYearAround(today: string) {
  const [year = 0, month = 0] = today.split("-").map(Number);
  const from = month >= 8 ? year : year - 1;
  return { name: `${from}/${String(from + 1).slice(2)}`, startsOn: `${from}-08-01`, endsOn: `${from + 1}-07-31` };
}
