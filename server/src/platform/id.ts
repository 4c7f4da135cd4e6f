/** Ids and secrets made by the application. */
import { createHash, randomBytes } from "node:crypto";
import { v7 } from "uuid";

/** A new id: UUID version 7, so that rows of one time lie together in an index. */
export const newId = (): string => v7();

/** A short random id for options: it must not follow their order, or it would give the key away. */
export const newOptionId = (): string => randomBytes(6).toString("base64url");

/** A secret that a browser keeps; the database keeps only its hash. */
export const newToken = (): string => randomBytes(32).toString("base64url");

export const hashOf = (token: string): Buffer => createHash("sha256").update(token).digest();
