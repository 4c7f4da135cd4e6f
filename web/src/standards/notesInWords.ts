/** What is said of entries of a framework that came in, as sentences. */
import type { StandardsNote, StandardsNoteCode, StandardsNoteTerms } from "@verdant/core/standards/notes";
import { t } from "../platform/words.ts";

const named = ({ entry, code }: StandardsNoteTerms<"entryNoStatement">) =>
  code === "" ? t("Entry {{entry}}", { entry }) : t("Entry {{entry}} ({{code}})", { entry, code });
const place = (under: string | number) => (under === "" ? t("the framework") : under);

const sentences: { readonly [C in StandardsNoteCode]: (terms: StandardsNoteTerms<C>) => string } = {
  entryNoIdentifier: (terms) => t("{{entry}} has no identifier: not imported.", { entry: named(terms) }),
  entryNoStatement: (terms) => t("{{entry}} has no statement: left as before.", { entry: named(terms) }),
  entryIdentifierTaken: ({ of, ...terms }) =>
    t("{{entry}} has the identifier of {{of}}: not imported.", { entry: named(terms), of }),
  wouldLieInCircle: ({ code, other, under }) =>
    t("{{code}} and {{other}} would lie under each other, in a circle: {{code}} lies under {{place}}.", {
      ...{ code, other },
      place: place(under),
    }),
  severalParents: ({ code, other, under }) =>
    t("{{code}} has several parents: it lies under {{place}}, not under {{other}}.", {
      ...{ code, other },
      place: place(under),
    }),
  parentMissing: (terms) =>
    t("{{code}} should lie under an entry that is not in the file: its place stays as before.", terms),
  leftInCircle: ({ codes, count }) =>
    count === 1
      ? t("{{codes}} lies in or under a circle: left as before.", { codes })
      : t("{{codes}} lie in or under a circle: left as before.", { codes }),
};

export function standardsNoteInWords({ code, terms }: StandardsNote): string {
  const sentence: (terms: never) => string = sentences[code];
  return sentence(terms as never);
}
