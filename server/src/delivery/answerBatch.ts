/**
 * Answers that arrive while others are being written go together in the next statement: before the bell one commit serves
 * a whole class. Nothing is acknowledged before it is in the database, so nothing that matters waits here.
 */
import { isOverloaded, isUnreachable, type Db } from "../platform/database.ts";
import { Failure } from "../platform/failure.ts";
import { saveAnswers, type Delivery, type Saved } from "./answerStore.ts";

/** Answers in one statement; a single delivery may hold more. */
const mostAnswers = 200;
/** Deliveries that wait; who comes then is told to come again, and the device keeps what it has. */
const mostWaiting = 2000;

interface Waiting {
  readonly delivery: Delivery;
  readonly resolve: (saved: Saved | undefined) => void;
  readonly reject: (error: unknown) => void;
}

export class AnswerBatch {
  readonly #db: Db;
  #waiting: Waiting[] = [];
  #isWriting = false;

  constructor(db: Db) {
    this.#db = db;
  }

  /** Resolves when the delivery is stored for good; undefined when nobody's sitting has its token. */
  save(delivery: Delivery): Promise<Saved | undefined> {
    if (this.#waiting.length >= mostWaiting) return Promise.reject(new Failure("tooManyAtOnce"));
    return new Promise((resolve, reject) => {
      this.#waiting.push({ delivery, resolve, reject });
      if (!this.#isWriting) void this.#writeAll();
    });
  }

  async #writeAll(): Promise<void> {
    this.#isWriting = true;
    while (this.#waiting.length > 0) await this.#write(this.#takeNext());
    this.#isWriting = false;
  }

  /** The oldest, of each sitting one: its next delivery waits for the one before. */
  #takeNext(): Waiting[] {
    const [taken, left]: [Waiting[], Waiting[]] = [[], []];
    const sittings = new Set<string>();
    let answers = 0;
    for (const one of this.#waiting) {
      const { sittingId, events } = one.delivery;
      const fits = taken.length === 0 || answers + events.length < mostAnswers;
      if (fits && taken.length < mostAnswers && !sittings.has(sittingId)) {
        taken.push(one);
        sittings.add(sittingId);
        answers += events.length;
      } else left.push(one);
    }
    this.#waiting = left;
    return taken;
  }

  async #write(batch: readonly Waiting[]): Promise<void> {
    try {
      const saved = await saveAnswers(
        this.#db,
        batch.map((one) => one.delivery),
        "isLeftOut",
      );
      batch.forEach((one, i) => {
        // Its sitting is just being handed in, or there is none: nobody else waits for that.
        if (saved[i] === undefined) void this.#writeAlone(one);
        else one.resolve(saved[i]);
      });
    } catch (error) {
      const isNobodysFault = isUnreachable(error) || isOverloaded(error);
      for (const one of batch) {
        // What the database cannot keep of one device must not cost the others their answers.
        if (batch.length === 1 || isNobodysFault) one.reject(error);
        else void this.#writeAlone(one);
      }
    }
  }

  async #writeAlone({ delivery, resolve, reject }: Waiting): Promise<void> {
    try {
      resolve((await saveAnswers(this.#db, [delivery], "waits"))[0]);
    } catch (error) {
      reject(error);
    }
  }
}

/** The one of this process. */
export const answerBatch = (db: Db): AnswerBatch => new AnswerBatch(db);
