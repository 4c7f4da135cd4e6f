/** Packages of 10,000 items, in and out: how long it takes, and the most that the process which does it holds. */
import { spawnSync } from "node:child_process";
import type { FileItem } from "../contract/src/exchange.ts";
import { agreeToImport, bringFile, startExport, undoImport } from "../server/src/exchange/service.ts";
import { partsOf } from "../server/src/exchange/exportDepartment.ts";
import { toText } from "../server/src/exchange/fileContent.ts";
import { writePackage } from "../server/src/exchange/qti/writePackage.ts";
import { findMedia, listShownRows } from "../server/src/exchange/store.ts";
import { writeArchive } from "../server/src/exchange/zip.ts";
import { bundled } from "./bundled.ts";
import { openInstallation } from "./installation.ts";
import type { Measure } from "./main.ts";

const wanted = 10_000;

export async function packages(): Promise<Measure[]> {
  const bench = await openInstallation();
  const { db, departmentId, lead } = bench;
  const { stimuli, items, format, formatVersion, framework, topics, misconceptions } = await partsOf(lead);
  const some: FileItem[] = [];
  for await (const item of items) some.push(item);
  const source = {
    identifier: "bench",
    title: "Ten thousand",
    structure: {
      ...{ format, formatVersion, topics, misconceptions },
      ...(framework && { framework }),
      media: await listShownRows(db, departmentId),
    },
    stimuli: stimuli.map(({ key, title, text }) => ({ key, title, text: toText(text) })),
    version: "3.0" as const,
    bytesOf: async (hash: string) => (await findMedia(db, departmentId, hash))?.bytes ?? null,
    kept: nothing(),
  };
  /** As from the page: looked at first, then agreed to. */
  const bring = async (items: AsyncIterable<FileItem>) => {
    const pieces = writeArchive(writePackage({ ...source, items }));
    const { id, bytes } = await bringFile(lead, "ten-thousand.zip", pieces, { looksFirst: true });
    const look = await doTransfer(bench.url, departmentId, id);
    await agreeToImport(lead, { params: { transferId: id } });
    const write = await doTransfer(bench.url, departmentId, id);
    return { id, bytes, look, write, seconds: look.seconds + write.seconds };
  };
  const into = await bring(copies(some));
  const { id: outId } = await startExport(lead, { body: { format: "package" } });
  const out = await doTransfer(bench.url, departmentId, outId);
  const changed = await bring(copies(some, "Copy, put right,"));
  const start = performance.now();
  await undoImport(lead, { params: { transferId: changed.id } });
  const undoing = (performance.now() - start) / 1000;
  const { n } = await db
    .selectFrom("item")
    .select((eb) => eb.fn.countAll<string>().as("n"))
    .executeTakeFirstOrThrow();
  await bench.close();
  const note = `${n} items in the bank then; ${Math.round(into.bytes / 1e6)} MB packed; the baseline is what the process holds before it begins`;
  const megabytes = (name: string, { before, peak }: Done): Measure => ({
    ...{ name, value: peak, unit: "MB resident at most", baseline: before, target: "at most 400", note },
  });
  return [
    { name: "qti-in-10k", value: into.seconds, unit: "s", target: "at most 60", note: `${note}; ${parts(into)}` },
    megabytes("qti-in-10k-memory", into.look.peak > into.write.peak ? into.look : into.write),
    { name: "qti-changed-10k", value: changed.seconds, unit: "s", target: "none set", note: parts(changed) },
    { name: "undo-changed-10k", value: undoing, unit: "s", target: "none set", note: "in the request" },
    { name: "qti-out-10k", value: out.seconds, unit: "s", target: "at most 30", note },
    megabytes("qti-out-10k-memory", out),
  ];
}

const parts = ({ look, write }: { look: Done; write: Done }) =>
  `${look.seconds.toFixed(1)} s until it can be looked through, ${write.seconds.toFixed(1)} s after the yes`;

export interface Done {
  readonly seconds: number;
  readonly before: number;
  readonly peak: number;
}

/** In a process that does nothing else, so that what it holds is the transfer's. */
export async function doTransfer(url: string, departmentId: string, transferId: string): Promise<Done> {
  const env = { ...process.env, DATABASE_URL: url };
  const done = spawnSync(process.execPath, [await bundled("doTransfer"), departmentId, transferId], {
    env,
    encoding: "utf8",
  });
  if (done.status !== 0) throw new Error(done.stderr);
  return JSON.parse(done.stdout) as Done;
}

/** The demo's items again and again, each a question of its own. */
export async function* copies(some: readonly FileItem[], word = "Copy"): AsyncGenerator<FileItem> {
  for (let n = 0; n < wanted; n++) {
    const { twin: _, family: _family, ...item } = some[n % some.length] as FileItem;
    const stem = { ...toText(item.content.stem) };
    const line = { type: "paragraph" as const, content: [{ type: "text" as const, text: `${word} ${n}.` }] };
    yield await Promise.resolve({
      ...item,
      key: `copy-${n}`,
      content: { ...item.content, stem: { ...stem, content: [...stem.content, line] } },
    });
  }
}

async function* nothing(): AsyncGenerator<never> {
  // No part was kept.
}
