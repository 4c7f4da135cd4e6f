/** How an import or an export stands, as a sentence. */
import type { Transfer } from "@verdant/contract/exchange";
import { counted } from "../ui/dates.ts";
import { sizeInWords } from "../ui/sizeInWords.ts";

export function transferInWords({ kind, state, share, imported, bytes }: Transfer): string {
  switch (state) {
    case "receiving":
      return "on its way here";
    case "waiting":
      return "waits its turn";
    case "running":
      if (kind === "export") return "being written";
      return share < 1 ? `${Math.floor(100 * share)} % read` : "read; being imported";
    case "cancelled":
      return kind === "import" ? "cancelled; nothing was imported" : "cancelled";
    case "failed":
      return kind === "import" ? "could not be imported; nothing was changed" : "could not be written";
    case "done":
      return imported ? importedInWords(imported) : `ready, ${sizeInWords(bytes)}`;
  }
}

function importedInWords({ created, revised, unchanged }: NonNullable<Transfer["imported"]>): string {
  const items = [
    counted(created.items, "new item"),
    `${revised.items} changed`,
    `${unchanged.items} as they were`,
  ].join(", ");
  const rest = [
    counted(created.topics, "topic"),
    counted(created.standards, "standard"),
    counted(created.courses, "course"),
    counted(created.classes, "class", "classes"),
    counted(created.students, "student"),
  ].filter((part) => !part.startsWith("0 "));
  return rest.length === 0 ? `imported: ${items}` : `imported: ${items}; new besides: ${rest.join(", ")}`;
}

/** Lists of a file, as what one entry of them is called. */
const entries: Readonly<Record<string, string>> = {
  items: "item",
  media: "picture or recording",
  topics: "topic",
  misconceptions: "wrong idea",
  courses: "course",
  classes: "class",
  stimuli: "text, map or chart",
  many: "pattern or list",
  students: "student",
  units: "unit",
  standards: "standard",
};

/** "item 13, content, options, 2" of "/items/12/content/options/1": people count from one. */
export function placeInWords(pointer: string): string {
  const words: string[] = [];
  for (const part of pointer.split("/").filter((one) => one !== "")) {
    const entry = entries[words.at(-1) ?? ""];
    if (!/^\d+$/.test(part)) words.push(part);
    else if (entry === undefined) words.push(String(Number(part) + 1));
    else words.splice(-1, 1, `${entry} ${Number(part) + 1}`);
  }
  return words.length === 0 ? "the file" : words.join(", ");
}
