/** A made-up class that sits a quiz: by a model that knows guessing, which calibration does not. */
import { abilitiesBesides, calibrate, priorOfWriter } from "../insight/rasch.ts";
import { usualAgreement, type Answered } from "../insight/doubts.ts";
import { randomFrom } from "../random.ts";

interface Simulated {
  readonly seed: string;
  readonly students: number;
  readonly items: number;
  /** The item whose key stands at a wrong option; null: all are sound. */
  readonly miskeyed: number | null;
  /** How much abilities differ, as a standard deviation; absent: 1. */
  readonly spread?: number;
}

const options = 4;
const [slope, guess] = [1.2, 0.2];

/**
 * The answers to each item, as the search for doubts takes them. Abilities and difficulties are normal; the chance of
 * knowing is logistic with slope 1.2, who does not know guesses with .2, and wrong answers prefer one option to another
 * (three-parameter model; Birnbaum, 1968).
 */
export function simulatedClass({ seed, students, items, miskeyed, spread = 1 }: Simulated): Answered[] {
  const next = randomFrom(seed);
  const normal = () => Math.sqrt(-2 * Math.log(1 - next())) * Math.cos(2 * Math.PI * next());
  const able = Array.from({ length: students }, () => spread * normal());
  const questions = Array.from({ length: items }, () => ({ b: normal(), pulls: [1, next() + 0.2, next() + 0.2] }));
  const chosen = able.map((theta) =>
    questions.map(({ b, pulls }) => {
      if (next() < guess + (1 - guess) / (1 + Math.exp(slope * (b - theta)))) return 0;
      const total = pulls.reduce((sum, one) => sum + one, 0);
      let left = next() * total;
      const at = pulls.findIndex((pull) => (left -= pull) < 0);
      return 1 + Math.max(0, at);
    }),
  );
  // Right is the first option, but where the key is wrong it stands at the one that pulls most.
  const key = questions.map((_, i) => (i === miskeyed ? 1 : 0));
  const responses = {
    start: Int32Array.from({ length: students + 1 }, (_, p) => p * items),
    item: Int32Array.from({ length: students * items }, (_, at) => at % items),
    credit: Float64Array.from({ length: students * items }, (_, at) =>
      chosen[Math.floor(at / items)]?.[at % items] === key[at % items] ? 1 : 0,
    ),
    group: new Int32Array(students),
  };
  const found = calibrate(
    responses,
    questions.map(() => priorOfWriter(3)),
  );
  const besides = abilitiesBesides(responses, found);
  const usual = usualAgreement(responses, besides);
  return questions.map((_, i) => ({
    options: Array.from({ length: options }, (__, place) => ({ isKey: place === key[i] })),
    hasOneKey: true,
    chosen: chosen.map((own) => [own[i] ?? 0]),
    credit: chosen.map((own) => (own[i] === key[i] ? 1 : 0)),
    ability: able.map((__, p) => besides[p * items + i] ?? 0),
    usual,
    lookAlikes: { right: 0, outOf: 0 },
  }));
}
