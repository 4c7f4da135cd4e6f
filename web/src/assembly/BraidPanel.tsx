/** The braid, with the line of checks over it. */
import Box from "@mui/material/Box";
import Collapse from "@mui/material/Collapse";
import IconButton from "@mui/material/IconButton";
import Link from "@mui/material/Link";
import Paper from "@mui/material/Paper";
import Tooltip from "@mui/material/Tooltip";
import Typography from "@mui/material/Typography";
import type { FixedPlace, Quiz } from "@verdant/contract/assembly";
import { Check, Redo2, TriangleAlert, Undo2 } from "lucide-react";
import { useEffect, useState, type ReactNode } from "react";
import { Braid, type BraidStrand } from "../ui/Braid.tsx";
import { undoKey } from "../ui/undoKey.ts";
import { DrawsSentence } from "../ui/DrawsSentence.tsx";
import { StaysLast } from "./StaysLast.tsx";
import type { Composer } from "./useComposer.ts";
import { shortfallInWords } from "../ui/shortfallInWords.ts";
import { useNames } from "./useNames.ts";
import { checkInWords } from "../ui/checkInWords.ts";
import { WhatIsThis } from "../ui/WhatIsThis.tsx";
import { t } from "../platform/words.ts";

export function BraidPanel(props: {
  quiz: Quiz;
  places: readonly FixedPlace[];
  composer: Composer;
  selectedId: string | null;
  select: (itemId: string) => void;
  move: (from: number, to: number) => void;
  requirements: { isOpen: boolean; toggle: () => void; panel: ReactNode };
}) {
  const { quiz, places, composer, selectedId, select, move, requirements } = props;
  const [isOpen, setOpen] = useState(false);
  const strands = new Map<string, BraidStrand>();
  for (const { strand } of quiz.mix)
    if (places.some((place) => place.strand.unitId === strand.unitId))
      strands.set(strand.unitId, { id: strand.unitId, name: strand.name, hue: strand.hue });
  for (const { strand } of places)
    if (!strands.has(strand.unitId))
      strands.set(strand.unitId, { id: strand.unitId, name: strand.name, hue: strand.hue });
  useUndoKeys(composer);
  const names = useNames(quiz);
  const toLookAt = quiz.checks.length + quiz.shortfalls.length;
  return (
    <Paper sx={{ px: 2, py: 1.25 }}>
      <Box sx={{ display: "flex", gap: 2, alignItems: "center", mb: 0.75, flexWrap: "wrap" }}>
        <Typography variant="body2">
          {wovenInWords(quiz.woven)}
          <WhatIsThis term="mixed" />
        </Typography>
        <Act
          text={t("Mix again")}
          press={() => {
            composer.order("woven");
          }}
        />
        <Act
          text={t("Easy to hard")}
          press={() => {
            composer.order("easyToHard");
          }}
        />
        <Act text={t("Requirements")} isOpen={requirements.isOpen} press={requirements.toggle} />
        <Step name={t("Undo")} step={quiz.undo} take={composer.undo} icon={<Undo2 size={16} />} />
        <Step name={t("Redo")} step={quiz.redo} take={composer.redo} icon={<Redo2 size={16} />} />
        <WhatIsThis term="braid" />
        <Box sx={{ flex: 1 }} />
        {toLookAt === 0 ? (
          <Typography
            variant="body2"
            color="primary"
            sx={{ fontWeight: 700, display: "flex", alignItems: "center", gap: 0.5 }}
          >
            <Check size={16} aria-hidden /> {t("No problems")}
          </Typography>
        ) : (
          <Link
            component="button"
            type="button"
            variant="body2"
            aria-expanded={isOpen}
            onClick={() => {
              setOpen(!isOpen);
            }}
            sx={{ color: "warning.dark", fontWeight: 700, display: "flex", alignItems: "center", gap: 0.5 }}
          >
            <TriangleAlert size={16} aria-hidden /> {t("{{toLookAt}} to look at", { toLookAt })}
          </Link>
        )}
        {quiz.gap !== null && (
          <Typography variant="body2" color="textSecondary">
            {quiz.gap === 0
              ? t("the best this bank can give today")
              : t("within {{gap}} of the best this bank can give", { gap: gapInWords(quiz.gap) })}
          </Typography>
        )}
      </Box>
      {requirements.panel}
      <Collapse in={(isOpen && toLookAt > 0) || quiz.shortfalls.length > 0}>
        <Box component="ul" sx={{ m: 0, mb: 1, pl: 2.5 }}>
          {quiz.shortfalls
            .map((one) => shortfallInWords(one, names))
            .map((text) => (
              <Typography key={text} component="li" variant="body2">
                {text}
              </Typography>
            ))}
          {isOpen &&
            quiz.checks.map((check) => (
              <Typography key={checkInWords(check)} component="li" variant="body2">
                {checkInWords(check)}
                {check.code === "optionMoves" && check.itemId !== undefined && <StaysLast itemId={check.itemId} />}
              </Typography>
            ))}
        </Box>
      </Collapse>
      <DrawsSentence quiz={quiz} space={0.75} />
      <Braid
        strands={[...strands.values()]}
        beads={places.map((place) => ({
          id: place.itemId,
          strandId: place.strand.unitId,
          label: `${place.stem} (${place.strand.name})`,
        }))}
        selectedId={selectedId}
        onSelect={select}
        onMove={move}
      />
    </Paper>
  );
}

function Act({ text, isOpen, press }: { text: string; isOpen?: boolean; press: () => void }) {
  return (
    <Link component="button" type="button" variant="body2" aria-expanded={isOpen} onClick={press}>
      {text}
    </Link>
  );
}

/** A colleague's change is theirs to take back; the button says whose it is. */
function Step(props: { name: string; step: Quiz["undo"]; take: () => void; icon: ReactNode }) {
  const { name, step, take, icon } = props;
  const isTheirs = step !== null && !step.isMine;
  return (
    <Tooltip
      describeChild
      title={isTheirs ? t("The last change is {{by}}’s; only they can undo it.", { by: step.by }) : ""}
    >
      <span>
        <IconButton size="small" aria-label={name} disabled={!step?.isMine} onClick={take}>
          {icon}
        </IconButton>
      </span>
    </Tooltip>
  );
}

/** Ctrl or Cmd Z undoes, with Shift it does again; before anything that hears it for all pages. */
function useUndoKeys({ undo, redo }: Composer) {
  useEffect(() => {
    const press = (event: KeyboardEvent) => {
      const asked = undoKey(event);
      if (!asked) return;
      event.preventDefault();
      if (asked === "redo") redo();
      else undo();
    };
    window.addEventListener("keydown", press, { capture: true });
    return () => {
      window.removeEventListener("keydown", press, { capture: true });
    };
  }, [undo, redo]);
}

const wovenInWords = (woven: number | null) =>
  woven === null
    ? t("Nothing to mix: any order is as good")
    : t("Topics mixed {{percent}}%", { percent: Math.round(100 * woven) });

/** Rounded up, so that the promise holds. */
const gapInWords = (gap: number) => (gap < 0.001 ? "0.1%" : `${(Math.ceil(gap * 1000) / 10).toFixed(1)}%`);
