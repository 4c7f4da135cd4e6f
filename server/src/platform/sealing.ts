/**
 * What must be read again although a copy of the database must not give it away (entry cards, secrets of second factors) is
 * sealed with the installation's key, which is kept outside the database (docs/decisions/0018). AES-256-GCM, and a key of its
 * own for every purpose (HKDF, Krawczyk 2010).
 */
import { createCipheriv, createDecipheriv, createHmac, hkdfSync, randomBytes } from "node:crypto";

const nonceBytes = 12;
const tagBytes = 16;

const keyFor = (key: Buffer, purpose: string) => Buffer.from(hkdfSync("sha256", key, "", purpose, 32));

/** `text` so that only this key, for this purpose, reads it; never twice the same bytes. */
export function seal(key: Buffer, purpose: string, text: string): Buffer {
  const nonce = randomBytes(nonceBytes);
  const cipher = createCipheriv("aes-256-gcm", keyFor(key, purpose), nonce);
  const sealed = Buffer.concat([cipher.update(text, "utf8"), cipher.final()]);
  return Buffer.concat([nonce, cipher.getAuthTag(), sealed]);
}

/** @throws Error when it was sealed with another key, for another purpose, or was changed since */
export function unseal(key: Buffer, purpose: string, sealed: Buffer): string {
  const decipher = createDecipheriv("aes-256-gcm", keyFor(key, purpose), sealed.subarray(0, nonceBytes));
  decipher.setAuthTag(sealed.subarray(nonceBytes, nonceBytes + tagBytes));
  return Buffer.concat([decipher.update(sealed.subarray(nonceBytes + tagBytes)), decipher.final()]).toString("utf8");
}

/** The same text always has the same mark, so that it can be found; without the key the mark says nothing of the text. */
export const markOf = (key: Buffer, purpose: string, text: string): Buffer =>
  createHmac("sha256", keyFor(key, `mark of ${purpose}`))
    .update(text)
    .digest();
