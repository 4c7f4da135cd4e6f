/** Words that no dictionary knows. The dictionary itself is brought from outside. */

import { kindOf, type Content } from "../items/kinds.ts";
import { mapMaths, plainText, type Inline, type Paragraph, type RichText } from "../richText.ts";
import type { Rule } from "./finding.ts";

/** A word that the dictionary does not know, and the word that it takes it for; null: it has no idea. */
export interface Misspelt {
  readonly word: string;
  readonly suggestion: string | null;
}

/** What is written in words: without formulas, pictures and recordings. */
function wordsOnly(text: RichText): string {
  const content = text.content.filter((block) => !("hash" in block));
  return plainText(mapMaths({ ...text, content }, (maths) => ({ ...maths, latex: "" })));
}

/**
 * The words of a content that can be looked up, each once, as they are written. Names are left out (a capital inside a
 * sentence), as are abbreviations and words of one or two letters; a word that begins a sentence comes in lower case.
 */
export function wordsToSpell(content: Content): string[] {
  const words = new Set<string>();
  for (const text of kindOf(content).texts(content)) {
    const sentences = wordsOnly(text).split(/(?<=[.!?:;“”"()])\s+/u);
    for (const sentence of sentences) {
      const found = sentence.match(/[\p{L}\p{N}][\p{L}\p{N}’']*/gu) ?? [];
      for (const [i, written] of found.entries()) {
        const word = written.replaceAll("’", "'").replace(/'s?$/, "");
        const isName = /\p{Lu}/u.test(i === 0 ? word.slice(1) : word);
        if (word.length < 3 || isName || /\p{N}/u.test(word)) continue;
        words.add(i === 0 ? word.toLowerCase() : word);
      }
    }
  }
  return [...words];
}

export const spelling: Rule = (content, { misspelt = [] }) => {
  const written = new Set(wordsToSpell(content));
  const wrong = misspelt.filter(({ word }) => written.has(word));
  if (wrong.length === 0) return [];
  const mendable = wrong.filter(({ suggestion }) => suggestion !== null);
  const [only] = mendable;
  return [
    {
      rule: "spelling",

      terms: { word: mendable.length === 1 ? (only?.suggestion ?? "") : "" },
      misspelt: wrong,
      ...(only && {
        mend: {
          content: mendable.reduce((mended, one) => withWord(mended, one), content),
        },
      }),
    },
  ];
};

/** The content with a word put right wherever it stands, capital letters kept. */
function withWord(content: Content, { word, suggestion }: Misspelt): Content {
  const pattern = new RegExp(`(?<![\\p{L}\\p{N}])${word.replaceAll("'", "['’]")}(?![\\p{L}\\p{N}])`, "giu");
  const put = (found: string) => {
    const [first = ""] = found;
    return first === first.toUpperCase() && suggestion !== null
      ? suggestion.charAt(0).toUpperCase() + suggestion.slice(1)
      : (suggestion ?? found);
  };
  const inline = (one: Inline): Inline =>
    one.type === "text" ? { ...one, text: one.text.replaceAll(pattern, put) } : one;
  const paragraph = (one: Paragraph): Paragraph => ({ ...one, content: one.content.map(inline) });
  return kindOf(content).mapTexts(content, (text) => ({
    ...text,
    content: text.content.map((block) => {
      if (block.type === "paragraph") return paragraph(block);
      if (block.type === "table")
        return { ...block, rows: block.rows.map((row) => row.map((cell) => cell.map(paragraph))) };
      return "items" in block ? { ...block, items: block.items.map((item) => item.map(paragraph)) } : block;
    }),
  }));
}
