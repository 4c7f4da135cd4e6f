/** Looks words up off the page's thread: the dictionary takes a moment to open. */
import affixes from "dictionary-files/index.aff?url";
import words from "dictionary-files/index.dic?url";
import type { Misspelt } from "@verdant/core/checker/spelling";
import nspell from "nspell";

const read = async (url: string) => (await fetch(url)).text();
const dictionary = Promise.all([read(affixes), read(words)]).then(([aff, dic]) => nspell(aff, dic));

onmessage = async ({ data }: MessageEvent<{ words: readonly string[] }>) => {
  const spell = await dictionary;
  const misspelt = data.words
    .filter((word) => !spell.correct(word))
    .map((word): Misspelt => ({ word, suggestion: spell.suggest(word)[0] ?? null }));
  postMessage({ misspelt });
};
