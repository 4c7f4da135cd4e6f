/** The interaction of each kind, with its key and the rules by which it is scored. */
import type { FileContent } from "@verdant/contract/exchange";
import type { HrefOf } from "./writeText.ts";
import { writeChoice, writeKeyOnly, writeOpinion } from "./kinds/choice.ts";
import { writeGaps } from "./kinds/gaps.ts";
import { writeHotspot } from "./kinds/hotspot.ts";
import { writeOrder } from "./kinds/order.ts";
import { writeMatch } from "./kinds/pairs.ts";
import { writeNumeric, writeShortText } from "./kinds/typed.ts";
import { writeWritten } from "./kinds/written.ts";
import type { WrittenKind } from "./kinds/writing.ts";

export function writeKind(content: FileContent, points: number, hrefOf: HrefOf): WrittenKind {
  switch (content.kind) {
    case "oneRightAnswer":
    case "severalRightAnswers":
    case "optionSet":
      return writeChoice(content, points, hrefOf);
    case "keyOnly":
      return writeKeyOnly(content, hrefOf);
    case "shortText":
      return writeShortText(content, points, hrefOf);
    case "numeric":
      return writeNumeric(content, hrefOf);
    case "match":
      return writeMatch(content, points, hrefOf);
    case "order":
      return writeOrder(content, hrefOf);
    case "fillGaps":
      return writeGaps(content, points, hrefOf);
    case "pointOnImage":
      return writeHotspot(content, points, hrefOf);
    case "written":
      return writeWritten(content, hrefOf);
    case "opinion":
      return writeOpinion(content, hrefOf);
  }
}
