/** What the small items of the kinds are made of. */
import { richTextOf } from "@verdant/core/richText";

export const about = (stem: string) => ({ schemaVersion: 1 as const, stem: richTextOf(stem) });
export const options = (...texts: string[]) =>
  texts.map((text, i) => ({ id: `example${i}`, text: richTextOf(text), isKey: i === 0 }));
