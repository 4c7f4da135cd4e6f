/** The topic tree and the standards as the bank shows them. */
import type { Result } from "@verdant/contract/endpoint";
import type * as contract from "@verdant/contract/standards";
import type { Guest, Member, Scope } from "../platform/scope.ts";
import * as store from "./store.ts";

type Listed = Result<typeof contract.listTopics>;

export async function listTopics({ db, caller }: Scope<Member | Guest>): Promise<Listed> {
  const rows = await store.listTopics(db, caller.departmentId);
  const byId = new Map(rows.map((row) => [row.id, row]));

  /** Its own letter and hue, or the nearest ancestor's, or those of a unit that lists it, or a dash. */
  const strandOf = (id: string | null): { letter: string; hue: number } => {
    const row = id === null ? undefined : byId.get(id);
    if (!row) return { letter: "–", hue: 7 };
    if (row.letter !== null && row.hue !== null) return { letter: row.letter, hue: row.hue };
    return row.strand ?? strandOf(row.parentId);
  };
  const childrenOf = (parentId: string | null): typeof rows =>
    rows.filter((row) => row.parentId === parentId).flatMap((row) => [row, ...childrenOf(row.id)]);

  const links = await store.listLinks(db, caller.departmentId);
  return {
    topics: childrenOf(null).map((row) => ({
      id: row.id,
      parentId: row.parentId,
      name: row.name,
      ...strandOf(row.id),
      standardIds: row.standardIds ?? [],
    })),
    standards: withLinks(await store.listStandards(db, caller.departmentId), links),
    withdrawn: withLinks(await store.listWithdrawn(db, caller.departmentId), links),
  };
}

/** Each with what it equals or overlaps: a link holds both ways. */
export const withLinks = <T extends { readonly id: string }>(
  standards: readonly T[],
  links: Awaited<ReturnType<typeof store.listLinks>>,
) =>
  standards.map((standard) => ({
    ...standard,
    links: links.flatMap(({ fromId, toId, kind }) =>
      fromId === standard.id
        ? [{ standardId: toId, kind }]
        : toId === standard.id
          ? [{ standardId: fromId, kind }]
          : [],
    ),
  }));
