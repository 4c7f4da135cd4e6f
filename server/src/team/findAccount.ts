/**
 * Which account an address and a password stand for together. An address may have several accounts, since nobody is told
 * whether it has one already, and there is no mail to prove whose it is (docs/decisions/0019).
 */
import { hash, verify } from "@node-rs/argon2";
import { Failure } from "../platform/failure.ts";
import type { Scope } from "../platform/scope.ts";
import { markOf } from "../platform/sealing.ts";
import * as store from "./accountStore.ts";
import { argon2 } from "./passwordRules.ts";

/** Verified when the address is unknown, so that the time taken does not tell. */
const nobodysHash = hash("nobody", argon2);

export interface Found {
  /** null: no account of that address has this password. */
  readonly personId: string | null;
  /** All accounts of the address. */
  readonly ofAddress: readonly string[];
}

export async function findAccount({ db }: Scope, email: string, password: string): Promise<Found> {
  const people = await store.listPeopleOf(db, email);
  const ofAddress = people.map((person) => person.id);
  if (people.length === 0) await verify(await nobodysHash, password);
  for (const { id, passwordHash } of people)
    if (passwordHash !== null && (await verify(passwordHash, password))) return { personId: id, ofAddress };
  return { personId: null, ofAddress };
}

/** Makes an account within the transaction of `scope`, unless the address has got one since it was looked up. */
export async function insertAccount(
  scope: Scope,
  person: { id: string; email: string; name: string; passwordHash: string },
  { ofAddress }: Found,
): Promise<void> {
  const now = await store.lockAddress(scope.db, person.email);
  if (now !== ofAddress.length) throw new Failure("joinedElsewhere");
  if (now >= mostOf(scope, person.email)) throw new Failure("emailUsedUp");
  await store.insertPerson(scope.db, person);
}

/** Four to seven, by a rule that only the server knows: from where it ends nobody can tell how many there were before. */
const mostOf = ({ secret }: Scope, email: string): number =>
  4 + ((markOf(secret, "accounts of an address", email.toLowerCase())[0] ?? 0) % 4);
