/** `npm run school-system`: a stand-in for a school's system, on this machine only. */
import { demoBegin } from "../server/src/platform/demoClock.ts";
import { schoolLists } from "./lists.ts";
import { account, createSchoolSystem, modes } from "./schoolSystem.ts";

const port = Number(process.env["PORT"] ?? 4402);
const name = process.env["MODE"] ?? "steady";
const mode = modes[name];
if (!mode) {
  console.error(`MODE may be ${Object.keys(modes).join(", ")}.`);
  process.exit(1);
}
const begin = demoBegin(new Date(process.env["DEMO_CLOCK"] ?? Date.now()));
const system = createSchoolSystem(schoolLists("larkmoor", begin.toISOString().slice(0, 10)));
Object.assign(system.mode, mode);
const server = system.app.listen(port, "127.0.0.1", () => {
  console.log(
    `A school’s system stands at http://127.0.0.1:${port} (${name}); name ${account.clientId}, secret ${account.clientSecret}`,
  );
});
server.once("error", (error) => {
  console.error(error.message);
  process.exit(1);
});
for (const signal of ["SIGINT", "SIGTERM", "disconnect"]) process.on(signal, () => process.exit(0));
