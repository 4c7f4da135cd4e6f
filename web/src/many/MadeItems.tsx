/** The items that are made: what is new, what changes, what is retired; the first of each as a student sees them. */
import Box from "@mui/material/Box";
import Paper from "@mui/material/Paper";
import Typography from "@mui/material/Typography";
import { kindOf, type Content } from "@verdant/core/items/kinds";
import type { ManyChange } from "@verdant/core/many/many";
import { headline } from "@verdant/core/richText";
import type { ReactNode } from "react";
import { Player } from "../player/Player.tsx";
import { t } from "../platform/words.ts";

/** As many of a sort are drawn whole. */
const shown = 12;

export function MadeItems(props: { change: ManyChange; numberOf: (itemId: string) => number | undefined }) {
  const { change, numberOf } = props;
  return (
    <>
      <Sort title={t("Changes")} count={change.changed.length}>
        {change.changed.slice(0, shown).map((one) => (
          <Card
            key={one.rowKey}
            about={t("item {{itemId}} · {{place}}", { itemId: numberOf(one.itemId) ?? "", place: one.place })}
            content={one.content}
          >
            <Typography variant="body2" color="textSecondary" sx={{ mt: 1 }}>
              {t("Before: {{stem}} · key {{before}}", {
                stem: headline(one.before.stem),
                before: keyInWords(one.before),
              })}
            </Typography>
          </Card>
        ))}
      </Sort>
      <Sort title={t("New")} count={change.added.length}>
        {change.added.slice(0, shown).map((one) => (
          <Card key={one.rowKey} about={one.place} content={one.content} />
        ))}
      </Sort>
      <Sort title={t("Retired, since their row is gone")} count={change.left.length}>
        {change.left.slice(0, shown).map((one) => (
          <Card
            key={one.itemId}
            about={t("item {{itemId}}", { itemId: numberOf(one.itemId) ?? "" })}
            content={one.content}
          />
        ))}
      </Sort>
      <Sort title={t("As they are")} count={change.same.length}>
        {change.same.slice(0, shown).map((one) => (
          <Card
            key={one.rowKey}
            about={t("item {{itemId}} · {{place}}", { itemId: numberOf(one.itemId) ?? "", place: one.place })}
            content={one.content}
          />
        ))}
      </Sort>
    </>
  );
}

const keyInWords = (content: Content) => {
  const right = kindOf(content).rightAnswer(content);
  const lines = kindOf(content).summarise(content, right ? [right] : []);
  return lines.find((line) => line.isKey)?.text ?? t("none");
};

function Sort({ title, count, children }: { title: string; count: number; children: ReactNode }) {
  if (count === 0) return null;
  return (
    <Box component="section" aria-label={title} sx={{ mb: 2 }}>
      <Typography variant="h2" sx={{ mb: 1 }}>
        {title} ({count})
      </Typography>
      {children}
      {count > shown && (
        <Typography variant="body2" color="textSecondary">
          {t("and {{number}} more", { number: count - shown })}
        </Typography>
      )}
    </Box>
  );
}

function Card({ about, content, children }: { about: string; content: Content; children?: ReactNode }) {
  const kind = kindOf(content);
  return (
    <Paper component="article" aria-label={about} sx={{ p: 1.5, mb: 1 }}>
      <Typography variant="caption" color="textSecondary" component="p" sx={{ m: 0, mb: 0.5 }}>
        {about}
      </Typography>
      <Player
        view={kind.toStudentView(content, kind.arrange(content, null))}
        answer={kind.rightAnswer(content)}
        name={about}
        verdict={{ content, credit: null }}
      />
      {children}
    </Paper>
  );
}
