/** What was read of a file when it was looked at, kept until the yes: a large file takes longer to read than to write. */
import type { FileItem } from "@verdant/contract/exchange";
import type { ReportRow } from "@verdant/contract/packages";
import { createHash } from "node:crypto";
import type { Member, Scope } from "../platform/scope.ts";
import type { KeptFile, ReadBesides } from "../platform/transferTables.ts";
import { listRead } from "./findingStore.ts";
import { knownTo } from "./knownTo.ts";
import type { FileBody } from "./readDepartmentFile.ts";
import type { Known } from "./qti/fileItemOf.ts";
import { findRead } from "./transferStore.ts";

/** So many items are asked for at once. */
const atOnce = 500;

export interface ReadBefore {
  readonly body: FileBody;
  readonly ofPackage: {
    readonly ofOthers: ReadonlySet<string>;
    readonly kept: readonly KeptFile[];
    readonly shown: readonly string[];
    readonly report: readonly ReportRow[];
  } | null;
}

/** What is kept of a file besides its items, which are kept with what was found of them. */
export const besidesItems = ({ items: _, ...body }: FileBody, ofPackage: ReadBesides["ofPackage"]): ReadBesides => ({
  body,
  ofPackage,
});

/** By which parts of a file are known again: where it is another, the file says something else. */
export const digestOf = ({ topics, codes }: Known): string =>
  createHash("sha256")
    .update(JSON.stringify([[...topics].sort(), [...codes].sort()]))
    .digest("base64");

/** Undefined where nothing was kept, or the department has other topics or standards than when the file was read. */
export async function readBefore(scope: Scope<Member>, transferId: string): Promise<ReadBefore | undefined> {
  const { db, caller } = scope;
  const { departmentId } = caller;
  const { readBesides, report } = (await findRead(db, departmentId, transferId)) ?? {};
  if (!readBesides) return undefined;
  const { body, ofPackage } = readBesides;
  if (ofPackage && ofPackage.known !== digestOf(await knownTo(scope))) return undefined;
  const items: FileItem[] = [];
  for (let after = -1; ;) {
    const rows = await listRead(db, { departmentId, transferId }, { after, limit: atOnce });
    for (const { item } of rows) {
      if (!item) return undefined;
      items.push(item);
    }
    if (rows.length < atOnce) break;
    after = rows.at(-1)?.n ?? after;
  }
  return {
    body: { ...body, items },
    ofPackage: ofPackage && { ...ofPackage, ofOthers: new Set(ofPackage.ofOthers), report: report ?? [] },
  };
}
