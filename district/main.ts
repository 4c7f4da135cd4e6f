/** `npm run district` starts one and serves until Ctrl-C; `npm run district -- drill` starts one anew and puts it to the test. */
import { rmSync } from "node:fs";
import { join, resolve } from "node:path";
import { run, say } from "../scripts/say.mjs";
import { root } from "../scripts/setup.mjs";
import { startDistrict } from "./district.ts";
import { drill } from "./drill.ts";

run(async () => {
  const isDrill = process.argv.includes("drill");
  const folder = resolve(process.env["DATA_DIR"] ?? join(root, isDrill ? ".data/drill" : ".data/district"));
  const base = Number(process.env["PORT"] ?? (isDrill ? 4800 : 4600));
  if (isDrill || process.argv.includes("--fresh")) rmSync(folder, { recursive: true, force: true });
  const stopAtOnce = () => process.exit(1);
  process.once("SIGINT", stopAtOnce);
  process.once("SIGTERM", stopAtOnce);
  const district = await startDistrict(folder, base);
  if (isDrill) {
    const isMet = await drill(district);
    say(isMet ? "all met" : "not all met");
    await district.stop();
    process.exit(isMet ? 0 : 1);
  }
  const { apps, nodes, ports } = district.plan;
  console.log(`\nVerdant Loop is at ${district.url}`);
  console.log(
    `  Application: ${apps.map((app) => `${app.name} ${app.port}, operator ${app.operatorPort}`).join("; ")}`,
  );
  console.log(
    `  Database: ${nodes.map((node) => `${node.name} ${node.postgresPort}`).join("; ")}; pooler ${ports.pooler}`,
  );
  console.log(`  Primary: ${(await district.findPrimary())?.name ?? "none"}. Logs and data: ${folder}`);
  console.log("  Ctrl-C stops everything.");
  const stop = () => {
    void district.stop().then(() => process.exit(0));
  };
  for (const signal of ["SIGINT", "SIGTERM"] as const) {
    process.removeListener(signal, stopAtOnce);
    process.once(signal, stop);
  }
  setInterval(() => undefined, 60_000);
});
