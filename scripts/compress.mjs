/** After the build of the pages: each file beside itself in brotli and gzip, so that no request has to squeeze it again. */
import { readdirSync, readFileSync, statSync, writeFileSync } from "node:fs";
import { join } from "node:path";
import { fileURLToPath } from "node:url";
import { brotliCompressSync, constants, gzipSync } from "node:zlib";

const assets = fileURLToPath(new URL("../web/dist/assets/", import.meta.url));
/** Smaller files fit into one packet as they are. */
const smallest = 1000;
const text = /\.(js|css|svg|json|wasm|dic|aff|map)$/;

for (const name of readdirSync(assets)) {
  const path = join(assets, name);
  if (!text.test(name) || statSync(path).size < smallest) continue;
  const bytes = readFileSync(path);
  const quality = { [constants.BROTLI_PARAM_QUALITY]: 11, [constants.BROTLI_PARAM_SIZE_HINT]: bytes.length };
  writeFileSync(`${path}.br`, brotliCompressSync(bytes, { params: quality }));
  writeFileSync(`${path}.gz`, gzipSync(bytes, { level: 9 }));
}
