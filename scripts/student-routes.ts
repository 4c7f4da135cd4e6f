/** Writes the students' routes (method and path of each endpoint they call) from the contract, so that their page need not carry its schemas. */
import { writeFileSync } from "node:fs";
import { fileURLToPath } from "node:url";
import { studentRoutesSource } from "../web/src/student/routesSource.ts";

writeFileSync(fileURLToPath(new URL("../web/src/student/routes.generated.ts", import.meta.url)), studentRoutesSource());
