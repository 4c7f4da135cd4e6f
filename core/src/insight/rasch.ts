/** Difficulty of items on one scale, from answers of which every student gave others: Rasch (1960) with a writer's prior. */

/** Answers of persons, one after the other: those of person p stand from `start[p]` to before `start[p + 1]`. */
export interface Responses {
  /** Persons + 1 places; the last is the number of answers. */
  readonly start: Int32Array;
  /** Index of the item of each answer. */
  readonly item: Int32Array;
  /** Credit of each answer, in [0, 1]. */
  readonly credit: Float64Array;
  /** Index of the group of each person, from 0 on. The mean of group 0 is 0: it is what the scale hangs on. */
  readonly group: Int32Array;
}

/** What is believed of an item before any answer: normal, in logits. */
export interface ItemPrior {
  readonly mean: number;
  readonly sd: number;
}

export interface Calibration {
  /** In logits: at this ability the chance is one half. Of an item that nobody answered, its prior's. */
  readonly difficulty: Float64Array;
  /** Standard errors of these. */
  readonly error: Float64Array;
  /** Abilities, expected a posteriori, and their standard deviations. */
  readonly ability: Float64Array;
  readonly abilitySd: Float64Array;
  /** Per group: mean and standard deviation of ability. */
  readonly mean: Float64Array;
  readonly sd: Float64Array;
  /** Marginal reliability, in [0, 1]; null with fewer than two persons. */
  readonly reliability: number | null;
  readonly logLikelihood: number;
  readonly rounds: number;
}

const [lowest, highest] = [-5, 5];
const mostRounds = 500;

/**
 * Marginal maximum a posteriori by EM over a grid of abilities (Bock and Aitkin, 1981); errors by Louis (1982), items taken
 * one by one. What somebody was not asked is simply not there; items that all got right, or nobody, stay finite by their
 * prior. Partial credit counts as that part of a right answer.
 *
 * @param nodes of the grid, equally spaced from -5 to 5
 * @param tolerance in logits: when no number moves further in a round, it ends
 * @throws RangeError where an index or a credit is out of range
 */
