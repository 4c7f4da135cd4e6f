import { listTransfers, startExport, undoImport, type Transfer } from "@verdant/contract/exchange";
import { listClasses, type Class } from "@verdant/contract/courses";
import {
  dropKept,
  listKept,
  makeQuizOfKept,
  noteCodes,
  noteTerms,
  showReport,
  type KeptPart,
  type ReportRow,
} from "@verdant/contract/packages";
import { screen, waitFor, within } from "@testing-library/react";
import { describe, expect, test } from "vitest";
import { answers, refuses, renderPage, type Stub } from "../platform/testing/pages.tsx";
import { ExchangePage } from "./ExchangePage.tsx";
import { noteInWords } from "./noteInWords.ts";

const id = "0190a0f0-0000-7000-8000-000000000001";
const transfer: Transfer = {
  ...{ id, kind: "import", format: "package", state: "done", name: "rivers.zip", bytes: 20_000, share: 1 },
  ...{ askedBy: "Mara Okafor", askedAt: "2026-11-30T09:00:00Z", finishedAt: "2026-11-30T09:00:05Z", problem: null },
  imported: {
    parts: { imported: 12, importedWithNotes: 4, kept: 2, refused: 1 },
    created: { standards: 0, topics: 0, courses: 0, classes: 0, students: 0, items: 15 },
    revised: { items: 1 },
    unchanged: { items: 0 },
  },
  ...{ canUndo: true, undone: null },
};
const row = (change: Partial<ReportRow>): ReportRow => ({
  file: "items/a.xml",
  identifier: "a",
  title: "",
  outcome: "imported",
  notes: [],
  ...change,
});
const rows: ReportRow[] = [
  row({ identifier: "x", outcome: "refused", file: "items/x.xml", notes: [{ code: "xmlBroken", terms: { line: 7 } }] }),
  row({
    identifier: "s",
    title: "Estimate a slope",
    outcome: "kept",
    notes: [{ code: "interactionUnknown", terms: { element: "qti-slider-interaction" } }],
  }),
  row({
    identifier: "d",
    title: "Name of the drift",
    outcome: "importedWithNotes",
    notes: [{ code: "scoringDiffers", terms: { answer: "drift", here: 0, there: 1, points: 2 } }],
  }),
];
const kept: KeptPart = {
  ...{
    id,
    package: "P",
    identifier: "s",
    title: "Estimate a slope",
    words: "Set the slider.",
    notes: rows.flatMap((one) => (one.identifier === "s" ? one.notes : [])),
  },
  ...{ questions: null, files: 1, bytes: 1400, cameAt: "2026-11-30T09:00:05Z" },
};

const eightB: Class = {
  ...{ id: id.replace(/1$/, "8"), name: "8B", courseId: id, course: "Geography", schoolYear: "2026/27" },
  ...{ rehearsal: false, students: 24, examOn: null, units: [], teachers: [] },
};

const open = (more: readonly Stub[] = [], parts: KeptPart[] = []) =>
  renderPage(<ExchangePage />, {
    stubs: [
      ...more,
      answers(listTransfers, { transfers: [transfer] }),
      answers(listKept, { kept: parts, total: parts.length }),
    ],
  });

test("a package that came in says how many of its parts are what, and on asking what became of each, the gravest first", async () => {
  const { user } = open([answers(showReport, { rows, more: 1 })]);
  expect(
    await screen.findByText(
      /15 new items, 1 changed, 0 as they were\. 19 parts in the package: 4 with notes, 2 kept as they came, 1 not imported/,
    ),
  ).toBeTruthy();
  await user.click(screen.getByRole("button", { name: "What became of each part" }));
  const regions = await screen.findAllByRole("region", { name: /imported|kept as it came/i });
  expect(regions.map((region) => region.getAttribute("aria-label"))).toEqual([
    "Not imported",
    "Kept as it came",
    "Imported, with notes",
  ]);
  const [refused, , noted] = regions;
  if (!refused || !noted) throw new Error("not all are shown");
  expect(within(refused).getByText("The file breaks the rules of XML in line 7.")).toBeTruthy();
  expect(within(noted).getByText(/“drift” earns 0 of 2 here, and 1 by its file/)).toBeTruthy();
  expect(screen.getByText("1 more part is not listed: the gravest stand first.")).toBeTruthy();
  await user.click(screen.getByRole("button", { name: "Hide what became of each part" }));
  expect(screen.queryByText(/breaks the rules/)).toBeNull();
});

