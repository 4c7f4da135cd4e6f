/** A department's items as the files of a package. */
import { itemIdsOf } from "@verdant/core/assembly/layout";
import type { DepartmentFile, FileItem } from "@verdant/contract/exchange";
import type { QuizLayout } from "../platform/transferTables.ts";
import type { Member, Scope } from "../platform/scope.ts";
import { partsOf } from "./exportDepartment.ts";
import { toText } from "./fileContent.ts";
import * as keptStore from "./keptStore.ts";
import { writePackage, type KeptPart } from "./qti/writePackage.ts";
import * as store from "./store.ts";
import type { QuizPlace, WrittenQuiz } from "./qti/quizTest.ts";
import type { ArchiveFile } from "./zip.ts";

/** @param itemIds the items that it is to hold, with what belongs to them; null: all, and all that the department has */
export async function* filesOfPackage(
  scope: Scope<Member>,
  format: "package" | "olderPackage",
  { itemIds, quiz }: { readonly itemIds: readonly string[] | null; readonly quiz: QuizLayout | null },
): AsyncGenerator<ArchiveFile> {
  const { db, caller } = scope;
  const { departmentId } = caller;
  const parts = await partsOf(scope, itemIds);
  const { name } = await store.findDepartment(db, departmentId);
  const media = await store.listShownRows(db, departmentId);
  const all = { ...parts, media, kept: keptOf(scope) };
  const { framework, topics, misconceptions, stimuli, items, ...rest } = itemIds === null ? all : await neededOf(all);
  const { formatVersion } = parts;
  yield* writePackage({
    version: format === "package" ? "3.0" : "2.2",
    identifier: `department-${departmentId}`,
    title: name,
    structure: {
      format: parts.format,
      formatVersion,
      topics,
      misconceptions,
      ...(framework && { framework }),
      media: rest.media,
    },
    stimuli: stimuli.map(({ key, title, text }) => ({ key, title, text: toText(text) })),
    items,
    bytesOf: async (hash) => (await store.findMedia(db, departmentId, hash))?.bytes ?? null,
    kept: rest.kept,
    quiz: quiz === null ? undefined : await quizToWrite(scope, quiz),
  });
}

/** A quiz as it stands, its items by the keys that they have in files. */
async function quizToWrite(scope: Scope<Member>, { id: quizId, name, parts }: QuizLayout): Promise<WrittenQuiz> {
  const rows = await store.listKeys(scope.db, scope.caller.departmentId, itemIdsOf(parts));
  const items = new Map(rows.map((row) => [row.id, row]));
  const worth = (itemId: string, points: number | undefined) => {
    const own = items.get(itemId)?.points ?? 1;
    return { points: points ?? null, weight: points === undefined || own === 0 ? null : points / own };
  };
  return {
    ...{ identifier: `quiz-${quizId}`, title: name },
    parts: parts.map(({ heading, instruction, orderRule, places }) => ({
      ...{ heading, instruction, orderRule: orderRule ?? "woven" },
      places: places.flatMap((place): QuizPlace[] => {
        if (place.type === "interlude") return [place];
        if (place.type === "fixed") {
          const key = items.get(place.itemId)?.key;
          const locked = place.locked ?? false;
          return key === undefined ? [] : [{ type: "fixed", key, locked, ...worth(place.itemId, place.points) }];
        }
        const keys = place.itemIds.flatMap((id) => items.get(id)?.key ?? []);
        const [first = ""] = place.itemIds;
        return [{ type: "draw", keys, take: place.take, ...worth(first, place.points) }];
      }),
    })),
  };
}

interface Parts extends Pick<DepartmentFile, "framework" | "topics" | "misconceptions" | "stimuli"> {
  readonly media: Awaited<ReturnType<typeof store.listShownRows>>;
  readonly items: AsyncIterable<FileItem>;
  readonly kept: AsyncIterable<KeptPart>;
}

/** Of the parts of a package what these items need: their topics with all above them, standards, wrong ideas, texts, media. */
async function neededOf(parts: Parts): Promise<Parts> {
  const items: FileItem[] = [];
  for await (const item of parts.items) items.push(item);
  const topics = withParents(parts.topics, (one) => one.key, new Set(items.flatMap((item) => item.topic ?? [])));
  const texts = new Set(items.flatMap((item) => item.stimulus ?? []));
  const stimuli = parts.stimuli.filter((one) => texts.has(one.key));
  // Hashes and names of wrong ideas stand in the contents of every kind at other places.
  const words = JSON.stringify([items.map((item) => item.content), stimuli]);
  const codes = new Set([...items, ...topics].flatMap((one) => one.standards));
  return {
    ...(parts.framework && {
      framework: {
        ...parts.framework,
        standards: withParents(parts.framework.standards, (one) => one.code, codes),
      },
    }),
    ...{ topics, stimuli, items: inTurn(items), kept: inTurn([]) },
    misconceptions: parts.misconceptions.filter(({ key }) => words.includes(JSON.stringify(key))),
    media: parts.media.filter(({ hash }) => words.includes(hash)),
  };
}

/** Those of these keys, and what they lie under, in their order. */
function withParents<T extends { readonly parent?: string | undefined }>(
  all: readonly T[],
  keyOf: (one: T) => string,
  keys: ReadonlySet<string>,
): T[] {
  const byKey = new Map(all.map((one) => [keyOf(one), one]));
  const needed = new Set<string>();
  for (const key of keys)
    for (let at: string | undefined = key; at !== undefined && !needed.has(at); at = byKey.get(at)?.parent)
      needed.add(at);
  return all.filter((one) => needed.has(keyOf(one)));
}

async function* inTurn<T>(list: readonly T[]): AsyncGenerator<T> {
  for (const one of list) yield await Promise.resolve(one);
}

async function* keptOf({ db, caller }: Scope<Member>): AsyncGenerator<KeptPart> {
  const { departmentId } = caller;
  for (const { id, type } of await keptStore.listAll(db, departmentId)) yield { id, type, files: filesOf(id) };

  async function* filesOf(keptId: string): AsyncGenerator<ArchiveFile> {
    for (let n = 0; ; n++) {
      const file = await keptStore.findFile(db, departmentId, keptId, n);
      if (!file) return;
      yield file;
    }
  }
}
