/**
 * A challenge of cost in place of a refusal: where too many have tried, whoever goes on must let the browser reckon for a
 * moment. The right card or password still gets in; guessing on becomes dear (proof of work: Dwork and Naor 1993).
 */
import { createHash, createHmac, randomBytes, timingSafeEqual } from "node:crypto";
import type { Installation } from "./scope.ts";

const minutes = 10;

type Known = Pick<Installation, "secret">;

const macOf = ({ secret }: Known, text: string) =>
  createHmac("sha256", secret).update(`work ${text}`).digest("base64url");

export interface Work {
  readonly challenge: string;
  /** Leading zero bits that the SHA-256 of `challenge:counter` must have. */
  readonly bits: number;
}

/** @param ratio tries so far in relation to those allowed, 1 or more: the more, the dearer, from 2^18 to 2^22 hashes */
export function newWork(scope: Known, now: Date, ratio: number): Work {
  const bits = Math.min(22, 18 + Math.floor(Math.log2(Math.max(1, ratio))));
  const text = `${now.getTime() + minutes * 60_000}.${bits}.${randomBytes(12).toString("base64url")}`;
  return { challenge: `${text}.${macOf(scope, text)}`, bits };
}

/** The challenge that `proof` ("challenge:counter") solves, or null; that it is used once only is for the caller to see to. */
export function solvedBy(
  scope: Known,
  now: Date,
  proof: string,
): { readonly challenge: string; readonly bits: number } | null {
  const challenge = proof.slice(0, proof.lastIndexOf(":"));
  const text = challenge.slice(0, challenge.lastIndexOf("."));
  const [mac, expected] = [Buffer.from(challenge.slice(text.length + 1)), Buffer.from(macOf(scope, text))];
  if (mac.length !== expected.length || !timingSafeEqual(mac, expected)) return null;
  const [expires, bits] = text.split(".").map(Number);
  if (bits === undefined || !((expires ?? 0) > now.getTime())) return null;
  return zeroBits(createHash("sha256").update(proof).digest()) >= bits ? { challenge, bits } : null;
}

function zeroBits(digest: Uint8Array): number {
  let bits = 0;
  for (const byte of digest) {
    if (byte !== 0) return bits + Math.clz32(byte) - 24;
    bits += 8;
  }
  return bits;
}
