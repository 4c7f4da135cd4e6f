/** Creates that are sent twice, because an answer got lost, happen once. */
import { Failure } from "./failure.ts";
import { atomically, type Caller, type Scope } from "./scope.ts";
import { seal, unseal } from "./sealing.ts";

/** Answers hold entry cards and links; what is kept of them is sealed. */
const purpose = "answer";

/** As it was kept; a process of the version before kept it open. */
const opened = ({ secret }: Scope, kept: unknown): unknown =>
  typeof kept === "string" ? JSON.parse(unseal(secret, purpose, Buffer.from(kept, "base64"))) : kept;

/**
 * The answer of `work`, or the answer that was given when the same key was sent before. Key and work are one transaction:
 * of two at once the second waits for the first.
 */
export function answerOnce<C extends Caller>(
  scope: Scope<C>,
  key: string,
  work: (scope: Scope<C>) => Promise<unknown>,
): Promise<unknown> {
  const { caller } = scope;
  if (caller.kind !== "member" && caller.kind !== "student") return work(scope);
  if (key.length > 200) throw new Failure("invalid", "The Idempotency-Key header is longer than 200 characters.");
  const owner = caller.kind === "member" ? caller.personId : caller.studentId;
  const row = { departmentId: caller.departmentId, key: `${owner} ${key}` };
  return atomically(scope, async (within) => {
    const fresh = await within.db
      .insertInto("requestKey")
      .values({ ...row, answered: null, at: within.now() })
      .onConflict((conflict) => conflict.doNothing())
      .executeTakeFirst();
    const match = within.db
      .selectFrom("requestKey")
      .where("departmentId", "=", row.departmentId)
      .where("key", "=", row.key);
    if (fresh.numInsertedOrUpdatedRows === 0n)
      return opened(scope, (await match.select("answered").executeTakeFirstOrThrow()).answered);
    const answered = await work(within);
    await within.db
      .updateTable("requestKey")
      .set({ answered: JSON.stringify(seal(scope.secret, purpose, JSON.stringify(answered)).toString("base64")) })
      .where("departmentId", "=", row.departmentId)
      .where("key", "=", row.key)
      .execute();
    return answered;
  });
}
