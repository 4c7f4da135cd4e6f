/** Two contents side by side, field by field, with the words that differ marked. */
import Box from "@mui/material/Box";
import Typography from "@mui/material/Typography";
import { contentFields, differingFields, linesOf, type ContentField } from "@verdant/core/bank/fields";
import type { Content } from "@verdant/core/items/kinds";
import { Fragment, type ReactNode } from "react";
import { ComparedText } from "../../ui/ComparedText.tsx";
import { fieldNames } from "./fieldNames.ts";
import { t } from "../../platform/words.ts";

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
            <ComparedText text={asText(before, field)} other={asText(after, field)} is="removed" />
            <ComparedText text={asText(after, field)} other={asText(before, field)} is="added" />
          </Fragment>
        ))}
      </Box>
      <Typography variant="body2" color="textSecondary" sx={{ mt: 1.5 }}>
        {differing.length === 0
          ? t("The two are the same.")
          : same.length > 0 &&
            t("The same in both: {{same}}.", { same: same.map((field) => fieldNames[field].toLowerCase()).join(", ") })}
      </Typography>
    </Box>
  );
}

const asText = (content: Content, field: ContentField) =>
  linesOf(content, field)
    .map((line) => (line.isKey ? `✓ ${line.text}` : line.text))
    .join("\n");
