import fc from "fast-check";
import { describe, expect, test } from "vitest";
import { randomFrom } from "../random.ts";
import { essay, marked, one, view } from "../testing/contents.ts";
import { blankAnswer } from "./blank.ts";
import { creditOf, kindOf, type Answer, type Content } from "./kinds.ts";
import { contentUnder, creditUnder, isRuling, keyedBy } from "./ruling.ts";

const pick = (optionId: string): Answer => ({ kind: "oneRightAnswer", optionId });

/** Another whole answer than the keyed one, by the ids that the kind has. */
function otherThanKey(content: Content): Answer {
  switch (content.kind) {
    case "oneRightAnswer":
    case "optionSet":
      return { kind: content.kind, optionId: content.options.find((option) => !option.isKey)?.id ?? "" };
    case "severalRightAnswers":
      return { kind: content.kind, optionIds: [content.options.at(-1)?.id ?? ""] };
    case "shortText":
      return { kind: content.kind, text: "estuary" };
    case "numeric":
      return { kind: content.kind, text: "125" };
    case "match":
      return { kind: content.kind, chosen: content.pairs.map(({ id }) => ({ pairId: id, rightId: "neither" })) };
    case "order":
      return { kind: content.kind, order: content.steps.map((step) => step.id).reverse() };
    case "fillGaps":
      return {
        kind: content.kind,
        filled: content.passage.flatMap((part) =>
          part.type === "gap" ? [{ gapId: part.id, text: part.choices.at(-1) ?? "spit" }] : [],
        ),
      };
    case "pointOnImage":
      return { kind: content.kind, at: null, regionId: content.regions.find((one) => !one.isKey)?.id ?? "" };
    case "keyOnly":
      return { kind: content.kind, letter: 0 };
    case "written":
      return { kind: content.kind, text: "Another answer." };
    case "opinion":
      return { kind: content.kind, value: "no" };
  }
}

describe("a key found wrong, for every kind", () => {
  test("the right answer is the key of its content already; another one given as key takes its place and nothing else", () => {
    for (const content of marked) {
      const kind = kindOf(content);
      const [right, other] = [kind.rightAnswer(content), otherThanKey(content)];
      const same = keyedBy(content, right);
      expect(same && kind.keyWord(same)).toBe(kind.keyWord(content));
      const keyed = keyedBy(content, other)!;
      expect([creditOf(keyed, other), creditOf(content, other)]).toEqual([1, 0]);
      expect(kind.keyWord(keyed)).not.toBe(kind.keyWord(content));
      expect(kind.faults(keyed)).toEqual([]);
      const ids = (one: Content) => [...kind.arrange(one, randomFrom("s"))].sort();
      expect(ids(keyed)).toEqual(ids(content));
    }
  });

  test("a blank, an answer of another kind and one that leaves something open can be no key", () => {
    for (const content of marked) {
      expect(keyedBy(content, blankAnswer(content.kind))).toBeNull();
      expect(keyedBy(content, blankAnswer(content.kind === "numeric" ? "order" : "numeric"))).toBeNull();
      expect(isRuling({ ruling: "correct", answer: blankAnswer(content.kind) }, content)).toBe(false);
      expect(isRuling({ ruling: "drop", answer: null }, content)).toBe(true);
    }
    const half: Answer = { kind: "match", chosen: [{ pairId: "coal", rightId: "neither" }] };
    expect(
      keyedBy(
        marked.find((content) => content.kind === "match")!,
        half,
      ),
    ).toBeNull();
  });

  test("correcting moves credit to the new answer, accepting gives it to both, awarding to all, dropping to nobody", () => {
    const credits = (ruling: "correct" | "accept" | "award" | "drop") =>
      ["a", "b"].map((id) => creditUnder({ ruling, answer: pick("b") }, one, pick(id)).credit);
    expect([credits("correct"), credits("accept"), credits("award"), credits("drop")]).toEqual([
      [0, 1],
      [1, 1],
      [1, 1],
      [0, 0],
    ]);
    expect(creditUnder({ ruling: "drop", answer: null }, one, pick("a"))).toMatchObject({ counts: false });
    expect(creditUnder({ ruling: "award", answer: null }, one, null)).toEqual({
      credit: 1,
      counts: true,
      isEvidence: false,
    });
    const accepted = { ruling: "accept", answer: pick("b") } as const;
    expect(contentUnder(accepted, one, pick("a"))).toBe(one);
    expect(contentUnder(accepted, one, pick("b"))).toEqual(contentUnder({ ...accepted, ruling: "correct" }, one));
  });

  test("accepting never lowers a credit, whatever was answered; without a ruling the key stands", () => {
    const place = fc.nat(marked.length - 1);
    fc.assert(
      fc.property(place, fc.boolean(), fc.boolean(), (i, isOther, isBlank) => {
        const content = marked[i]!;
        const given = isBlank ? null : isOther ? otherThanKey(content) : kindOf(content).rightAnswer(content);
        const written = creditUnder(null, content, given);
        expect(written).toEqual({ credit: creditOf(content, given), counts: true, isEvidence: true });
        const accepted = creditUnder({ ruling: "accept", answer: otherThanKey(content) }, content, given);
        expect(accepted.credit).toBeGreaterThanOrEqual(written.credit);
      }),
    );
  });

  test("what a person marks waits until it is marked, unless it is blank; what nobody marks counts nowhere", () => {
    const wrote: Answer = { kind: "written", text: "The outer bank is worn away." };
    const waits = { credit: 0, counts: true, isEvidence: false };
    expect(creditUnder(null, essay, wrote)).toEqual(waits);
    expect(creditUnder(null, essay, wrote, { byPerson: 0.75 })).toEqual({
      credit: 0.75,
      counts: true,
      isEvidence: true,
    });
    expect(creditUnder(null, essay, { kind: "written", text: " " })).toEqual({ ...waits, isEvidence: true });
    expect(creditUnder({ ruling: "drop", answer: null }, essay, wrote)).toEqual({ ...waits, counts: false });
    for (const answer of [null, { kind: "opinion", value: "yes" } as const])
      expect(creditUnder({ ruling: "award", answer: null }, view, answer)).toEqual({ ...waits, counts: false });
    expect(isRuling({ ruling: "correct", answer: wrote }, essay)).toBe(false);
  });
});
