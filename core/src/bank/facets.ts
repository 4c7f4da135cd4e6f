/** Counting a bank along several facets at once, each facet ignoring its own filter. */

/** The values of one property for every item, as small numbers. One value an item (-1: none), or any number of them. */
export type FacetColumn = { readonly one: ArrayLike<number> } | { readonly many: readonly ArrayLike<number>[] };

export interface Facet {
  readonly column: FacetColumn;
  /** Number of different values. */
  readonly size: number;
  /** For each value 1 where it is wanted; null: no filter on this facet. */
  readonly wanted: Uint8Array | null;
}

export interface FacetCounts {
  /** Places of the items that pass every filter, ascending. */
  readonly matches: Int32Array;
  /** Per facet and value: items with this value that pass all filters but the facet's own. */
  readonly counts: readonly Int32Array[];
}

/**
 * Matches and counts in one pass.
 *
 * An item that fails no filter counts in every facet; one that fails a single filter counts in that facet alone, since
 * only there its own filter is ignored; one that fails two counts nowhere. O(items x facets).
 *
 * @param among 1 for each item to look at (the words matched, not archived)
 * @param facets at most 30
 * @throws RangeError for more facets than that
 */
export function countFacets(among: Uint8Array, facets: readonly Facet[]): FacetCounts {
  if (facets.length > 30) throw new RangeError("at most 30 facets");
  const counts = facets.map((facet) => new Int32Array(facet.size));
  const matches = new Int32Array(among.length);
  let found = 0;
  for (let i = 0; i < among.length; i++) {
    if (among[i] !== 1) continue;
    let failed = -1;
    let failures = 0;
    for (let f = 0; f < facets.length && failures < 2; f++) {
      if (!passes(facets[f] as Facet, i)) {
        failed = f;
        failures += 1;
      }
    }
    if (failures === 0) {
      matches[found++] = i;
      for (let f = 0; f < facets.length; f++) add(facets[f] as Facet, i, counts[f] as Int32Array);
    } else if (failures === 1) add(facets[failed] as Facet, i, counts[failed] as Int32Array);
  }
  return { matches: matches.slice(0, found), counts };
}

function passes({ column, wanted }: Facet, i: number): boolean {
  if (wanted === null) return true;
  if ("one" in column) return wanted[column.one[i] ?? -1] === 1;
  const values = column.many[i] ?? [];
  for (let v = 0; v < values.length; v++) if (wanted[values[v] ?? -1] === 1) return true;
  return false;
}

function add({ column }: Facet, i: number, counts: Int32Array): void {
  if ("one" in column) {
    const value = column.one[i] ?? -1;
    if (value >= 0) counts[value] = (counts[value] ?? 0) + 1;
    return;
  }
  const values = column.many[i] ?? [];
  for (let v = 0; v < values.length; v++) {
    const value = values[v] ?? -1;
    counts[value] = (counts[value] ?? 0) + 1;
  }
}
