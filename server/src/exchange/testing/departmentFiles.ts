/** Department files in tests, as a person sends and gets them: in pieces, done by the job. */
import { DepartmentFile, type Transfer } from "@verdant/contract/exchange";
import type { Member, OpenScope } from "../../platform/scope.ts";
import type { Workbench } from "../../platform/testing/workbench.ts";
import { transfers } from "../transferJob.ts";
import * as exchange from "../service.ts";

export async function doTransfers(bench: Workbench): Promise<void> {
  for (const job of await transfers.due(bench.nobody, [])) await transfers.work(bench.nobody, job);
}

/** The newest import or export, as it stands. */
export async function newest(lead: OpenScope<Member>): Promise<Transfer> {
  const [first] = (await exchange.listTransfers(lead)).transfers;
  if (!first) throw new Error("nothing was asked for");
  return first;
}

export async function bytesOf(lead: OpenScope<Member>, transferId: string): Promise<Buffer> {
  const pieces: Buffer[] = [];
  for await (const piece of (await exchange.openFile(lead, transferId)).pieces) pieces.push(piece);
  return Buffer.concat(pieces);
}

export const textOf = async (lead: OpenScope<Member>, transferId: string): Promise<string> =>
  (await bytesOf(lead, transferId)).toString();

/** The department as a file of some form. */
export async function saved(
  bench: Workbench,
  format: Transfer["format"],
  lead: OpenScope<Member> = bench.lead,
): Promise<Buffer> {
  const { id } = await exchange.startExport(lead, { body: { format } });
  await doTransfers(bench);
  return bytesOf(lead, id);
}

/** The department's items as a package. */
export const packed = (bench: Workbench, lead: OpenScope<Member> = bench.lead): Promise<Buffer> =>
  saved(bench, "package", lead);

export async function exported(bench: Workbench, lead: OpenScope<Member> = bench.lead): Promise<DepartmentFile> {
  const { id } = await exchange.startExport(lead, { body: { format: "department" } });
  await doTransfers(bench);
  return DepartmentFile.parse(JSON.parse(await textOf(lead, id)));
}

export function inPieces(text: string | Buffer, bytes = 1000): AsyncIterable<Buffer> {
  const all = Buffer.from(text);
  return (async function* () {
    for (let at = 0; at < all.length; at += bytes) yield Promise.resolve(all.subarray(at, at + bytes));
  })();
}

/** Brings a file, or the text of one, and has it imported: how that ended. */
export async function bring(
  bench: Workbench,
  lead: OpenScope<Member>,
  file: DepartmentFile | string | Buffer,
): Promise<Transfer> {
  const content = typeof file === "string" || Buffer.isBuffer(file) ? file : JSON.stringify(file);
  const { id } = await exchange.bringFile(lead, "a file", inPieces(content, Buffer.isBuffer(file) ? 100_000 : 1000));
  await doTransfers(bench);
  const found = (await exchange.listTransfers(lead)).transfers.find((one) => one.id === id);
  if (!found) throw new Error("it is not listed");
  return found;
}
