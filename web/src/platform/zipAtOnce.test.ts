import { randomBytes } from "node:crypto";
import { unzipSync } from "fflate";
import { expect, test } from "vitest";
import { zip } from "./zipAtOnce.ts";

test("a file that is large enough for a worker is zipped all the same, at once", () => {
  const large = new Uint8Array(randomBytes(400_000));
  let found: Uint8Array | undefined;
  zip({ "sheet.xml": large, "small.xml": new Uint8Array([1, 2]) }, (error, archive) => {
    expect(error).toBeNull();
    found = archive;
  });
  const files = unzipSync(found ?? new Uint8Array());
  expect(files["sheet.xml"]).toEqual(large);
  expect(Object.keys(files)).toEqual(["sheet.xml", "small.xml"]);
});
