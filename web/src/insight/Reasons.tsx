/**
 * What students wrote of why they answered as they did, under the answer that they chose. What was said of the right answer
 * can be let others read; what several wrote nearly alike of a wrong one can be told to the item's author.
 */
import Alert from "@mui/material/Alert";
import Box from "@mui/material/Box";
import Button from "@mui/material/Button";
import ToggleButton from "@mui/material/ToggleButton";
import ToggleButtonGroup from "@mui/material/ToggleButtonGroup";
import Typography from "@mui/material/Typography";
import type { ItemResult } from "@verdant/contract/insight";
import { similarSentences } from "@verdant/core/marking/alike";
import { problemOf } from "../platform/problem.ts";
import { t } from "../platform/words.ts";
import { useAddCommentMutation } from "../review/api.ts";
import { useToast } from "../ui/Toasts.tsx";
import { useReadReasonMutation } from "./api.ts";

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
          {reasons.map((one) => (
            <OneReason key={one.sittingId} reason={one} name={names.get(one.studentId) ?? ""} />
          ))}
          {heading !== null && !isKey && <SaidOften item={item} heading={heading} reasons={reasons} />}
        </Box>
      ))}
    </Box>
  );
}

function OneReason({ reason, name }: { reason: Reason; name: string }) {
  const { sittingId, position, text, isRight, readAs, told } = reason;
  const [read, { isLoading, error }] = useReadReasonMutation();
  return (
    <Box sx={{ display: "flex", flexWrap: "wrap", alignItems: "center", columnGap: 1.5, rowGap: 0.25, py: 0.25 }}>
      <Typography variant="body2" sx={{ flex: "1 1 220px" }}>
        “{text}” {name}
        {told > 0 && (
          <Box component="span" sx={{ color: "text.secondary" }}>
            {" · "}
            {t("{{count}} students would tell it a friend", { count: told })}
          </Box>
        )}
      </Typography>
      {isRight && (
        <ToggleButtonGroup
          exclusive
          size="small"
          value={readAs}
          disabled={isLoading}
          aria-label={t("What others may read: {{text}}", { text })}
          onChange={(_, as: Reason["readAs"]) => void read({ params: { sittingId, position }, body: { as } })}
        >
          <ToggleButton value="good">{t("Good")}</ToggleButton>
          <ToggleButton value="fit">{t("Fit to read")}</ToggleButton>
        </ToggleButtonGroup>
      )}
      {error && <Alert severity="error">{problemOf(error).detail}</Alert>}
    </Box>
  );
}

/** So many who write the same of a wrong answer are no accident. */
const often = 3;

/** What several students wrote nearly alike, and a way to tell whoever writes the item. */
function SaidOften({ item, heading, reasons }: { item: ItemResult; heading: string; reasons: readonly Reason[] }) {
  const [add, { isLoading, isSuccess }] = useAddCommentMutation();
  const say = useToast();
  const said = saidOften(reasons);
  if (!said) return null;
  const tell = async () => {
    const body = t(
      "{{n}} students who chose “{{answer}}” wrote nearly the same: “{{text}}”. A wrong idea to name, or a wrong option to add?",
      { n: said.students, answer: heading, text: said.text },
    );
    const done = await add({
      params: { itemId: item.itemId },
      body: { revisionId: item.revisionId, field: null, body, suggestion: null },
    });
    say(
      done.error
        ? { text: problemOf(done.error).detail, isError: true }
        : { text: t("It stands as a comment on the item.") },
    );
  };
  return (
    <Typography variant="body2" color="textSecondary" component="div">
      {t("{{n}} of them wrote nearly the same: “{{text}}”.", { n: said.students, text: said.text })}{" "}
      <Button size="small" disabled={isLoading || isSuccess} onClick={() => void tell()}>
        {t("Suggest it to the author")}
      </Button>
    </Typography>
  );
}

/** What most of them wrote nearly alike; null: fewer than three did. */
export function saidOften(reasons: readonly Pick<Reason, "text">[]): { students: number; text: string } | null {
  const [largest = []] = similarSentences(reasons.map(({ text }) => text));
  return largest.length < often ? null : { students: largest.length, text: reasons[largest[0] ?? 0]?.text ?? "" };
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