test("each export says what it holds and leaves out, and asks for its own form", async () => {
  const { user, asked } = open([
    answers(startExport, { ...transfer, kind: "export", state: "waiting", imported: null }),
  ]);
  expect(await screen.findByText(/It leaves out pictures, shared texts and what the standards say/)).toBeTruthy();
  expect(screen.getByText(/also quizzes, releases, answers, comments and earlier revisions/)).toBeTruthy();
  expect(screen.getByText(/It leaves out passwords, entry cards and links/)).toBeTruthy();
  const buttons = [
    ["Export a workbook", "workbook"],
    ["Export a CSV file", "table"],
    ["Export a word-processor file", "word"],
    ["Export plain text", "text"],
    ["Export a package", "package"],
    ["Export in the older form", "olderPackage"],
    ["Export the department", "department"],
    ["Export everything", "archive"],
    ["Export everything without people", "archiveWithoutPeople"],
  ] as const;
  for (const [name, format] of buttons) {
    await user.click(screen.getByRole("button", { name }));
    await waitFor(() => {
      expect(asked.filter((one) => one.path.endsWith("/exports")).at(-1)?.body).toEqual({ format });
    });
  }
});

test("an import is undone after it has said what goes and what stays; then it says what became of it", async () => {
  let isUndone = false;
  const after = { ...transfer, canUndo: false, undone: { takenOut: 1, restored: 1, kept: 14 } };
  const { user, asked } = open([
    answers(listTransfers, () => ({ transfers: [isUndone ? after : transfer] })),
    answers(undoImport, () => {
      isUndone = true;
      return after;
    }),
  ]);
  const button = { name: "Undo the import of rivers.zip" };
  await user.click(await screen.findByRole("button", button));
  expect(
    screen.getByText(/15 items leave the bank again\. 1 changed item says again what it said before\./),
  ).toBeTruthy();
  await user.click(screen.getByRole("button", { name: "Leave it" }));
  expect(asked.some(({ path }) => path.endsWith("/undo"))).toBe(false);
  await user.click(screen.getByRole("button", button));
  await user.click(screen.getByRole("button", { name: "Undo it" }));
  expect(
    await screen.findByText(
      /undone: 1 item is out of the bank again; 1 says again what it said before; 14 stay, changed or used since/,
    ),
  ).toBeTruthy();
  expect(screen.queryByRole("button", button)).toBeNull();
});

test("where it can no longer be undone the page says so", async () => {
  const { user } = open([
    answers(listTransfers, { transfers: [transfer] }),
    refuses(undoImport, { code: "importNotUndone" }, 409),
  ]);
  await user.click(await screen.findByRole("button", { name: "Undo the import of rivers.zip" }));
  await user.click(screen.getByRole("button", { name: "Undo it" }));
  expect(
    await screen.findByText(/This cannot be undone: it has brought no items, or it was undone already\./),
  ).toBeTruthy();
});

