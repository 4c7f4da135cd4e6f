/**
 * A row of a table as an item. What nobody has touched since it was exported stays as the item has it now, and so does what
 * the table has no column for.
 */
import { FileItem } from "@verdant/contract/exchange";
import { fieldProblems } from "@verdant/contract/fieldProblems";
import { Content as ContentSchema } from "@verdant/contract/items/kinds";
import type { Note } from "@verdant/contract/packages";
import { limits } from "@verdant/contract/wire";
import { askedIn, itemLikeness } from "@verdant/core/checker/likeness";
import { faultsOf } from "@verdant/core/items/kinds";
import { createHash } from "node:crypto";
import { toContent } from "../fileContent.ts";
import { Unusable } from "../unusable.ts";
import { alsoRead, isOfContent, type Cells, type Column } from "./columns.ts";
import { inForm } from "./inForm.ts";
import { contentOf } from "./readContent.ts";
import { cutTo } from "../cutTo.ts";
import { taggingOf, type Here, type Say } from "./readTagging.ts";
import { cellsOf } from "./writeRow.ts";

export interface ReadRow {
  readonly item: FileItem;
  readonly notes: Note[];
}

/** What an item is known by, who made it and how far it has come is not changed by a table. */
const stays: readonly Column[] = ["family", "status", "author", "licence", "lang"];

/** @throws Unusable where the row cannot be an item */
export function readRow(cells: Cells, here: Here): ReadRow {
  const notes: Note[] = [];
  const say: Say = (code, terms = {}) => void notes.push({ code, terms });
  const exported = wholeOf(cells, say);
  const key = keyOf(cells);
  const current = here.items.get(key) ?? null;
  const start = current ?? exported;
  const { said, touched } = changesIn(cells, { exported, current }, say);
  if (current) for (const column of touched.filter((one) => stays.includes(one))) say("columnStays", { column });
  const tagging = taggingOf({ said, touched, cells, exported, start }, here, say);
  const asksAnew = !start || touched.some(isOfContent);
  const content = asksAnew
    ? inForm(contentOf({ cells: said, points: tagging.points, note: say }), start?.content ?? null, () => {
        if (!notes.some(({ code }) => code === "formattingLost")) say("formattingLost");
      })
    : start.content;
  const whole = {
    ...(start ?? { language: said.lang || "en" }),
    ...tagging,
    key,
    // Whoever has not seen it has not approved it, whatever its file says.
    ...(!current && (asksAnew || !exported) && { status: draftOf(said, say) }),
    ...(!start && { ...optional("family", said.family), ...sourceOf(said, say) }),
    content,
  };
  const checked = FileItem.safeParse(
    Object.fromEntries(Object.entries(whole).filter(([, value]) => value !== undefined)),
  );
  if (!checked.success) throw notValid(checked.error);
  checkContent(checked.data, asksAnew, say);
  if (asksAnew) sayUnused({ said, touched, item: checked.data }, say);
  if (current && !exported && asksAnew) mustBeTheSame(checked.data, current);
  return { item: checked.data, notes };
}

const optional = <K extends string>(key: K, value: string | undefined) =>
  value === undefined || value === "" ? {} : ({ [key]: value } as { [P in K]: string });

const sourceOf = ({ author = "", licence = "" }: Cells, say: Say) => ({
  ...optional("author", cutTo(limits.name, author, "author", say)),
  ...optional("licence", cutTo(limits.name, licence, "licence", say)),
});

function draftOf({ status }: Cells, say: Say): "draft" {
  if (status !== undefined && status !== "" && status !== "draft") say("statusDraft");
  return "draft";
}

/** The item as it was when it was exported, where the row still says so. */
function wholeOf({ as_exported: json = "" }: Cells, say: Say): FileItem | null {
  if (json === "") return null;
  try {
    return FileItem.parse(JSON.parse(json));
  } catch {
    say("wholeUnreadable");
    return null;
  }
}

/**
 * What the item of a row is known by. Without an id it is what the row asks, so that the same table twice is not twice
 * there; where the table has no ids at all, it is what it was when it was exported.
 */
export function keyOf(cells: Cells): string {
  if (cells.id !== undefined && cells.id !== "") return cells.id;
  const exported = cells.id === undefined ? wholeOf(cells, () => undefined) : null;
  if (exported) return exported.key;
  const asked = JSON.stringify([cells.kind, cells.stem, cells.passage, cells.option_a, cells.option_b, cells.key]);
  return `row ${createHash("sha256").update(asked).digest("hex").slice(0, 32)}`;
}

interface Before {
  readonly exported: FileItem | null;
  readonly current: FileItem | null;
}

/** What the row says by column, and which of that somebody has changed. */
function changesIn(cells: Cells, { exported, current }: Before, say: Say): { said: Cells; touched: Column[] } {
  const start = current ?? exported;
  const from = exported ?? current;
  const before: Cells = from ? cellsOf(from) : {};
  const said: Cells = start ? cellsOf(start) : {};
  const touched: Column[] = [];
  for (const [name, cell] of Object.entries(cells)) {
    const column = name as Column;
    if (cell === undefined || column === "id" || column === "as_exported") continue;
    const [was, is] = [before[column] ?? "", said[column] ?? ""];
    if (cell === is || (from && cell === was)) continue;
    if (current && exported && is !== was) say("changedMeanwhile", { column });
    touched.push(column);
    said[column] = cell;
  }
  return { said, touched };
}

/** Ways to write what stands in other cells when it is written here. */
const writtenElsewhere = new Set(["true_false", "categorise", "cloze_choice"]);

/** What the kind has no place for is not dropped without a word. */
function sayUnused(
  { said, touched, item }: { said: Cells; touched: readonly Column[]; item: FileItem },
  say: Say,
): void {
  if (writtenElsewhere.has((said.kind ?? "").toLowerCase())) return;
  const written: Cells = cellsOf(item);
  const readAsOurs: readonly Column[] = alsoRead;
  for (const column of touched) {
    const cell = said[column] ?? "";
    // "No" is what all the others have.
    if (
      !isOfContent(column) ||
      readAsOurs.includes(column) ||
      /^(no|n|false|0|)$/i.test(cell) ||
      written[column] !== undefined
    )
      continue;
    say("cellUnused", { column, value: cell.slice(0, 100), kind: said.kind ?? "" });
  }
}

const notValid = (error: Parameters<typeof fieldProblems>[0]) => {
  const [first] = fieldProblems(error, "");
  return new Unusable("notValid", { place: first?.pointer ?? "", code: first?.code ?? "" });
};

const anyId = "00000000-0000-4000-8000-000000000000";

/** All that a save would refuse is found here, or one row would stop the whole table. */
function checkContent({ content, topic }: FileItem, asksAnew: boolean, say: Say): void {
  const checked = ContentSchema.safeParse(toContent(content, () => anyId));
  if (!checked.success) throw notValid(checked.error);
  // A draft that lacks something is no news where it came from.
  if (asksAnew && topic !== undefined && faultsOf(checked.data).length > 0) say("keyMissing");
}

/** An id may be the same in two colleagues' tables, and mean two questions. */
function mustBeTheSame(item: FileItem, current: FileItem): void {
  const [now, then] = [item, current].map(({ content }) => askedIn(toContent(content, () => anyId)));
  if (now && then && itemLikeness(now, then) < 0.25)
    throw new Unusable("idOfAnother", { id: item.key, words: then.question.slice(0, 100) });
}
