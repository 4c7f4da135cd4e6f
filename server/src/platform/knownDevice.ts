/**
 * What a device remembers of who has signed in with it, so that others who guess at the same school, or at the same
 * account, do not keep its owner out. The mark says nothing by itself: it only counts beside the right password or card.
 */
import { createHmac, timingSafeEqual } from "node:crypto";

const macOf = (secret: Buffer, whose: string) =>
  createHmac("sha256", secret).update(`device of ${whose}`).digest("base64url");

/** The mark that a device keeps for one account ("person …") or student ("student …"). */
export const markFor = (secret: Buffer, whose: string): string => macOf(secret, whose);

/** Whether one of these marks is this account's. */
export function isKnownTo(secret: Buffer, whose: string, marks: readonly string[]): boolean {
  const wanted = Buffer.from(macOf(secret, whose));
  return marks.some((mark) => {
    const given = Buffer.from(mark);
    return given.length === wanted.length && timingSafeEqual(given, wanted);
  });
}
