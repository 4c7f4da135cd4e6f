/** What the checker asks of the bank: words of the department's own, and habits of its writers. */
import type * as contract from "@verdant/contract/customs";
import type { Input, Result } from "@verdant/contract/endpoint";
import type { Member, Scope } from "../../platform/scope.ts";
import * as store from "./wordStore.ts";

export async function findKnownWords(
  { db, caller }: Scope<Member>,
  { body }: Input<typeof contract.findKnownWords>,
): Promise<Result<typeof contract.findKnownWords>> {
  const folded = body.words.map((word) => word.toLowerCase());
  const known = await store.listKnown(db, caller.departmentId, folded);
  return { known: body.words.filter((_, i) => known.has(folded[i] ?? "")) };
}

export async function addWords(
  { db, caller, now }: Scope<Member>,
  { body }: Input<typeof contract.addWords>,
): Promise<{ ok: true }> {
  const { departmentId, personId } = caller;
  await store.insertWords(
    db,
    [...new Set(body.words.map((word) => word.toLowerCase()))].map((word) => ({
      departmentId,
      word,
      by: personId,
      at: now(),
    })),
  );
  return { ok: true };
}

/** Items of a writer that are looked at. */
const looked = 10;

export async function listKeyPlaces(
  { db, caller }: Scope<Member>,
  { query }: Input<typeof contract.listKeyPlaces>,
): Promise<Result<typeof contract.listKeyPlaces>> {
  const contents = await store.listLastChoices(db, caller.departmentId, caller.personId, query.besides, looked);
  return {
    places: contents.flatMap((content) => {
      const place = "options" in content ? content.options.findIndex((option) => option.isKey) : -1;
      return place < 0 ? [] : [place];
    }),
  };
}
