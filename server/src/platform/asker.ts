/** Whoever asked for something that is done in the background, and may still ask for it. */
import { findLead } from "./askerStore.ts";
import { Failure } from "./failure.ts";
import type { Member, Nobody, Scope } from "./scope.ts";

/** @throws Failure where the person is no lead of the department any more */
export async function leadWhoAsked({ db }: Scope<Nobody>, departmentId: string, personId: string): Promise<Member> {
  const lead = await findLead(db, departmentId, personId);
  if (!lead) throw new Failure("askerNoLead");
  return { kind: "member", departmentId, personId, name: lead.name, role: "lead" };
}
