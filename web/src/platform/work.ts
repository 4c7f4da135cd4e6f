/** Reckons what the server asks of a browser where too many have tried before; loaded only then. */
import { sha256 } from "@noble/hashes/sha2.js";
import { utf8ToBytes } from "@noble/hashes/utils.js";

/** Between two looks at the page; a phone stays usable. */
const atOnce = 2000;

/** `challenge:counter` with so many leading zero bits in its SHA-256. Insecure pages have no hashing of their own. */
export async function solve({ challenge, bits }: { challenge: string; bits: number }): Promise<string> {
  const head = sha256.create().update(utf8ToBytes(`${challenge}:`));
  for (let counter = 0; ; counter++) {
    const digest = head
      .clone()
      .update(utf8ToBytes(String(counter)))
      .digest();
    if (startsWithZeros(digest, bits)) return `${challenge}:${counter}`;
    if (counter % atOnce === 0) await new Promise((resolve) => setTimeout(resolve));
  }
}

function startsWithZeros(digest: Uint8Array, bits: number): boolean {
  for (let bit = 0; bit < bits; bit += 8) {
    const byte = digest[bit / 8] ?? 0;
    const left = bits - bit;
    if (left >= 8 ? byte !== 0 : byte >> (8 - left) !== 0) return false;
  }
  return true;
}
