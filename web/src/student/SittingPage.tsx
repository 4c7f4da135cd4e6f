import Alert from "@mui/material/Alert";
import Box from "@mui/material/Box";
import Button from "@mui/material/Button";
import { lazy, Suspense, useEffect, useState, type ReactNode } from "react";
import { useNavigate, useParams, useSearchParams } from "react-router";
import { News } from "./News.tsx";
import { Waiting } from "./Waiting.tsx";
import { loadQuestionList, QuestionView } from "./QuestionView.tsx";
import { StudentFrame } from "./StudentFrame.tsx";
import { useSitting } from "./useSitting.ts";
import { whereToGoOn } from "./whereToGoOn.ts";
import { t } from "../platform/words.ts";

// The first question shows without these; they come right after it, so that nothing waits for the network later.
const loadAllQuestions = async () => ({ default: (await import("./AllQuestions.tsx")).AllQuestions });
const loadLastLook = async () => ({ default: (await import("./LastLook.tsx")).LastLook });
const AllQuestions = lazy(loadAllQuestions);
const LastLook = lazy(loadLastLook);

/** How often handing in is tried again when the time is over, in milliseconds. */
const endedMs = 4000;

/** A sitting: one question after the other, then the last look. Needs only the token on this device, no session. */
export function SittingPage() {
  const { sittingId = "" } = useParams();
  const [search] = useSearchParams();
  const navigate = useNavigate();
  const here = useSitting(sittingId);
  const { sitting, condition } = here;
  const [position, setPosition] = useState<number | null>(null);
  const [isLastLook, setLastLook] = useState(false);
  const releaseId = search.get("release") ?? "";

  const isAll = sitting?.notice.paging === "all";
  useEffect(() => {
    if (sitting !== null)
      void Promise.allSettled([loadLastLook(), loadQuestionList(), ...(isAll ? [loadAllQuestions()] : [])]);
  }, [sitting, isAll]);

  const { handIn } = here;
  // The clock here is over: handed in as soon as the network lets it through, and until then nothing can be changed.
  useEffect(() => {
    if (condition !== "ended") return;
    const send = async () => {
      if (await handIn()) await navigate(`/result/${sittingId}`, { replace: true });
    };
    void send();
    const timer = setInterval(() => void send(), endedMs);
    return () => {
      clearInterval(timer);
    };
  }, [condition, handIn, navigate, sittingId]);

  useEffect(() => {
    if (condition !== "over") return;
    // Time is up, or it was handed in elsewhere: what waits is delivered, then how it went.
    void here
      .handIn()
      .then(() => navigate(`/result/${sittingId}`, { replace: true, state: { tooLate: here.countTooLate() } }));
  }, [condition, here, navigate, sittingId]);

  if (condition === "loading" || condition === "over") return <Waiting />;
  if (condition === "ended")
    return (
      <Notice
        text={
          here.saving === "waiting"
            ? t("Time is up. Your answers are safe on this device and are sent as soon as the network is back.")
            : t("Time is up. Your answers are being handed in.")
        }
      />
    );
  if (condition === "offline")
    return (
      <Notice
        text={t(
          "There is no network at the moment. Your answers are safe on this device; the quiz comes back as soon as the network does.",
        )}
      />
    );
  if (condition === "unknown" || !sitting) {
    return (
      <Notice
        text={t("This quiz is not open on this device.")}
        action={
          <Button variant="contained" href="/s">
            {t("Your quizzes")}
          </Button>
        }
      />
    );
  }
  if (condition === "elsewhere") {
    return (
      <Notice
        text={t("You carry on with this quiz on another device. Every answer from here has been saved.")}
        action={
          releaseId && (
            <Button variant="contained" onClick={() => void here.carryOnHere(releaseId)}>
              {t("Carry on here")}
            </Button>
          )
        }
      />
    );
  }
  if (position === null) {
    setPosition(whereToGoOn(sitting, here.isAnswered));
    return <Waiting />;
  }
  const show = (next: number) => {
    setLastLook(false);
    setPosition(next);
    window.scrollTo({ top: 0 });
  };
  const withNews = (page: ReactNode) => (
    <>
      <News messages={here.messages} endsAt={here.endsAt} />
      {page}
    </>
  );
  if (isLastLook)
    return withNews(
      <Suspense fallback={<Waiting />}>
        <LastLook
          here={here}
          sitting={sitting}
          show={show}
          done={() => void navigate(`/result/${sittingId}`, { replace: true })}
        />
      </Suspense>,
    );
  if (isAll)
    return withNews(
      <Suspense fallback={<Waiting />}>
        <AllQuestions
          here={here}
          sitting={sitting}
          position={position}
          toLastLook={() => {
            setLastLook(true);
          }}
        />
      </Suspense>,
    );
  return withNews(
    <QuestionView
      key={position}
      here={here}
      sitting={sitting}
      position={position}
      show={show}
      toLastLook={() => {
        setLastLook(true);
      }}
    />,
  );
}

function Notice({ text, action }: { text: string; action?: ReactNode }) {
  return (
    <StudentFrame title={t("Quiz")} bar={<strong>{t("Verdant Loop")}</strong>}>
      <Alert severity="info">{text}</Alert>
      <Box sx={{ mt: 2 }}>{action}</Box>
    </StudentFrame>
  );
}
