/** Two contents side by side, field by field, with the words that differ marked. */
import Box from "@mui/material/Box";
import Typography from "@mui/material/Typography";
import { contentFields, differingFields, linesOf, type ContentField } from "@verdant/core/bank/fields";
import type { Content } from "@verdant/core/items/kinds";
import { diffWordsWithSpace } from "diff";
import { Fragment, type ReactNode } from "react";
import { fieldNames } from "./fieldNames.ts";

export function Difference(props: {
  before: Content;
  after: Content;
  names: readonly [string, string];
  /** What stands beside the name of a field that differs. */
  choice?: (field: ContentField) => ReactNode;
}) {
  const { before, after, names, choice } = props;
  const differing = differingFields(before, after);
  const same = contentFields.filter((field) => !differing.includes(field));
  return (
    <Box>
      <Box sx={{ display: "grid", gridTemplateColumns: "minmax(0, 1fr) minmax(0, 1fr)", columnGap: 2, rowGap: 0.5 }}>
        {names.map((name) => (
          <Typography key={name} sx={{ fontWeight: 700 }}>
            {name}
          </Typography>
        ))}
        {differing.map((field) => (
          <Fragment key={field}>
            <Box sx={{ gridColumn: "1 / -1", display: "flex", alignItems: "center", gap: 2, mt: 1 }}>
              <Typography variant="body2" component="h3" color="textSecondary" sx={{ fontWeight: 700 }}>
                {fieldNames[field]}
              </Typography>
              {choice?.(field)}
            </Box>
            <Side text={asText(before, field)} other={asText(after, field)} is="removed" />
            <Side text={asText(after, field)} other={asText(before, field)} is="added" />
          </Fragment>
        ))}
      </Box>
      <Typography variant="body2" color="textSecondary" sx={{ mt: 1.5 }}>
        {differing.length === 0
          ? "The two are the same."
          : same.length > 0 && `The same in both: ${same.map((field) => fieldNames[field].toLowerCase()).join(", ")}.`}
      </Typography>
    </Box>
  );
}

const asText = (content: Content, field: ContentField) =>
  linesOf(content, field)
    .map((line) => (line.isKey ? `✓ ${line.text}` : line.text))
    .join("\n");

/** One side; its words that the other has not are marked, as what they are, not by colour alone. */
function Side({ text, other, is }: { text: string; other: string; is: "removed" | "added" }) {
  const Tag = is === "removed" ? "del" : "ins";
  return (
    <Box
      sx={{
        whiteSpace: "pre-wrap",
        p: 1,
        borderRadius: 1,
        border: 1,
        borderColor: "divider",
        bgcolor: "background.paper",
        "& del": { color: "error.main", fontWeight: 700 },
        "& ins": { color: "primary.main", fontWeight: 700 },
      }}
    >
      {text === "" && (
        <Typography component="span" variant="body2" color="textSecondary">
          nothing
        </Typography>
      )}
      {diffWordsWithSpace(other, text)
        .filter((part) => !part.removed)
        .map((part, i) => (part.added ? <Tag key={i}>{part.value}</Tag> : <span key={i}>{part.value}</span>))}
    </Box>
  );
}
