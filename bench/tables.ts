/** Tables of 10,000 items, in and out: how long it takes, and the most that the process which does it holds. */
import type { FileItem, Transfer } from "../contract/src/exchange.ts";
import { itemReader } from "../server/src/exchange/exportDepartment.ts";
import { bringFile, openFile, startExport } from "../server/src/exchange/service.ts";
import { writeTable } from "../server/src/exchange/table/writeTable.ts";
import { openInstallation } from "./installation.ts";
import type { Measure } from "./main.ts";
import { copies, doTransfer, type Done } from "./packages.ts";

export async function tables(): Promise<Measure[]> {
  const bench = await openInstallation();
  const { departmentId, lead } = bench;
  const some: FileItem[] = [];
  for await (const item of (await itemReader(lead)).all()) some.push(item);
  const done = (transferId: string) => doTransfer(bench.url, departmentId, transferId);
  const out = async (format: Transfer["format"]) => {
    const { id } = await startExport(lead, { body: { format } });
    const ended = await done(id);
    const { pieces, bytes } = await openFile(lead, id);
    return { ended, pieces, bytes };
  };
  const { id: inId, bytes } = await bringFile(
    lead,
    "ten-thousand.csv",
    writeTable(() => copies(some), "table"),
  );
  const csvIn = await done(inId);
  const csv = await out("table");
  const workbook = await out("workbook");
  const { id: againId } = await bringFile(lead, "again.xlsx", workbook.pieces);
  const again = await done(againId);
  await bench.close();
  const note = `${Math.round(bytes / 1e6)} MB as CSV, ${Math.round(workbook.bytes / 1e6)} MB as a workbook; the baseline is what the process holds before it begins`;
  const measures = (name: string, { seconds, before, peak }: Done, most: { s: number; mb: number }): Measure[] => [
    { name: `${name}-10k`, value: seconds, unit: "s", target: `at most ${most.s}`, note },
    {
      ...{ name: `${name}-10k-memory`, value: peak, unit: "MB resident at most", baseline: before },
      ...{ target: `at most ${most.mb}`, note },
    },
  ];
  return [
    ...measures("table-in", csvIn, { s: 60, mb: 500 }),
    ...measures("table-out", csv.ended, { s: 30, mb: 400 }),
    ...measures("workbook-out", workbook.ended, { s: 60, mb: 500 }),
    ...measures("workbook-in-unchanged", again, { s: 60, mb: 500 }),
  ];
}
