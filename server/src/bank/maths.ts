/** Formulas: MathML is made here when an item is kept, so that students' pages need no typesetting library. */
import { kindOf, type Content } from "@verdant/core/items/kinds";
import { mapMaths, type Maths, type RichText } from "@verdant/core/richText";
import temml from "temml";

/** `content` with the MathML of every formula made anew; what a caller sent as MathML is never kept. */
export const withMathml = (content: Content): Content => kindOf(content).mapTexts(content, typesetText);

/** The same for one text. */
export const typesetText = (text: RichText): RichText => mapMaths(text, typeset);

function typeset(maths: Maths): Maths {
  return { ...maths, mathml: mathmlOf(maths.latex) };
}

/** What cannot be read as a formula stands as it was typed, marked as such. Some of it the library does not refuse but trips over. */
function mathmlOf(latex: string): string {
  try {
    return temml.renderToString(latex, { throwOnError: false, trust: false, strict: false });
  } catch {
    const typed = latex.replaceAll("&", "&amp;").replaceAll("<", "&lt;").replaceAll(">", "&gt;");
    return `<math><merror><mtext>${typed}</mtext></merror></math>`;
  }
}
