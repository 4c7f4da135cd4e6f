/** A process that does nothing but meet the banks of all departments: what it holds then, in MB, on standard output. */
import { setTimeout } from "node:timers/promises";
import { indexOf, usableItems } from "../server/src/bank/index/bankIndex.ts";
import { Caches } from "../server/src/platform/caches.ts";
import { connect } from "../server/src/platform/database.ts";

const db = connect(process.env["DATABASE_URL"] ?? "", 4);
const scope = { caches: new Caches(db) };
const departments = await db.selectFrom("department").select("id").execute();
const before = process.memoryUsage().rss;
let items = 0;
for (const { id } of departments) {
  items += (await indexOf(scope, id)).rows.length;
  await usableItems(scope, id);
}
await setTimeout(1000);
const inMb = (bytes: number) => Math.round(bytes / 2 ** 20);
console.log(JSON.stringify({ before: inMb(before), after: inMb(process.memoryUsage().rss), items }));
await db.destroy();
