/** A list that is cut says so: ask for one row more than are shown. */

/** The first `most` of `rows`, which were asked for with a limit of `most + 1`, and whether there are more. */
export const firstOf = <Row>(
  rows: readonly Row[],
  most: number,
): { readonly first: Row[]; readonly isMore: boolean } => ({
  first: rows.slice(0, most),
  isMore: rows.length > most,
});
