/** What students wrote of why they answered as they did, under the answer that they chose. */
import Box from "@mui/material/Box";
import Typography from "@mui/material/Typography";
import type { ItemResult } from "@verdant/contract/insight";
import { t } from "../platform/words.ts";

interface ReasonsProps {
  readonly item: ItemResult;
  /** Names of students by their ids. */
  readonly names: ReadonlyMap<string, string>;
}

type Reason = ItemResult["reasons"][number];

export function Reasons({ item, names }: ReasonsProps) {
  if (item.reasons.length === 0) return null;
  return (
    <Box component="details" sx={{ mt: 0.5, "& summary": { cursor: "pointer", color: "primary.main" } }}>
      <summary>{t("{{count}} students said why", { count: item.reasons.length })}</summary>
      {groupsOf(item).map(({ id, heading, isKey, reasons }) => (
        <Box component="section" key={id} aria-label={heading ?? t("Without an answer of their own")} sx={{ mt: 0.5 }}>
          {heading !== null && (
            <Typography variant="body2" sx={{ fontWeight: 700, color: isKey ? "primary.main" : "text.primary" }}>
              {isKey && "✓ "}
              {heading}
            </Typography>
          )}
          {reasons.map((one, i) => (
            <Typography key={`${i} ${one.studentId}`} variant="body2">
              “{one.text}” {names.get(one.studentId)}
            </Typography>
          ))}
        </Box>
      ))}
    </Box>
  );
}

/**
 * Each reason once: under the first answer that its student chose, wrong ones first, since they are what a reason explains.
 * What belongs to no answer comes last, without a heading.
 */
export function groupsOf({ choices, reasons }: Pick<ItemResult, "choices" | "reasons">) {
  let left: readonly Reason[] = reasons;
  const inOrder = [...choices].sort((a, b) => Number(a.isKey) - Number(b.isKey));
  const groups = inOrder.flatMap((choice, i) => {
    const mine = left.filter((one) => choice.by.includes(one.studentId));
    left = left.filter((one) => !mine.includes(one));
    const heading = choice.id === null ? t("left blank") : choice.text;
    return mine.length === 0 ? [] : [{ id: `${i}`, heading, isKey: choice.isKey, reasons: mine }];
  });
  return [...groups, ...(left.length > 0 ? [{ id: "rest", heading: null, isKey: false, reasons: left }] : [])];
}
