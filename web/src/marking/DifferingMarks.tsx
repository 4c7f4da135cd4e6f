/** Answers that two people marked differently: both marks side by side, and a third word that settles it. */
import Alert from "@mui/material/Alert";
import Box from "@mui/material/Box";
import Button from "@mui/material/Button";
import Paper from "@mui/material/Paper";
import Stack from "@mui/material/Stack";
import Typography from "@mui/material/Typography";
import type { SecondMarks } from "@verdant/contract/marking";
import { creditOfLevels, type Levels, type Written } from "@verdant/core/items/written";
import { useState } from "react";
import { problemOf } from "../platform/problem.ts";
import { t } from "../platform/words.ts";
import { useToast } from "../ui/Toasts.tsx";
import { keyOf } from "./AnswerToMark.tsx";
import { useSettleMarksMutation } from "./api.ts";
import { percent, Rubric } from "./Rubric.tsx";

type Differing = SecondMarks["questions"][number]["differing"][number];

export const DifferingMarks = ({ content, differing }: { content: Written; differing: readonly Differing[] }) => (
  <Stack spacing={1.5} component="section" aria-label={t("Marked differently")}>
    <Typography variant="h2">{t("{{count}} answers are marked differently", { count: differing.length })}</Typography>
    <Typography color="textSecondary">
      {t("The first mark counts until somebody settles it, best a third colleague or the two of you together.")}
    </Typography>
    {differing.map((one) => (
      <OneDiffering key={`${keyOf(one)} ${one.version}`} content={content} one={one} />
    ))}
  </Stack>
);

function OneDiffering({ content, one }: { content: Written; one: Differing }) {
  const [own, setOwn] = useState<Levels | null>(null);
  const [settle, { isLoading, error }] = useSettleMarksMutation();
  const say = useToast();
  const take = async (levels: Levels) => {
    const { sittingId, position, version } = one;
    const done = await settle({ params: { sittingId, position }, body: { levels: { ...levels }, version } });
    if (!done.error) say({ text: t("Settled: {{credit}} of the points.", { credit: percent(done.data.credit) }) });
  };
  const isWhole = own !== null && creditOfLevels(content, own) !== null;
  return (
    <Paper sx={{ p: 2 }} component="article">
      <Stack spacing={1.5}>
        <Typography sx={{ whiteSpace: "pre-wrap", overflowWrap: "anywhere", fontSize: 17 }}>{one.text}</Typography>
        <Box sx={{ display: "grid", gridTemplateColumns: { xs: "1fr", md: "1fr 1fr" }, gap: 2 }}>
          {[one.first, one.second].map((mark, i) => (
            <Box key={i}>
              <Typography sx={{ fontWeight: 700 }}>
                {i === 0 ? t("First: {{name}}", { name: mark.by }) : t("Second: {{name}}", { name: mark.by })}
              </Typography>
              <LevelsInWords content={content} levels={mark.levels} />
              <Button size="small" disabled={isLoading} onClick={() => void take(mark.levels)}>
                {t("This one counts")}
              </Button>
            </Box>
          ))}
        </Box>
        {own === null ? (
          <Box>
            <Button
              size="small"
              onClick={() => {
                setOwn({});
              }}
            >
              {t("Neither: choose other levels")}
            </Button>
          </Box>
        ) : (
          <Stack spacing={1.5}>
            <Rubric content={content} levels={own} onChange={setOwn} />
            <Box>
              <Button variant="contained" disabled={!isWhole || isLoading} onClick={() => void take(own)}>
                {t("Settle")}
              </Button>
            </Box>
          </Stack>
        )}
        {error && <Alert severity="error">{problemOf(error).detail}</Alert>}
      </Stack>
    </Paper>
  );
}

const LevelsInWords = ({ content, levels }: { content: Written; levels: Levels }) => (
  <>
    {content.criteria.map((criterion) => {
      const level = criterion.levels.find((one) => one.id === levels[criterion.id]);
      return (
        <Typography key={criterion.id} variant="body2">
          {`${criterion.name}: `}
          {level
            ? `${t("{{count}} points", { count: level.points })} · ${level.text}`
            : t("a level that the rubric no longer has")}
        </Typography>
      );
    })}
  </>
);
