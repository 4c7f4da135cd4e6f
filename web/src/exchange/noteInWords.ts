/** What is said of a part of a package, or of a row of a table, as a sentence. */
import type { Note, NoteCode, NoteTerms, Outcome } from "@verdant/contract/packages";
import { t } from "../platform/words.ts";

const sentences: { readonly [C in NoteCode]: (terms: NoteTerms<C>) => string } = {
  bankMovedOn: () =>
    t("Somebody has changed items of the bank since you looked: nothing was imported, and it is compared anew below."),
  likeOnlyFirst: (terms) =>
    t("Whether the bank asks nearly the same was looked up for the first {{n}} new items only.", { n: terms.count }),
  headingMadeBold: () => t("Headings are bold lines now."),
  linkMadeText: (terms) => t("A link is plain words now, with its address: {{address}}", terms),
  activeLeftOut: (terms) => t("“{{element}}” acts in a page, and was left out.", terms),
  formattingLeftOut: (terms) => t("“{{element}}” was left out; its words stay.", terms),
  mathsLeftOut: () => t("A formula without words was left out."),
  nestedListSpread: () => t("A list inside another list or table became lines."),
  tableInCellSpread: () => t("A table inside a list or table became lines."),
  pictureInCellLeftOut: (terms) =>
    t("A picture inside a list or table was left out; its description stands there: “{{picture}}”", terms),
  cellsSpread: () => t("Cells that reached over several columns or rows stand in one now."),
  pictureLeftOut: (terms) => t("The picture “{{file}}” is missing, too large or none that can be shown.", terms),
  recordingLeftOut: (terms) => t("The recording “{{file}}” is missing, too large or none that can be played.", terms),
  scoringDiffers: (terms) =>
    t(
      "Scored differently here: “{{answer}}” earns {{here}} of {{points}} here, and {{there}} by its file. It is a draft until somebody has looked at it.",
      terms,
    ),
  pointsAssumed: (terms) => t("Its file does not say what it is worth: {{points}}, by what its key earns.", terms),
  pointsRounded: (terms) => t("Worth {{rounded}} here, since points go by quarters; its file says {{points}}.", terms),
  wordsOfOptionsPlain: (terms) =>
    t("What is chosen from is plain words here; formatting of “{{words}}” was left out.", terms),
  pairsMadeMatch: () => t("Pairs that stood in one list stand in two now: things on the left, answers on the right."),
  bankMadeGaps: () => t("A bank of words became gaps with lists: a word can be chosen for several gaps now."),
  ellipseMadePolygon: () => t("An ellipse on the picture is a shape of 24 corners now."),
  rubricMadeLevel: () =>
    t("What counts is written as text in its file: it stands with the best level. Look at the criteria."),
  feedbackByAnswerLeftOut: (terms) => t("Feedback “{{identifier}}” for one special answer has no place here.", terms),
  keyMissing: () => t("It cannot be used yet: open it to see what is missing."),
  topicUnknown: (terms) => t("No topic of yours is called {{topics}}: the name is kept as a tag.", terms),
  standardsUnknown: (terms) =>
    t("Not among your standards: {{codes}}; kept as tags until you import these standards.", terms),
  tagsLeftOut: (terms) => t("Tags for which an item has no room were left out: {{tags}}.", terms),
  cellCut: (terms) => t("Its {{column}} is too long, and “{{kept}}” now.", terms),
  interactionUnknown: (terms) => t("There is no kind of item here for “{{element}}”.", terms),
  severalInteractions: () => t("It asks several things of different kinds in one item."),
  interactionMissing: () => t("There is nothing in it to answer."),
  rulesUnknown: (terms) =>
    t("It is scored by rules that are not read here (“{{element}}”); nothing is guessed.", terms),
  answersUnlike: () => t("Its key has a form that no kind of item here has."),
  adaptive: () => t("It changes while it is answered, step by step."),
  templated: () => t("Its numbers are drawn anew each time."),
  testKept: () => t("It is a quiz: make one of it for a class, under “Kept as they came”."),
  testItemsMissing: ({ count }) =>
    t("{{count}} of its questions are not here: they were not imported.", { count: Number(count) }),
  testItemTwice: ({ count }) =>
    t("{{count}} questions stand in it twice; here each is asked once.", { count: Number(count) }),
  testRulesLeftOut: (terms) => t("Rules that quizzes here do not have were left out: {{elements}}.", terms),
  testSelectionAll: ({ count }) =>
    t("{{count}} times it chooses among sections, which cannot be done here: all of them are in the quiz.", {
      count: Number(count),
    }),
  testSectionsJoined: ({ count }) =>
    t("{{count}} sections inside others have joined the one around them.", { count: Number(count) }),
  notAnItem: (terms) => t("It is no item: the file begins with “{{element}}”.", terms),
  fileMissing: (terms) => t("“{{file}}” is not in the package, or lies outside it. Ask for a complete package.", terms),
  fileBroken: (terms) => t("“{{file}}” is damaged or too large. Ask for the package again.", terms),
  xmlBroken: (terms) => t("The file breaks the rules of XML in line {{line}}.", terms),
  xmlEncoding: () => t("The file is not in the encoding that it says it is."),
  xmlEntities: (terms) => t("The file defines or uses entities of its own (line {{line}}); they are not read.", terms),
  xmlBounds: (terms) => t("The file is nested too deep or too large (line {{line}}).", terms),
  identifierTwice: (terms) => t("Another item of this file has the identifier “{{identifier}}” too.", terms),
  notValid: (terms) => t("It does not fit into an item here at {{place}}.", terms),
  kindUnknown: (terms) =>
    terms.kind === ""
      ? t("The column “kind” is empty. Write one of: {{kinds}}.", terms)
      : t("There is no kind of item called “{{kind}}”. Write one of: {{kinds}}.", terms),
  stemMissing: () => t("It asks nothing: the column “stem” is empty."),
  keyNoOption: (terms) => t("The key “{{key}}” is none of the options.", terms),
  cellNoNumber: (terms) => t("“{{value}}” in the column “{{column}}” is no number.", terms),
  pairUnreadable: (terms) => t("“{{value}}” in the column “{{column}}” is no pair: write “left => right”.", terms),
  orderIncomplete: (terms) => t("The key “{{key}}” does not name each option once.", terms),
  gapsMissing: () => t("It has no gaps: write them in the column “passage”, as [word] or [right | wrong]."),
  picturesNotHere: () =>
    t("It shows a picture or recording that this department has not. A table holds none: import it as a package."),
  idOfAnother: (terms) =>
    t(
      "The id “{{id}}” belongs to another item here: “{{words}}”. Empty the cell, and it is imported as a new one.",
      terms,
    ),
  wholeUnreadable: () =>
    t("The column “as_exported” cannot be read: only what the other columns say was imported of it."),
  valueAssumed: (terms) => t("“{{value}}” in the column “{{column}}” is not understood; it is “{{taken}}” now.", terms),
  cellUnused: (terms) =>
    t(
      "“{{value}}” in the column “{{column}}” was left out: an item of the kind “{{kind}}” has no place for it.",
      terms,
    ),
  numberRead: (terms) => t("“{{value}}” in the column “{{column}}” was read as {{read}}.", terms),
  dateRead: (terms) =>
    t(
      "A spreadsheet has made a date of the column “{{column}}”: it says {{value}} now. Look whether that was meant.",
      terms,
    ),
  formattingLost: () => t("Formatting of words that were changed was left out."),
  changedMeanwhile: (terms) =>
    t("“{{column}}” has been changed here since it was exported; what the table says counts now.", terms),
  columnStays: (terms) => t("“{{column}}” of an item that is here already is not changed by a table.", terms),
  stimulusUnknown: (terms) => t("There is no shared text “{{title}}” here: it hangs on none now.", terms),
  twinUnknown: (terms) => t("The item “{{twin}}”, which explains it, is not here.", terms),
  useAssumed: () => t("The table does not say what it is for: it is reserved for tests until you say otherwise."),
  statusDraft: () => t("It is a draft, whatever its status says: nobody here has approved it as it is now."),
  columnLeftOut: (terms) => t("The column “{{column}}” was left out: no part of an item is called so.", terms),
  separatorRead: (terms) => t("Its columns are parted by “{{separator}}”.", terms),
  encodingAssumed: (terms) => t("It was read as {{encoding}}: look whether accents are right.", terms),
  sheetsLeftOut: (terms) => t("Other sheets were left out: {{sheets}}.", terms),
};

export function noteInWords({ code, terms }: Note): string {
  // Safe: the server makes a note with the terms that its code has.
  return (sentences[code] as (terms: Note["terms"]) => string)(terms);
}

/** What became of a part. */
export const outcomeWords: Readonly<Record<Outcome, string>> = {
  refused: t("Not imported"),
  kept: t("Kept as it came"),
  importedWithNotes: t("Imported, with notes"),
  imported: t("Imported as it is"),
};
