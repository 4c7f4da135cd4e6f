/** Creates that are sent twice, because an answer got lost, happen once. */
import { Failure } from "./failure.ts";
import { atomically, type Caller, type Scope } from "./scope.ts";

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
      return (await match.select("answered").executeTakeFirstOrThrow()).answered;
    const answered = await work(within);
    await within.db
      .updateTable("requestKey")
      .set({ answered: JSON.stringify(answered) })
      .where("departmentId", "=", row.departmentId)
      .where("key", "=", row.key)
      .execute();
    return answered;
  });
}
