import { describe, expect, test } from "vitest";
import { afterSave, mayApprove, noReview, type Saved } from "./reviewRules.ts";

const saved: Saved = { isUsable: true, before: null, number: 7, use: "practice" };
const inUse = { status: "approved", hasApproved: true } as const;
const all = { mode: "all", mayApproveOwn: false } as const;
const sampled = { mode: "sampled", mayApproveOwn: false } as const;

describe("what a save makes of an item", () => {
  test("without review it is in use as soon as nothing is missing", () => {
    expect(afterSave(noReview, saved)).toEqual({ status: "approved", approves: true, asksSecondLook: false });
    expect(afterSave(noReview, { ...saved, isUsable: false })).toMatchObject({ status: "draft", approves: false });
  });

  test("with review it waits, and what is in use already stays in use meanwhile", () => {
    expect(afterSave(all, saved)).toMatchObject({ status: "draft", approves: false });
    expect(afterSave(all, { ...saved, before: inUse })).toMatchObject({ status: "approved", approves: false });
    const handedIn = { status: "inReview", hasApproved: false } as const;
    expect(afterSave(all, { ...saved, before: handedIn })).toMatchObject({ status: "inReview", approves: false });
    expect(afterSave(all, { ...saved, before: handedIn, isUsable: false })).toMatchObject({ status: "draft" });
  });

  test("second looks are asked for each tenth new item and all reserved ones, once, and hold nothing up", () => {
    const asked = [10, 11, 20].map((number) => afterSave(sampled, { ...saved, number }).asksSecondLook);
    expect(asked).toEqual([true, false, true]);
    expect(afterSave(sampled, { ...saved, use: "reserved" })).toEqual({
      status: "approved",
      approves: true,
      asksSecondLook: true,
    });
    expect(afterSave(sampled, { ...saved, number: 10, before: inUse }).asksSecondLook).toBe(false);
    expect(afterSave(sampled, { ...saved, number: 10, isUsable: false }).asksSecondLook).toBe(false);
  });

  test("nobody approves their own where the department says so", () => {
    expect(mayApprove(all, { askedBy: "a", personId: "a" })).toBe(false);
    expect(mayApprove(all, { askedBy: "a", personId: "b" })).toBe(true);
    expect(mayApprove(noReview, { askedBy: "a", personId: "a" })).toBe(true);
  });
});
