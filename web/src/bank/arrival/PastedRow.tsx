/** One item of what was pasted, with its key; and whether it is taken in. */
import Box from "@mui/material/Box";
import MenuItem from "@mui/material/MenuItem";
import Paper from "@mui/material/Paper";
import TextField from "@mui/material/TextField";
import Typography from "@mui/material/Typography";
import { relationOf } from "@verdant/core/bank/arrival";
import { mergedItem } from "@verdant/core/bank/merge";
import { kindOf } from "@verdant/core/items/kinds";
import { headline } from "@verdant/core/richText";
import { kindNames } from "@verdant/core/items/kindNames";
import { Player } from "../../player/Player.tsx";
import { Difference } from "../difference/Difference.tsx";
import type { Row } from "./pasting.ts";
import type { LikeItem } from "../like/useLikeItems.ts";
import { t } from "../../platform/words.ts";

export type Taking = "take" | "variant" | "merge" | "leave";

export function PastedRow(props: {
  row: Row;
  topic: string;
  codes: readonly string[];
  like: LikeItem | null;
  taking: Taking;
  setTaking: (taking: Taking) => void;
}) {
  const { row, topic, codes, like, taking, setTaking } = props;
  const { content } = row;
  const kind = kindOf(content);
  const about = [row.place, kindNames[content.kind], topic, ...codes].filter((one) => one !== "").join(" · ");
  return (
    <Paper
      component="article"
      aria-label={t("Item of {{place}}", { place: row.place })}
      sx={{
        p: 1.5,
        mb: 1,
        contentVisibility: "auto",
        containIntrinsicSize: "auto 220px",
      }}
    >
      <Box sx={{ display: "flex", alignItems: "center", gap: 1.5, mb: 1 }}>
        <Typography variant="caption" color="textSecondary" sx={{ flex: 1, m: 0 }}>
          {about}
        </Typography>
        <TextField
          select
          size="small"
          label={t("What to do with {{place}}", { place: row.place })}
          value={taking}
          onChange={(event) => {
            setTaking(event.target.value as Taking);
          }}
          sx={{ minWidth: 190 }}
        >
          <MenuItem value="take">
            {row.earlier && row.earlier.relation !== "same"
              ? t("import as a look-alike of {{place}}", { place: row.earlier.place })
              : t("import")}
          </MenuItem>
          {like && (
            <MenuItem value="variant">{t("import as a look-alike of {{number}}", { number: like.number })}</MenuItem>
          )}
          {like && <MenuItem value="merge">{t("merge into {{number}}", { number: like.number })}</MenuItem>}
          <MenuItem value="leave">{t("leave out")}</MenuItem>
        </TextField>
      </Box>
      {taking === "merge" && like && (
        <Difference
          before={like.content}
          after={mergedItem(like.content, content)}
          names={[t("Item {{number}} now", { number: like.number }), t("With what it lacks")]}
        />
      )}
      {taking === "leave" && (
        <Typography color="textSecondary">
          {headline(content.stem)} <strong>{leftBecause(row, like)}</strong>
        </Typography>
      )}
      {taking !== "merge" && like && relationOf(like.content, content) !== "same" && (
        <Box sx={{ mb: 1 }}>
          <Difference
            before={like.content}
            after={content}
            names={[t("Item {{number}} in the bank", { number: like.number }), row.place]}
          />
        </Box>
      )}
      {(taking === "take" || taking === "variant") && (
        <Player
          view={kind.toStudentView(content, kind.arrange(content, null))}
          answer={kind.rightAnswer(content)}
          name={row.key}
          verdict={{ content, credit: null }}
        />
      )}
      <Said texts={row.missing} colour="error.main" />
      {row.earlier && (
        <Said texts={[`${relationWords[row.earlier.relation]} ${row.earlier.place}.`]} colour="warning.dark" />
      )}
      {like && (
        <Said
          texts={[`${relationWords[relationOf(like.content, content)]} item ${like.number}.`]}
          colour="warning.dark"
        />
      )}
      {taking !== "leave" && <Said texts={row.findings} colour="text.secondary" />}
    </Paper>
  );
}

const relationWords = {
  same: t("The same as"),
  reworded: t("Asks the same in other words as"),
  sibling: t("A look-alike, with other numbers or another key, of"),
} as const;

/** Why a row is not taken in, in the words that the summary uses too. */
/** The same without its place, for a count of several. */
export function leftInShort(row: Row, like: LikeItem | null): string {
  if (like && relationOf(like.content, row.content) === "same") return t("already in the bank");
  return row.earlier?.relation === "same" ? t("twice in this import") : t("you left it out");
}

export function leftBecause(row: Row, like: LikeItem | null): string {
  if (like && relationOf(like.content, row.content) === "same")
    return t("already here as item {{number}}", { number: like.number });
  if (row.earlier?.relation === "same") return t("the same as {{place}}", { place: row.earlier.place });
  return t("you left it out");
}

/** What is done with a row unless somebody says otherwise: what is here already stays out, look-alikes join a family. */
export function usualTaking(row: Row, like: LikeItem | null): Taking {
  if (like) return relationOf(like.content, row.content) === "same" ? "leave" : "variant";
  return row.earlier?.relation === "same" ? "leave" : "take";
}

function Said({ texts, colour }: { texts: readonly string[]; colour: string }) {
  if (texts.length === 0) return null;
  return (
    <Box component="ul" sx={{ m: 0, mt: 1, pl: 2.5, color: colour, fontSize: 14 }}>
      {texts.map((text) => (
        <li key={text}>{text}</li>
      ))}
    </Box>
  );
}
