/** An import taken back as a whole: what it made goes, what it changed is as before; what has come of it since stays. */
import type { Input, Result } from "@verdant/contract/endpoint";
import type * as contract from "@verdant/contract/exchange";
import { saveItems, takeOutUntouched } from "../bank/service.ts";
import { Failure } from "../platform/failure.ts";
import { record } from "../platform/history.ts";
import { atomically, type Member, type Scope } from "../platform/scope.ts";
import type { Brought } from "../platform/transferTables.ts";
import { mayExchange, showTransfer } from "./transfers.ts";
import * as contents from "./store.ts";
import * as store from "./transferStore.ts";

export async function undoImport(
  scope: Scope<Member>,
  { params: { transferId } }: Input<typeof contract.undoImport>,
): Promise<Result<typeof contract.undoImport>> {
  mayExchange(scope, "import");
  return atomically(scope, async (within) => {
    const { db, caller } = within;
    const { departmentId } = caller;
    await showTransfer(within, transferId);
    await contents.holdImports(db, departmentId);
    const held = await store.holdBrought(db, departmentId, transferId);
    if (!held) throw new Failure("importNotUndone");
    const { created, changed } = held.brought;
    const takenOut = await takeOutUntouched(within, held.askedBy, created);
    const restored = await restore(within, changed);
    const undone = { takenOut, restored, kept: created.length + changed.length - takenOut - restored };
    await store.setUndone(db, departmentId, transferId, undone);
    await record(within, {
      ...{ departmentId, entity: "department", entityId: departmentId, action: "importUndone" },
      after: { transferId, ...undone },
    });
    return showTransfer(within, transferId);
  });
}

const restoredAtOnce = 500;

/** Those that nobody has saved since get back what they said, as a revision of their own; returns how many. */
async function restore(scope: Scope<Member>, changed: Brought["changed"]): Promise<number> {
  const { db, caller } = scope;
  let count = 0;
  for (let from = 0; from < changed.length; from += restoredAtOnce) {
    const some = changed.slice(from, from + restoredAtOnce);
    const said = new Map(
      (await contents.listSaidBefore(db, caller.departmentId, some)).map((row) => [row.itemId, row.content]),
    );
    const restored = some.flatMap(({ itemId, version, tagging }) => {
      const content = said.get(itemId);
      return content ? [{ itemId, version, tagging, content }] : [];
    });
    await saveItems(scope, restored);
    count += restored.length;
  }
  return count;
}
