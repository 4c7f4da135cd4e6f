import { readFileSync } from "node:fs";
import { join } from "node:path";
import { screen } from "@testing-library/react";
import { describe, expect, test } from "vitest";
import { HelpPage } from "../help/HelpPage.tsx";
import { renderPage } from "../platform/testing/pages.tsx";
import { glossary, type Term } from "./glossary.ts";
import { WhatIsThis } from "./WhatIsThis.tsx";

const terms = Object.entries(glossary) as [Term, readonly [string, string]][];

describe("our words", () => {
  test("a question mark beside a word opens the one sentence that says what it is, and Escape closes it", async () => {
    const { user } = renderPage(<WhatIsThis term="tray" />);
    const button = screen.getByRole("button", { name: "What is this? Tray" });
    await user.click(button);
    const [name, meaning] = glossary.tray;
    expect(screen.getByRole("dialog", { name }).textContent).toContain(meaning);
    await user.keyboard("{Escape}");
    await expect.poll(() => screen.queryByRole("dialog")).toBeNull();
    expect(document.activeElement).toBe(button);
  });

  test("each has one name and one sentence or two, and no two have the same name", () => {
    for (const [, [name, meaning]] of terms) {
      expect(name).toMatch(/^[A-Z]/);
      expect(meaning).toMatch(/^[A-Z“].*\.$/);
      expect(meaning.length).toBeLessThan(190);
    }
    expect(new Set(terms.map(([, [name]]) => name.toLowerCase())).size).toBe(terms.length);
  });

  test("docs/words.md has the same", () => {
    const written = readFileSync(join(import.meta.dirname, "../../../docs/words.md"), "utf8");
    for (const [, [name, meaning]] of terms) expect(written).toContain(`| ${name} | ${meaning} |`);
  });
});

describe("Help", () => {
  test("has every word in the order of the alphabet, every key and every figure with its source", () => {
    renderPage(<HelpPage />);
    const words = screen.getByRole("region", { name: "Words" });
    const shown = [...words.querySelectorAll("dt")].map((term) => term.textContent);
    expect(shown).toHaveLength(terms.length);
    expect(shown).toEqual(shown.toSorted((a, b) => a.localeCompare(b)));
    expect(screen.getByRole("region", { name: "Keys" }).textContent).toContain("Ctrl or Cmd K");
    const figures = screen.getByRole("region", { name: "How figures are worked out" });
    for (const how of figures.querySelectorAll("dd")) expect(how.textContent).toMatch(/\. \([^)]+( \(\d{4}\))?.*\)$/);
  });

  test("leads to its parts", () => {
    renderPage(<HelpPage />);
    for (const link of screen.getAllByRole("link"))
      expect(document.querySelector(link.getAttribute("href") ?? "")).not.toBeNull();
  });
});
