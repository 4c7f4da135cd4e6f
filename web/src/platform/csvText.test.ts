import fc from "fast-check";
import Papa from "papaparse";
import { expect, test } from "vitest";
import { neutralCell } from "@verdant/core/cellText";
import { csvText } from "./csvText.ts";

test("whatever stands in the cells, it is read back, and no cell begins as a formula does", () => {
  const cell = fc.oneof(fc.string(), fc.constantFrom("=1+1", "+x", "-x", "@x", "|x", '"', "a,b", "a\r\nb"));
  fc.assert(
    fc.property(fc.array(fc.array(cell, { minLength: 2, maxLength: 2 }), { minLength: 1 }), (rows) => {
      const text = csvText(["one", "two"], rows);
      expect(text.startsWith("\uFEFF")).toBe(true);
      const read = Papa.parse<string[]>(text.slice(1).replace(/\r\n$/, ""), {
        delimiter: ",",
        newline: "\r\n",
      }).data.slice(1);
      expect(read).toEqual(rows.map((row) => row.map(neutralCell)));
      for (const one of read.flat()) expect(/^[=@|]/.test(one)).toBe(false);
    }),
  );
});
