/** One item of a file in full: beside the item of the bank that it meets, else by itself, with its key. */
import Box from "@mui/material/Box";
import Table from "@mui/material/Table";
import TableBody from "@mui/material/TableBody";
import TableCell from "@mui/material/TableCell";
import TableHead from "@mui/material/TableHead";
import TableRow from "@mui/material/TableRow";
import Typography from "@mui/material/Typography";
import type { Result } from "@verdant/contract/endpoint";
import type { FindingTagging, showFinding } from "@verdant/contract/importFindings";
import { contentFields, differingFields, linesOf } from "@verdant/core/bank/fields";
import { mediaOf, type Content } from "@verdant/core/items/kinds";
import { Difference } from "../bank/difference/Difference.tsx";
import { fieldNames } from "../bank/difference/fieldNames.ts";
import { t } from "../platform/words.ts";
import { Failed, Loading } from "../ui/States.tsx";
import { useShowFindingQuery } from "./api.ts";

type Shown = Result<typeof showFinding>;

export function FindingInFull({ transferId, n, isNew }: { transferId: string; n: number; isNew: boolean }) {
  const { data, error, refetch } = useShowFindingQuery({ params: { transferId, n } });
  if (error) return <Failed error={error} retry={() => void refetch()} />;
  if (!data) return <Loading what={t("what it says")} />;
  return <Shown shown={data} isNew={isNew} />;
}

function Shown({ shown: { content, tagging, here }, isNew }: { shown: Shown; isNew: boolean }) {
  if (content === null)
    return (
      <Typography color="textSecondary">
        {t("What it says was not kept when the file was read. Cancel the import and drop the file again to see it.")}
      </Typography>
    );
  const names = here && ([t("Item {{number}} in the bank", { number: here.number }), t("In the file")] as const);
  return (
    <Box>
      {here && names && differingFields(here.content, content).length > 0 && (
        <Difference before={here.content} after={content} names={names} />
      )}
      {here && differingFields(here.content, content).length === 0 && (
        <Typography variant="body2">
          {t("Question, answers and explanations are the same as those of item {{number}}.", { number: here.number })}
        </Typography>
      )}
      {here && names && tagging && !isNew && <TagsThatDiffer before={here.tagging} after={tagging} names={names} />}
      {!here && <InWords content={content} />}
      {mediaOf(content).length > 0 && isNew && (
        <Typography variant="body2" color="textSecondary" sx={{ mt: 1 }}>
          {t("Its pictures and sounds are shown once it is imported.")}
        </Typography>
      )}
    </Box>
  );
}

function InWords({ content }: { content: Content }) {
  return (
    <Box component="dl" sx={{ m: 0, "& dd": { m: 0, mb: 1, overflowWrap: "anywhere" } }}>
      {contentFields.map((field) => {
        const lines = linesOf(content, field);
        if (lines.length === 0) return null;
        return (
          <Box key={field}>
            <Typography variant="body2" component="dt" color="textSecondary" sx={{ fontWeight: 700 }}>
              {fieldNames[field]}
            </Typography>
            {lines.map(({ text, isKey }, i) => (
              <dd key={i}>{isKey ? `✓ ${text}` : text}</dd>
            ))}
          </Box>
        );
      })}
    </Box>
  );
}

const tagNames: Readonly<Record<keyof FindingTagging, string>> = {
  label: t("Short title"),
  topic: t("Topic"),
  stimulus: t("Linked text, map or chart"),
  standards: t("Standards"),
  demand: t("Demand"),
  use: t("Use"),
  expectedSeconds: t("Expected time (seconds)"),
  writerDifficulty: t("Estimated difficulty (1 to 5)"),
  points: t("Default points"),
  tags: t("Tags"),
  keptFindings: t("Warnings dismissed"),
};

const valueWords = new Map([
  ["recall", t("recall")],
  ["apply", t("apply")],
  ["reason", t("reason")],
  ["practice", t("practice")],
  ["reserved", t("reserved")],
]);

function valueInWords(field: keyof FindingTagging, value: FindingTagging[keyof FindingTagging]): string {
  const words = Array.isArray(value) ? value.join(", ") : String(value ?? "");
  if (words === "") return t("nothing");
  return field === "demand" || field === "use" ? (valueWords.get(words) ?? words) : words;
}

function TagsThatDiffer({
  before,
  after,
  names,
}: {
  before: FindingTagging;
  after: FindingTagging;
  names: readonly [string, string];
}) {
  // Safe: the keys of a record of the same type.
  const fields = (Object.keys(tagNames) as (keyof FindingTagging)[]).filter(
    (field) => valueInWords(field, before[field]) !== valueInWords(field, after[field]),
  );
  if (fields.length === 0) return null;
  return (
    <Table size="small" sx={{ mt: 1, "& td, & th": { overflowWrap: "anywhere" } }}>
      <TableHead>
        <TableRow>
          <TableCell>{t("What differs")}</TableCell>
          {names.map((name) => (
            <TableCell key={name}>{name}</TableCell>
          ))}
        </TableRow>
      </TableHead>
      <TableBody>
        {fields.map((field) => (
          <TableRow key={field}>
            <TableCell component="th" scope="row">
              {tagNames[field]}
            </TableCell>
            <TableCell>{valueInWords(field, before[field])}</TableCell>
            <TableCell>{valueInWords(field, after[field])}</TableCell>
          </TableRow>
        ))}
      </TableBody>
    </Table>
  );
}