export function calibrate(
  responses: Responses,
  priors: readonly ItemPrior[],
  { nodes = 21, tolerance = 1e-3 }: { readonly nodes?: number; readonly tolerance?: number } = {},
): Calibration {
  mustBeInRange(responses, priors.length);
  const { start, item, credit, group } = responses;
  const persons = start.length - 1;
  const groups = group.reduce((most, one) => Math.max(most, one + 1), 1);
  const node = Float64Array.from({ length: nodes }, (_, q) => lowest + ((highest - lowest) * q) / (nodes - 1));
  const difficulty = Float64Array.from(priors, (prior) => prior.mean);
  const [mean, sd] = [new Float64Array(groups), new Float64Array(groups).fill(1)];
  const earned = new Float64Array(priors.length);
  credit.forEach((one, at) => (earned[item[at] as number] = (earned[item[at] as number] as number) + one));
  const sizes = new Float64Array(groups);
  for (const one of group) sizes[one] = (sizes[one] as number) + 1;
  const [ability, abilitySd] = [new Float64Array(persons), new Float64Array(persons)];
  const expected = new Float64Array(priors.length * nodes);
  const wrong = new Float64Array(priors.length * nodes);
  const post = new Float64Array(nodes);

  /** Weighs the grid for each person by what they answered; `tell` hears of each. Returns the log-likelihood. */
  const weigh = (tell: (person: number) => void): number => {
    for (let i = 0; i < priors.length; i++)
      for (let q = 0; q < nodes; q++) wrong[i * nodes + q] = -softplus((node[q] as number) - (difficulty[i] as number));
    const weights = Array.from({ length: groups }, (_, g) => logWeights(node, mean[g] as number, sd[g] as number));
    let logLikelihood = 0;
    for (let p = 0; p < persons; p++) {
      post.set(weights[group[p] as number] as Float64Array);
      for (let at = start[p] as number; at < (start[p + 1] as number); at++) {
        const i = item[at] as number;
        const [x, b] = [credit[at] as number, difficulty[i] as number];
        for (let q = 0; q < nodes; q++)
          post[q] = (post[q] as number) + (wrong[i * nodes + q] as number) + x * ((node[q] as number) - b);
      }
      logLikelihood += normalise(post);
      tell(p);
    }
    return logLikelihood;
  };

  let rounds = 0;
  for (let moved = Infinity; moved >= tolerance && rounds < mostRounds; rounds++) {
    expected.fill(0);
    const [sums, squares] = [new Float64Array(groups), new Float64Array(groups)];
    weigh((p) => {
      let [first, second] = [0, 0];
      for (let q = 0; q < nodes; q++) {
        const weight = post[q] as number;
        first += weight * (node[q] as number);
        second += weight * (node[q] as number) ** 2;
      }
      const g = group[p] as number;
      sums[g] = (sums[g] as number) + first;
      squares[g] = (squares[g] as number) + second;
      for (let at = start[p] as number; at < (start[p + 1] as number); at++) {
        const row = (item[at] as number) * nodes;
        for (let q = 0; q < nodes; q++) expected[row + q] = (expected[row + q] as number) + (post[q] as number);
      }
    });
    moved = 0;
    for (let i = 0; i < priors.length; i++) {
      const before = difficulty[i] as number;
      for (let step = 0; step < 2; step++) difficulty[i] = newtonStep(i, difficulty[i] as number);
      moved = Math.max(moved, Math.abs((difficulty[i] as number) - before));
    }
    for (let g = 0; g < groups; g++) {
      const size = sizes[g] as number;
      if (size === 0) continue;
      const middle = g === 0 ? 0 : (sums[g] as number) / size;
      const variance = ((squares[g] as number) - 2 * middle * (sums[g] as number)) / size + middle ** 2;
      const spread = Math.min(2.5, Math.max(0.2, Math.sqrt(variance)));
      moved = Math.max(moved, Math.abs(middle - (mean[g] as number)), Math.abs(spread - (sd[g] as number)));
      mean[g] = middle;
      sd[g] = spread;
    }
  }

  const information = Float64Array.from(priors, (prior) => 1 / prior.sd ** 2);
  const logLikelihood = weigh((p) => {
    let [first, second] = [0, 0];
    for (let q = 0; q < nodes; q++) {
      first += (post[q] as number) * (node[q] as number);
      second += (post[q] as number) * (node[q] as number) ** 2;
    }
    ability[p] = first;
    abilitySd[p] = Math.sqrt(Math.max(0, second - first ** 2));
    for (let at = start[p] as number; at < (start[p + 1] as number); at++) {
      const i = item[at] as number;
      let [chance, square] = [0, 0];
      for (let q = 0; q < nodes; q++) {
        const right = logistic((node[q] as number) - (difficulty[i] as number));
        chance += (post[q] as number) * right;
        square += (post[q] as number) * right ** 2;
      }
      // E P(1 - P) less the variance of x - P over what is believed of the ability.
      information[i] = (information[i] as number) + (chance - square) - (square - chance ** 2);
    }
  });
  return {
    ...{ difficulty, ability, abilitySd, mean, sd, logLikelihood, rounds },
    error: information.map((one, i) => (one > 0 ? one ** -0.5 : (priors[i] as ItemPrior).sd)),
    reliability: reliabilityOf(ability, abilitySd),
  };

  function newtonStep(i: number, b: number): number {
    const prior = priors[i] as ItemPrior;
    let [rightSum, slope] = [0, 1 / prior.sd ** 2];
    for (let q = 0; q < nodes; q++) {
      const [weight, right] = [expected[i * nodes + q] as number, logistic((node[q] as number) - b)];
      rightSum += weight * right;
      slope += weight * right * (1 - right);
    }
    const step = (rightSum - (earned[i] as number) - (b - prior.mean) / prior.sd ** 2) / slope;
    return b + Math.min(1, Math.max(-1, step));
  }
}

const logistic = (x: number): number => 1 / (1 + Math.exp(-x));
/** log(1 + e^x), without overflow. */
const softplus = (x: number): number => (x > 0 ? x + Math.log1p(Math.exp(-x)) : Math.log1p(Math.exp(x)));

function logWeights(node: Float64Array, mean: number, sd: number): Float64Array {
  const weights = node.map((one) => -0.5 * ((one - mean) / sd) ** 2);
  const total = Math.log(weights.reduce((sum, one) => sum + Math.exp(one), 0));
  return weights.map((one) => one - total);
}

/** Turns logarithms into weights that sum to 1; returns the logarithm of what they summed to. */
function normalise(post: Float64Array): number {
  const most = post.reduce((max, one) => Math.max(max, one), -Infinity);
  let total = 0;
  for (let q = 0; q < post.length; q++) {
    post[q] = Math.exp((post[q] as number) - most);
    total += post[q] as number;
  }
  for (let q = 0; q < post.length; q++) post[q] = (post[q] as number) / total;
  return most + Math.log(total);
}

