import Alert from "@mui/material/Alert";
import AlertTitle from "@mui/material/AlertTitle";
import Box from "@mui/material/Box";
import Button from "@mui/material/Button";
import ToggleButton from "@mui/material/ToggleButton";
import ToggleButtonGroup from "@mui/material/ToggleButtonGroup";
import type { Item, Tagging } from "@verdant/contract/bank";
import { contentFields, differingFields, mergeContents, type ContentField } from "@verdant/core/bank/fields";
import { useState } from "react";
import { moment } from "../../ui/dates.ts";
import { Difference } from "../difference/Difference.tsx";
import { fieldNames } from "../difference/fieldNames.ts";
import type { Work } from "./useItemEditor.ts";
import { t } from "../../platform/words.ts";

/** What I have not changed is theirs. */
const mergeTagging = (mine: Tagging, theirs: Tagging, base: Tagging): Tagging => {
  const kept = (Object.keys(mine) as (keyof Tagging)[]).filter(
    (key) => JSON.stringify(mine[key]) !== JSON.stringify(base[key]),
  );
  return { ...theirs, ...Object.fromEntries(kept.map((key) => [key, mine[key]])) };
};

type Side = "mine" | "theirs";

/**
 * Two people saved one item: field by field, whose is kept. What only they changed is theirs to start with; where both
 * did, mine is. Nothing is lost: the other one stays in the history.
 */
export function ConflictPanel(props: {
  mine: Work;
  theirs: Item;
  /** The item as I opened it, where that is known. */
  base: Item | null;
  keep: (work: Work) => void;
  takeTheirs: () => void;
}) {
  const { mine, theirs, base, keep, takeTheirs } = props;
  const mineChanged = base ? differingFields(base.content, mine.content) : contentFields;
  const sideAtFirst = (field: ContentField): Side => (mineChanged.includes(field) ? "mine" : "theirs");
  const [picked, setPicked] = useState<Partial<Record<ContentField, Side>>>({});
  const sideOf = (field: ContentField) => picked[field] ?? sideAtFirst(field);
  const pick = Object.fromEntries(contentFields.map((field) => [field, sideOf(field)]));
  const theirVersion = t("{{name}}’s version", { name: theirs.revision.author });
  return (
    <Alert severity="warning" icon={false} sx={{ mb: 2, "& .MuiAlert-message": { width: "100%" } }}>
      <AlertTitle>
        {t("{{author}} saved this item after you opened it ({{at}})", {
          author: theirs.revision.author,
          at: moment(theirs.revision.at),
        })}
      </AlertTitle>
      {t(
        "Nothing is lost. Choose a version of each part, go on editing if you like, then save. The other version stays in the history.",
      )}
      <Box sx={{ mt: 1.5 }}>
        <Difference
          before={mine.content}
          after={theirs.content}
          names={[t("Your version"), theirVersion]}
          choice={(field) => (
            <ToggleButtonGroup
              exclusive
              size="small"
              aria-label={t("Version of: {{field}}", { field: fieldNames[field] })}
              value={sideOf(field)}
              onChange={(_, side: Side | null) => {
                if (side) setPicked({ ...picked, [field]: side });
              }}
            >
              <ToggleButton value="mine">{t("Your version")}</ToggleButton>
              <ToggleButton value="theirs">{theirVersion}</ToggleButton>
            </ToggleButtonGroup>
          )}
        />
      </Box>
      <Box sx={{ display: "flex", gap: 1, mt: 1.5 }}>
        <Button
          variant="contained"
          onClick={() => {
            keep({
              tagging: base ? mergeTagging(mine.tagging, theirs.tagging, base.tagging) : mine.tagging,
              content: mergeContents(mine.content, theirs.content, pick),
            });
          }}
        >
          {t("Save this version")}
        </Button>
        <Button variant="outlined" onClick={takeTheirs}>
          {t("Use {{name}}’s version throughout", { name: theirs.revision.author })}
        </Button>
      </Box>
    </Alert>
  );
}
