import { expect, test } from "vitest";
import { printLight } from "./printLight.ts";

test("a dark page prints light, and is dark again afterwards; a page without a theme stays without", () => {
  printLight();
  const { dataset } = document.documentElement;
  const print = () => {
    window.dispatchEvent(new Event("beforeprint"));
    const worn = dataset["theme"];
    window.dispatchEvent(new Event("afterprint"));
    return [worn, dataset["theme"]];
  };
  dataset["theme"] = "dark";
  expect(print()).toEqual(["light", "dark"]);
  delete dataset["theme"];
  expect(print()).toEqual([undefined, undefined]);
});