test("a table that came in says what became of its rows, and what is to be said of all of it", async () => {
  const imported = {
    ...transfer.imported,
    parts: { imported: 25, importedWithNotes: 1, kept: 0, refused: 1 },
    notes: [
      { code: "columnLeftOut", terms: { column: "Colour" } },
      { code: "separatorRead", terms: { separator: ";" } },
    ],
  } as Transfer["imported"];
  const faulty = row({ file: "row 26", identifier: "7", outcome: "refused" });
  const { user } = open([
    answers(listTransfers, { transfers: [{ ...transfer, format: "table", name: "bank.csv", imported }] }),
    answers(showReport, { rows: [{ ...faulty, notes: [{ code: "keyNoOption", terms: { key: "d" } }] }], more: 0 }),
  ]);
  expect(await screen.findByText(/27 rows in the table: 1 with notes, 1 not imported/)).toBeTruthy();
  expect(screen.getByText("The column “Colour” was left out: no part of an item is called so.")).toBeTruthy();
  expect(screen.getByText("Its columns are parted by “;”.")).toBeTruthy();
  await user.click(screen.getByRole("button", { name: "What became of each row" }));
  const refused = await screen.findByRole("region", { name: "Not imported" });
  expect(refused.textContent).toContain("row 26");
  expect(refused.textContent).toContain("The key “d” is none of the options.");
});

describe("what is kept as it came", () => {
  test("says why, and is removed only once that is meant", async () => {
    const { user, asked } = open([answers(dropKept, {})], [kept]);
    const list = await screen.findByRole("list", { name: "Kept as they came" });
    expect(within(list).getByText("There is no kind of item here for “qti-slider-interaction”.")).toBeTruthy();
    await user.click(within(list).getByRole("button", { name: "Remove Estimate a slope…" }));
    expect(asked.some((one) => one.method === "delete")).toBe(false);
    await user.click(within(list).getByRole("button", { name: "Keep it" }));
    await user.click(within(list).getByRole("button", { name: "Remove Estimate a slope…" }));
    await user.click(within(list).getByRole("button", { name: "Remove for good" }));
    expect(await screen.findByText("“Estimate a slope” is removed.")).toBeTruthy();
  });

  test("a quiz that was kept is made for a class; what is no quiz offers none, and what is missing is said", async () => {
    const quiz = { ...kept, id: id.replace(/1$/, "2"), identifier: "q", title: "Week 6", questions: 9, notes: [] };
    const { user, asked, at } = open(
      [answers(listClasses, { classes: [eightB] }), answers(makeQuizOfKept, { quizId: id, questions: 8, left: 1 })],
      [kept, quiz],
    );
    const list = within(await screen.findByRole("list", { name: "Kept as they came" }));
    list.getByText(/^9 questions · /);
    expect(list.getAllByRole("button", { name: /^Make a quiz/ })).toHaveLength(1);
    await user.click(list.getByRole("button", { name: "Make a quiz of “Week 6”" }));
    await user.click(await screen.findByRole("menuitem", { name: "for 8B" }));
    expect(await screen.findByText(/^1 of its items is not in the bank any more/)).toBeTruthy();
    expect(asked.at(-1)).toMatchObject({ method: "post", body: { classId: eightB.id } });
    expect(at().pathname).toBe(`/quizzes/${id}`);
  });

  test("that somebody else has removed already says so", async () => {
    const { user } = open([refuses(dropKept, { code: "noSuch", terms: { what: "kept" } })], [kept]);
    await user.click(await screen.findByRole("button", { name: "Remove Estimate a slope…" }));
    await user.click(screen.getByRole("button", { name: "Remove for good" }));
    expect(await screen.findByText(/part of a package/)).toBeTruthy();
  });
});

test.each(noteCodes)("what is noted as %s is a sentence of its own, with every term in it", (code) => {
  const terms = Object.fromEntries(
    Object.values(noteTerms)
      .flat()
      .map((name) => [name, name === "count" ? 7 : `<${name}>`]),
  );
  const sentence = noteInWords({ code, terms });
  expect(sentence).toMatch(/^[A-Z7“].*[.“”]$|^[A-Z].*<address>$/);
  expect(sentence).not.toContain("{{");
  // A place says more than the code of what is wrong there.
  for (const name of noteTerms[code])
    if (name !== "code" && code !== "xmlEncoding") expect(sentence).toContain(String(terms[name]));
  expect(noteCodes.filter((other) => noteInWords({ code: other, terms }) === sentence)).toEqual([code]);
});
