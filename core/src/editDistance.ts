/** How far two words are apart. */

/**
 * Fewest insertions, deletions and replacements of characters that turn `a` into `b` (Levenshtein, 1966). What the two begin
 * and end with alike costs nothing: a word changed in a long text takes no longer than a word.
 */
export function editDistance(a: string, b: string): number {
  const most = Math.min(a.length, b.length);
  let from = 0;
  while (from < most && a[from] === b[from]) from++;
  let tail = 0;
  while (tail < most - from && a[a.length - 1 - tail] === b[b.length - 1 - tail]) tail++;
  return distanceOf(a.slice(from, a.length - tail), b.slice(from, b.length - tail));
}

function distanceOf(a: string, b: string): number {
  const row = Uint32Array.from({ length: b.length + 1 }, (_, j) => j);
  const at = (j: number) => row[j] ?? 0;
  for (let i = 1; i <= a.length; i++) {
    let diagonal = at(0);
    row[0] = i;
    for (let j = 1; j <= b.length; j++) {
      const replaced = diagonal + (a[i - 1] === b[j - 1] ? 0 : 1);
      diagonal = at(j);
      row[j] = Math.min(replaced, diagonal + 1, at(j - 1) + 1);
    }
  }
  return at(b.length);
}
