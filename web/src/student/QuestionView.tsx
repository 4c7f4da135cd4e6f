import Alert from "@mui/material/Alert";
import Box from "@mui/material/Box";
import Button from "@mui/material/Button";
import Link from "@mui/material/Link";
import Typography from "@mui/material/Typography";
import type { Sitting } from "@verdant/contract/delivery";
import { blankAnswer } from "@verdant/core/items/blank";
import type { Answer } from "@verdant/core/items/kinds";
import { lazy, Suspense, useEffect, useRef, useState } from "react";
import { Player } from "../player/Player.tsx";
import { StimulusView } from "../player/StimulusView.tsx";
import { AskForHelp } from "./AskForHelp.tsx";
import { loadLookedAt } from "./loadLookedAt.ts";
import { SittingBar } from "./SittingBar.tsx";
import { StudentFrame } from "./StudentFrame.tsx";
import type { SittingHere } from "./useSitting.ts";
import { WordsBefore } from "./WordsBefore.tsx";
import { numberOf, t } from "../platform/words.ts";

/** Comes right after the first question, so that opening it waits for nothing. */
export const loadQuestionList = async () => ({ default: (await import("./QuestionList.tsx")).QuestionList });
const QuestionList = lazy(loadQuestionList);

const LookedAtQuestion = lazy(loadLookedAt);

/** A field of one line, in which Enter has nothing else to do. */
const isTypedIn = (target: EventTarget): target is HTMLInputElement =>
  target instanceof HTMLInputElement && target.type === "text";

/** One question of a sitting. Typed questions go by: type, Enter. */
export function QuestionView(props: {
  here: SittingHere;
  sitting: Sitting;
  position: number;
  show: (position: number) => void;
  toLastLook: () => void;
}) {
  const { here, sitting, position, show, toLastLook } = props;
  const [isListOpen, setListOpen] = useState(false);
  const top = useRef<HTMLDivElement>(null);
  const isLast = position === sitting.items.length;
  const { watch } = here;
  useEffect(() => watch(position), [watch, position]);
  // Whoever reads by ear hears the new question first; where one types, one types at once, and the field says the question.
  useEffect(() => {
    const area = top.current;
    if (!area) return;
    const focusField = () => {
      const field = area.querySelector<HTMLInputElement>('input[type="text"]');
      field?.focus({ preventScroll: true });
      return field !== null;
    };
    if (focusField()) return;
    area.focus({ preventScroll: true });
    // The first question of its kind may come a moment later; nobody who has gone elsewhere meanwhile is called back.
    const comes = new MutationObserver(() => {
      if (document.activeElement !== area || focusField()) comes.disconnect();
    });
    comes.observe(area, { childList: true, subtree: true });
    return () => {
      comes.disconnect();
    };
  }, []);
  const goOn = () => {
    if (isLast) toLastLook();
    else show(position + 1);
  };
  const item = sitting.items.find((one) => one.position === position);
  const view = item?.view ?? null;
  const isMissing = view === null;
  const { flush, load } = here;
  // Where there is no going back, questions come a few at a time: what was shown is told, and the next ones are fetched.
  const fewLeft =
    sitting.notice.paging === "forwardOnly" &&
    sitting.items.some((one) => one.view === null && one.position > position && one.position <= position + 2);
  useEffect(() => {
    if (!fewLeft && !isMissing) return;
    const more = async () => {
      if (await flush()) await load();
    };
    void more();
    const timer = setInterval(() => void more(), 4000);
    return () => {
      clearInterval(timer);
    };
  }, [fewLeft, isMissing, flush, load]);
  if (!item) return null;
  if (!view)
    return (
      <StudentFrame title={t("Question {{position}}", { position })} bar={<strong>{t("Verdant Loop")}</strong>}>
        <Alert severity="info">
          {t("The next question comes as soon as the network is back. Your answers are safe.")}
        </Alert>
      </StudentFrame>
    );
  const given = here.given.get(position) ?? { answer: null, revisit: false };
  const record = (change: { answer?: Answer; revisit?: boolean }) =>
    void here.record(position, { ...given, ...change }, blankAnswer(view.kind));
  const onAnswer = here.isTimeUp
    ? undefined
    : (answer: Answer) => {
        record({ answer });
      };
  const stimulus = sitting.stimuli.find((one) => one.id === item.stimulusId);
  const isForwardOnly = sitting.notice.paging === "forwardOnly";
  return (
    <StudentFrame
      title={t("Question {{position}}", { position })}
      bar={
        <SittingBar
          here={here}
          sitting={sitting}
          centre={position}
          openList={() => {
            setListOpen(!isListOpen);
          }}
        />
      }
      foot={
        <>
          <Button
            variant="outlined"
            size="large"
            disabled={position === 1 || isForwardOnly}
            onClick={() => {
              show(position - 1);
            }}
          >
            {t("Back")}
          </Button>
          <Button variant="contained" size="large" onClick={goOn}>
            {isLast ? t("Before you hand in") : t("Next")}
          </Button>
        </>
      }
    >
      {isForwardOnly && position === 1 && (
        <Alert severity="info" sx={{ mb: 2 }}>
          {t("One question at a time: you cannot go back to an earlier one.")}
        </Alert>
      )}
      {isListOpen && !isForwardOnly && (
        <Suspense fallback={null}>
          <QuestionList
            here={here}
            sitting={sitting}
            current={position}
            show={(next) => {
              setListOpen(false);
              show(next);
            }}
          />
        </Suspense>
      )}
      <WordsBefore words={sitting.words} position={position} />
      <Box
        ref={top}
        tabIndex={-1}
        sx={{ outline: "none !important" }}
        onKeyDown={(event) => {
          if (event.key === "Enter" && isTypedIn(event.target) && !event.nativeEvent.isComposing) {
            event.preventDefault();
            const fields = [...(top.current?.querySelectorAll<HTMLInputElement>('input[type="text"]') ?? [])];
            const next = fields[fields.indexOf(event.target) + 1];
            const look = top.current?.querySelector<HTMLButtonElement>("[data-look]:not(:disabled)");
            if (next) next.focus();
            else if (look) look.focus();
            else goOn();
          }
        }}
      >
        <Typography component="h1" variant="body2" color="textSecondary" sx={{ mb: 0.5 }}>
          {t("Question {{position}} of {{questions}}", { position, questions: sitting.items.length })} ·{" "}
          {item.points === 1 ? t("1 point") : t("{{points}} points", { points: numberOf(item.points) })}
        </Typography>
        {stimulus && <StimulusView stimulus={stimulus.content} />}
        {sitting.notice.looksAtEach ? (
          <Suspense fallback={null}>
            <LookedAtQuestion here={here} item={item} view={view} answer={given.answer} onAnswer={onAnswer} />
          </Suspense>
        ) : (
          <Player view={view} answer={given.answer} name={`question ${position}`} onAnswer={onAnswer} />
        )}
      </Box>
      {!isForwardOnly && (
        <Link
          component="button"
          type="button"
          aria-pressed={given.revisit}
          onClick={() => {
            record({ revisit: !given.revisit });
          }}
          sx={{ mt: 2.5, fontSize: "1.0625rem", minHeight: 44, py: 1 }}
        >
          {given.revisit ? t("◆ Come back to this later: on") : t("◇ Come back to this later")}
        </Link>
      )}
      <AskForHelp here={here} />
    </StudentFrame>
  );
}