function reliabilityOf(ability: Float64Array, abilitySd: Float64Array): number | null {
  const n = ability.length;
  if (n < 2) return null;
  const mean = ability.reduce((sum, one) => sum + one, 0) / n;
  const between = ability.reduce((sum, one) => sum + (one - mean) ** 2, 0) / n;
  const within = abilitySd.reduce((sum, one) => sum + one ** 2, 0) / n;
  return between + within === 0 ? null : between / (between + within);
}

function mustBeInRange({ start, item, credit, group }: Responses, items: number): void {
  const isRight =
    start.length === group.length + 1 &&
    start[0] === 0 &&
    start.at(-1) === item.length &&
    item.length === credit.length &&
    start.every((from, p) => p === 0 || from >= (start[p - 1] as number)) &&
    item.every((one) => one >= 0 && one < items) &&
    group.every((one) => one >= 0) &&
    credit.every((one) => one >= 0 && one <= 1);
  if (!isRight) throw new RangeError("answers that are no answers to these items");
}

/**
 * Abilities expected a posteriori from some of the answers; of somebody without any of these, the mean of the group.
 *
 * @param found what {@link calibrate} found of the same answers
 * @param counts which items say something
 * @param asked whose ability is wanted; of the others it is NaN
 * @returns logits, in the order of the persons
 */
export function abilitiesFrom(
  { start, item, credit, group }: Responses,
  found: Pick<Calibration, "difficulty" | "mean" | "sd">,
  counts: (item: number) => boolean,
  asked: (person: number) => boolean = () => true,
  nodes = 21,
): Float64Array {
  const node = Float64Array.from({ length: nodes }, (_, q) => lowest + ((highest - lowest) * q) / (nodes - 1));
  const weights = Array.from(found.mean, (mean, g) => logWeights(node, mean, found.sd[g] as number));
  const post = new Float64Array(nodes);
  return Float64Array.from(group, (g, p) => {
    if (!asked(p)) return NaN;
    post.set(weights[g] as Float64Array);
    for (let at = start[p] as number; at < (start[p + 1] as number); at++) {
      const i = item[at] as number;
      if (!counts(i)) continue;
      const [x, b] = [credit[at] as number, found.difficulty[i] as number];
      for (let q = 0; q < nodes; q++)
        post[q] = (post[q] as number) + x * ((node[q] as number) - b) - softplus((node[q] as number) - b);
    }
    normalise(post);
    return post.reduce((sum, weight, q) => sum + weight * (node[q] as number), 0);
  });
}

/**
 * What is believed of the ability of who gave an answer, from their other answers: what an answer says of its item must not
 * be held against itself (statistics brief B2). Of somebody with no other answer, what is believed of the group.
 *
 * @param found what {@link calibrate} found of the same answers
 * @returns for the answer at a place the nodes, and weights on them that sum to 1
 */
export function posteriorsBesides(
  { start, item, credit, group }: Responses,
  found: Pick<Calibration, "difficulty" | "mean" | "sd">,
  nodes = 21,
): (at: number) => { readonly node: Float64Array; readonly weights: Float64Array } {
  const node = Float64Array.from({ length: nodes }, (_, q) => lowest + ((highest - lowest) * q) / (nodes - 1));
  const groups = Array.from(found.mean, (mean, g) => logWeights(node, mean, found.sd[g] as number));
  const all = new Float64Array(group.length * nodes);
  const personAt = new Int32Array(item.length);
  /** Log-likelihood of one answer at a node. */
  const tells = (at: number, q: number) => {
    const [x, theta] = [credit[at] as number, (node[q] as number) - (found.difficulty[item[at] as number] as number)];
    return x * theta - softplus(theta);
  };
  group.forEach((g, p) => {
    const own = all.subarray(p * nodes, (p + 1) * nodes);
    own.set(groups[g] as Float64Array);
    for (let at = start[p] as number; at < (start[p + 1] as number); at++) {
      personAt[at] = p;
      for (let q = 0; q < nodes; q++) own[q] = (own[q] as number) + tells(at, q);
    }
  });
  return (at) => {
    const from = (personAt[at] as number) * nodes;
    const weights = Float64Array.from({ length: nodes }, (_, q) => (all[from + q] as number) - tells(at, q));
    normalise(weights);
    return { node, weights };
  };
}

/**
 * For each answer the ability of who gave it, expected a posteriori from their other answers ({@link posteriorsBesides}).
 *
 * @param found what {@link calibrate} found of the same answers
 * @returns logits, in the order of the answers
 */
