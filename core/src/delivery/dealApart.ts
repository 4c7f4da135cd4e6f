/** Neighbours in a room have fewer of the same questions at the same place, where draws stay in their order. */
import { targetOf, type Hand, type Table } from "./dealTable.ts";

/**
 * How far from the target, in points, an expected score may come for the sake of the neighbours: two goes, of one student or
 * of two, then differ by a fifth of a point at most, which is under the quarter that is promised.
 */
export const leeway = 0.1;

/** Changes that are tried for each student, and for all: a year group is dealt to while its students wait. */
const tries = 600;
const most = 36_000;
/** What a point beyond the leeway weighs, in coincidences, while ways are tried. */
const weight = 40;
const [hot, cold] = [1, 0.05];

interface Move {
  readonly hand: Hand;
  readonly other: Hand;
  readonly pool: number;
  /** Places in the two hands that change their items. */
  readonly place: number;
  readonly otherPlace: number;
}

/**
 * Changes items between hands, and their order within a draw, so that there are fewer coincidences: places at which two
 * neighbours have the same family. Each item still goes to as many, nobody gets what they may not, and no expected score
 * comes to lie further from the target than {@link leeway}, or than the furthest before. By simulated annealing
 * (Kirkpatrick, Gelatt and Vecchi 1983): the way there may lead through hands that are not allowed, its end does not.
 *
 * @param hands changed in place
 * @param neighbours who sits beside whom, by their ids
 * @param next random numbers in [0, 1)
 */
export function dealApart(
  table: Table,
  hands: readonly Hand[],
  neighbours: ReadonlyMap<string, readonly string[]>,
  next: () => number,
): void {
  const pools = table.pools.filter((pool) => pool.staysInOrder);
  const byId = new Map(hands.map((hand) => [hand.studentId, hand]));
  const beside = new Map(
    hands.map((hand) => [hand, (neighbours.get(hand.studentId) ?? []).flatMap((id) => byId.get(id) ?? [])]),
  );
  const familyAt = (hand: Hand, pool: number, place: number) => table.familyOf(hand.held[pool]?.[place] ?? -1);
  const same = (hand: Hand, pool: number, place: number) => {
    const own = familyAt(hand, pool, place);
    return (beside.get(hand) ?? []).filter((other) => familyAt(other, pool, place) === own).length;
  };
  const target = targetOf(table);
  const away = (hand: Hand) => Math.abs(hand.expected - target);
  const allowed = Math.max(leeway, ...hands.map(away));
  const over = (hand: Hand) => Math.max(0, away(hand) - allowed - 1e-9);

  const some = <T>(list: readonly T[]): T => list[Math.floor(next() * list.length)] as T;
  const someMove = (): Move | null => {
    const [hand, pool] = [some(hands), some(pools).at];
    const other = next() < 0.2 ? hand : some(hands);
    const [place, otherPlace] = [hand, other].map((one) => Math.floor(next() * (one.held[pool]?.length ?? 0)));
    const move = { hand, other, pool, place: place ?? 0, otherPlace: otherPlace ?? 0 };
    const [out, into] = [hand.held[pool]?.[move.place], other.held[pool]?.[move.otherPlace]];
    if (out === undefined || into === undefined || out === into) return null;
    const may = other === hand || (table.mayChange(hand, pool, out, into) && table.mayChange(other, pool, into, out));
    return may ? move : null;
  };
  /** Makes a change; made once more, it is undone. */
  const make = ({ hand, other, pool, place, otherPlace }: Move) => {
    const [held, theirs] = [hand.held[pool] ?? [], other.held[pool] ?? []];
    const [out, into] = [held[place] as number, theirs[otherPlace] as number];
    if (hand === other) {
      [held[place], held[otherPlace]] = [into, out];
      return;
    }
    table.change(hand, pool, out, into);
    table.change(other, pool, into, out);
  };
  const costAt = ({ hand, other, pool, place, otherPlace }: Move) => ({
    same: same(hand, pool, place) + same(other, pool, otherPlace),
    over: over(hand) + (other === hand ? 0 : over(other)),
  });

  if (pools.length === 0 || [...beside.values()].every((list) => list.length === 0)) return;
  let [sames, overs, best] = [0, 0, 0];
  /** The changes made since the best hands so far that are allowed. */
  let since: Move[] = [];
  const moves = Math.min(most, tries * hands.length);
  for (let n = 0; n < moves; n++) {
    const move = someMove();
    if (!move) continue;
    const before = costAt(move);
    make(move);
    const after = costAt(move);
    const [rise, more] = [after.same - before.same, after.over - before.over];
    const heat = hot * (cold / hot) ** (n / moves);
    const cost = rise + weight * more;
    if (cost > 0 && next() >= Math.exp(-cost / heat)) {
      make(move);
      continue;
    }
    [sames, overs] = [sames + rise, overs + more];
    since.push(move);
    if (overs < 1e-9 && sames < best) [best, since] = [sames, []];
  }
  for (const move of since.reverse()) make(move);
}
