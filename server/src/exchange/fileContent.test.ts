/** Content of every kind goes into its file form and comes back the same. */
import { FileContent } from "@verdant/contract/exchange";
import { allKinds } from "@verdant/core/items/kinds";
import { describe, expect, test } from "vitest";
import { fromContent, toContent, withKnownIds } from "./fileContent.ts";
import { contents } from "./testing/contents.ts";

describe.each(contents.map((content) => [content.kind, content] as const))("%s", (_kind, content) => {
  const toFile = () => fromContent(content, (id) => `key of ${id}`);
  const back = (file: FileContent) => toContent(file, (key) => key.replace("key of ", ""));

  test("is a file as the contract describes it, and comes back to the last word", () => {
    const file = FileContent.parse(JSON.parse(JSON.stringify(toFile())));
    expect(back(file)).toEqual(content);
  });

  test("written by hand without ids, it takes those of the item that is there", () => {
    const bare = JSON.parse(
      JSON.stringify(toFile(), (key, value: unknown) => (key === "id" ? undefined : value)),
    ) as unknown;
    expect(back(withKnownIds(FileContent.parse(bare), content))).toEqual(content);
  });

  test("without ids and without an item, its parts get ids that are all different", () => {
    const bare = JSON.parse(
      JSON.stringify(toFile(), (key, value: unknown) => (key === "id" ? undefined : value)),
    ) as unknown;
    const ids = [...JSON.stringify(back(FileContent.parse(bare))).matchAll(/"id":"([^"]+)"/g)].map(([, id]) => id);
    expect(ids.length > 0).toBe(JSON.stringify(content).includes('"id":'));
    expect(new Set(ids).size).toBe(ids.length);
  });
});

test("every kind is in this table", () => {
  expect([...new Set(contents.map((content) => content.kind))].sort()).toEqual([...allKinds].sort());
});