export function abilitiesBesides(
  responses: Responses,
  found: Pick<Calibration, "difficulty" | "mean" | "sd">,
  nodes = 21,
): Float64Array {
  const posteriorAt = posteriorsBesides(responses, found, nodes);
  return Float64Array.from(responses.item, (_, at) => {
    const { node, weights } = posteriorAt(at);
    return weights.reduce((sum, weight, q) => sum + weight * (node[q] as number), 0);
  });
}

/**
 * Of average students (ability 0) the share that gets an item right, with its 95 % interval.
 *
 * @param difficulty in logits, with its standard error
 */
export function shareOfAverage({ difficulty, error }: { readonly difficulty: number; readonly error: number }) {
  const at = (b: number) => logistic(-b);
  return {
    right: at(difficulty),
    low: at(difficulty + 1.959963984540054 * error),
    high: at(difficulty - 1.959963984540054 * error),
  };
}

/** Fewer answers say less of an item than its writer does. */
export const fewestToCalibrate = 10;

/** How far a difficulty can be trusted: settled with a standard error of .30 logits or less. */
export const trustOfError = (error: number, answers: number): "estimate" | "provisional" | "settled" =>
  answers < fewestToCalibrate ? "estimate" : error <= 0.3 ? "settled" : "provisional";

/** Items with so many answers tell how good the writers' words are; and so many such items. */
const [tellingAnswers, tellingItems] = [30, 8];

/** A revision that may have changed an item's difficulty: what was known of the item before still says something. */
export interface Link {
  readonly item: number;
  /** The item as it read before. */
  readonly before: number;
  /** How far such a change moves a difficulty, in logits. */
  readonly sd: number;
}

/** Of a change of the words, and of an item that was written anew; after another key the old answers say nothing. */
export const linkSds = { wording: 0.3, rewritten: 0.6 } as const;

/**
 * Calibration that first asks how good the writers of this department are: their words are held against a fit that hardly
 * listens to them (sd 3), by a line through the items with 30 answers or more, and count from then on as much as they
 * deserve (sd by moments, at least .3). Writers as a group may take everything for harder than it is. With fewer than 8
 * such items the priors stay as given.
 *
 * @param links of revised items: where it is worth more than the writer's word, the difficulty before the change is what is
 *   believed of the item after it, give or take the change and its own error (statistics brief B4, revisions)
 */
export function calibrateWithWriters(
  responses: Responses,
  writers: readonly ItemPrior[],
  links: readonly Link[] = [],
): Calibration {
  const priors = priorsOfWriters(responses, writers);
  const found = calibrate(responses, priors);
  if (links.length === 0) return found;
  const linked = [...priors];
  for (const { item, before, sd } of links) {
    const spread = Math.hypot(sd, found.error[before] as number);
    if (spread < (priors[item] as ItemPrior).sd)
      linked[item] = { mean: found.difficulty[before] as number, sd: spread };
  }
  return calibrate(responses, linked);
}

/** The writers' words at what they are worth. */
function priorsOfWriters(responses: Responses, writers: readonly ItemPrior[]): readonly ItemPrior[] {
  const answers = new Float64Array(writers.length);
  for (const one of responses.item) answers[one] = (answers[one] as number) + 1;
  const flat = calibrate(
    responses,
    writers.map(({ mean }) => ({ mean, sd: 3 })),
  );
  const told = writers.flatMap(({ mean }, i) =>
    (answers[i] as number) >= tellingAnswers
      ? [{ x: mean, y: flat.difficulty[i] as number, error: flat.error[i] as number }]
      : [],
  );
  if (told.length < tellingItems) return writers;
  const average = (of: (one: (typeof told)[number]) => number) =>
    told.reduce((sum, one) => sum + of(one), 0) / told.length;
  const [x, y] = [average((one) => one.x), average((one) => one.y)];
  const spread = average((one) => (one.x - x) ** 2);
  const slope = spread === 0 ? 0 : average((one) => (one.x - x) * (one.y - y)) / spread;
  const word = (mean: number) => y + slope * (mean - x);
  const variance = average((one) => (one.y - word(one.x)) ** 2) - average((one) => one.error ** 2);
  const sd = Math.sqrt(Math.max(0.09, variance));
  return writers.map(({ mean }) => ({ mean: word(mean), sd }));
}

/** What a writer's word of 1 (very easy) to 5 (very hard) says before any answer: 0.8 logits a step, give or take as much. */
export const priorOfWriter = (difficulty: number): ItemPrior => ({ mean: 0.8 * (difficulty - 3), sd: 0.8 });
