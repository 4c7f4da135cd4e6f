/**
 * Text as it is compared: without accents, with plain quotes, hyphens and single spaces, without closing punctuation;
 * in lower case unless case matters.
 */
export function foldedText(text: string, caseMatters = false): string {
  const folded = text
    .normalize("NFD")
    .replaceAll(/\p{M}/gu, "")
    .replaceAll(/[‘’]/g, "'")
    .replaceAll(/[‐‑–]/g, "-")
    .replaceAll(/\s+/g, " ")
    .trim()
    .replace(/[.,;!]$/, "");
  return caseMatters ? folded : folded.toLowerCase();
}
