/** Formulas: MathML is made here when an item is kept, so that students' pages need no typesetting library. */
import { kindOf, type Content } from "@verdant/core/items/kinds";
import { mapMaths, type Maths, type RichText } from "@verdant/core/richText";
import temml from "temml";

/** `content` with the MathML of every formula made anew; what a caller sent as MathML is never kept. */
export const withMathml = (content: Content): Content => kindOf(content).mapTexts(content, typesetText);

/** The same for one text. */
export const typesetText = (text: RichText): RichText => mapMaths(text, typeset);

function typeset(maths: Maths): Maths {
  return { ...maths, mathml: temml.renderToString(maths.latex, { throwOnError: false, trust: false, strict: false }) };
}
