/** How often each property is tried: 100 times, or as `npm run deep` says. */
import fc from "fast-check";

const runs = Number(process.env["PROPERTY_RUNS"] ?? 100);
fc.configureGlobal({ numRuns: runs });
