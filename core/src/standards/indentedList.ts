/** A framework of standards as people paste it: one standard a line, what belongs to it further in. */

export interface ListedStandard {
  readonly code: string;
  readonly statement: string;
  /** The same for students, where the line gives it after "::". */
  readonly studentWording: string | null;
  /** Code of the standard it lies under. */
  readonly parent: string | null;
  /** Counted from 1. */
  readonly line: number;
}

/** A line that cannot be read; of two lines with one code the second. */
export type ListFault =
  | { readonly code: "listStatementMissing"; readonly terms: { readonly line: number } }
  | { readonly code: "listCodeTwice"; readonly terms: { readonly line: number; readonly standard: string } };

export interface IndentedList {
  readonly standards: readonly ListedStandard[];
  readonly faults: readonly ListFault[];
}

/**
 * Reads an indented list. Each line is a code, a statement, and optionally "::" with the wording for students; deeper
 * lines lie under the last line that is less deep. Bullets and blank lines do not matter. A line without a code gets one
 * from its place: "2.3" for the third under the second.
 *
 * @example readIndentedList("G1 Rivers\n  G1.1 Explain erosion :: You can explain erosion")
 */
export function readIndentedList(text: string): IndentedList {
  const standards: ListedStandard[] = [];
  const faults: ListFault[] = [];
  const open: { depth: number; code: string; children: number }[] = [];
  let roots = 0;
  const seen = new Set<string>();
  text.split(/\r?\n/).forEach((raw, index) => {
    const line = index + 1;
    if (raw.trim() === "") return;
    const depth = (/^[\t ]*/.exec(raw)?.[0] ?? "").replaceAll("\t", "    ").length;
    while (open.length > 0 && (open.at(-1)?.depth ?? 0) >= depth) open.pop();
    const parent = open.at(-1);
    const place = parent ? (parent.children += 1) : (roots += 1);
    const words = raw.trim().replace(/^[-*•–]\s+/, "");
    const [main = "", wording] = words.split(/\s*::\s*/, 2);
    const coded = /^((?=\S*\d)[\p{L}\d][\p{L}\d.\-/]*)[:.)]?\s+(.+)$/u.exec(main);
    const code = coded?.[1] ?? (parent ? `${parent.code}.${place}` : String(place));
    const statement = (coded?.[2] ?? main).trim();
    open.push({ depth, code, children: 0 });
    if (statement === "") faults.push({ code: "listStatementMissing", terms: { line } });
    else if (seen.has(code)) faults.push({ code: "listCodeTwice", terms: { line, standard: code } });
    else
      standards.push({ code, statement, studentWording: wording?.trim() || null, parent: parent?.code ?? null, line });
    seen.add(code);
  });
  return { standards, faults };
}
