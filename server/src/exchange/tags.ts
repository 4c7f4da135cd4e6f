/** Words of a file as tags of an item. */
import { limits } from "@verdant/contract/wire";

/** In small letters, each once and cut to their length; `left` are those for which an item has no room. */
export function tagsOf(words: readonly string[]): { tags: string[]; left: string[] } {
  const all = [...new Set(words.map((word) => word.trim().toLowerCase().slice(0, limits.tag).trim()))];
  const said = all.filter((tag) => tag !== "");
  return { tags: said.slice(0, limits.tags), left: said.slice(limits.tags) };
}
