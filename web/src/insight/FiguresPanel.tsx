/** Beside an item: how it went so far, how far that can be trusted, and where it is used. */
import Alert from "@mui/material/Alert";
import Box from "@mui/material/Box";
import Button from "@mui/material/Button";
import Link from "@mui/material/Link";
import Typography from "@mui/material/Typography";
import type { ItemFigures } from "@verdant/contract/figures";
import { Link as RouterLink } from "react-router";
import { useAskForTwinMutation, useChangeItemsMutation, useUndoChangeMutation } from "../bank/api.ts";
import { problemOf } from "../platform/problem.ts";
import { counted, shortDate } from "../ui/dates.ts";
import { useToast } from "../ui/Toasts.tsx";
import { Whisker, shareInWords } from "../ui/Whisker.tsx";
import { useShowItemFiguresQuery } from "./api.ts";

const trustWords: Record<ItemFigures["trust"], string> = {
  estimate: "writer's estimate",
  provisional: "provisional",
  settled: "settled",
};

export function FiguresPanel({ itemId, use }: { itemId: string; use: "practice" | "reserved" }) {
  const { data } = useShowItemFiguresQuery({ params: { itemId } }, { refetchOnMountOrArgChange: true });
  if (!data) return null;
  const { facility, agreement, climb, revisions, given, quizzes } = data;
  const answered = revisions.filter((one) => one.facility.outOf > 0);
  return (
    <Box component="section" aria-label="How it went and where it is used" sx={{ mt: 2 }}>
      <Typography variant="body2" component="h3" color="textSecondary" sx={{ fontWeight: 700, mb: 0.5 }}>
        How it went
      </Typography>
      {facility.outOf === 0 ? (
        <Typography variant="body2">
          {data.students === 0 ? "Never given." : `Given to ${counted(data.students, "student")}; no answers yet.`} Its
          difficulty is the writer&apos;s estimate.
        </Typography>
      ) : (
        <Box sx={{ display: "flex", flexWrap: "wrap", alignItems: "center", columnGap: 1 }}>
          <Whisker share={facility} width={130} />
          <Typography variant="body2">
            {shareInWords(facility)} · <strong>{trustWords[data.trust]}</strong>
          </Typography>
        </Box>
      )}
      {agreement && (
        <Typography variant="body2">
          Agrees with the rest of its quizzes: r {agreement.r.toFixed(2)} ({agreement.low.toFixed(2)} to{" "}
          {agreement.high.toFixed(2)})
        </Typography>
      )}
      {answered.length > 1 &&
        answered.map((one) => (
          <Box key={one.n} sx={{ display: "flex", alignItems: "center", gap: 1 }}>
            <Whisker share={one.facility} width={80} />
            <Typography variant="caption">
              revision {one.n}: {shareInWords(one.facility)}, {trustWords[one.trust]}
            </Typography>
          </Box>
        ))}
      {climb?.isLikely && (
        <Alert severity="warning" icon={false} sx={{ my: 1, py: 0.25 }}>
          It gets easier the more it is seen: {points(climb.slope)} (between {points(climb.low)} and{" "}
          {points(climb.high)}) of 100 each time twice as many have seen it. It may have got round.{" "}
          <KnownByNow itemId={itemId} use={use} />
        </Alert>
      )}
      {data.underOtherKeys > 0 && (
        <Typography variant="body2" color="textSecondary">
          {counted(data.underOtherKeys, "answer")} marked by a ruling for one quiz only{" "}
          {data.underOtherKeys === 1 ? "is" : "are"} not in these figures.
        </Typography>
      )}
      {data.students > 0 && (
        <Typography variant="body2" color="textSecondary">
          Seen by {counted(data.students, "student")}
          {data.lastUsedOn && `, last on ${shortDate(data.lastUsedOn)}`}
        </Typography>
      )}
      {(given.length > 0 || quizzes.length > 0) && (
        <Typography variant="body2" component="h3" color="textSecondary" sx={{ fontWeight: 700, mt: 1, mb: 0.5 }}>
          Where it is used
        </Typography>
      )}
      <Box component="ul" sx={{ m: 0, p: 0, listStyle: "none", fontSize: 13.5 }}>
        {given.slice(0, 8).map((one) => (
          <Box
            component="li"
            key={`${one.releaseId}${one.classId}`}
            sx={{ display: "flex", gap: 1, alignItems: "center" }}
          >
            <Whisker share={one.facility} width={60} />
            <span>
              <Link component={RouterLink} to={`/results/${one.releaseId}`}>
                {one.className}, {shortDate(one.on)}
              </Link>{" "}
              · {one.name} · {one.by}
            </span>
          </Box>
        ))}
        {given.length > 8 && (
          <li>
            and in {data.isMore.given && "more than "}
            {counted(given.length - 8, "other class", "other classes")}
          </li>
        )}
      </Box>
      {quizzes.length > 0 && (
        <Typography variant="body2" sx={{ mt: 0.5 }}>
          In{" "}
          {quizzes.slice(0, 6).map((quiz, i) => (
            <span key={quiz.id}>
              {i > 0 && ", "}
              <Link component={RouterLink} to={`/quizzes/${quiz.id}`}>
                quiz {quiz.number}
              </Link>
            </span>
          ))}
          {quizzes.length > 6 && ` and ${data.isMore.quizzes ? "more than " : ""}${quizzes.length - 6} more`}
        </Typography>
      )}
    </Box>
  );
}

/** What is to be done with an item that got round: out of tests, and another in its place. */
function KnownByNow({ itemId, use }: { itemId: string; use: "practice" | "reserved" }) {
  const [change, { isLoading }] = useChangeItemsMutation();
  const [undo] = useUndoChangeMutation();
  const [ask, { isLoading: isAsking }] = useAskForTwinMutation();
  const say = useToast();
  const fail = (error: unknown) => {
    say({ text: problemOf(error).detail, isError: true });
  };
  const takeBack = async (batchId: string) => {
    const { error } = await undo({ params: { batchId } });
    if (error) fail(error);
    else say({ text: "It is kept for tests again." });
  };
  const move = async () => {
    const { data, error } = await change({ body: { which: { itemIds: [itemId] }, change: { use: "practice" } } });
    if (error) fail(error);
    else say({ text: "It is for practice now.", undo: () => void takeBack(data.batchId) });
  };
  const want = async () => {
    const { error } = await ask({ params: { itemId }, body: { isWanted: true } });
    if (error) fail(error);
    else say({ text: "A twin is asked for: it stands on the writing day until somebody writes it." });
  };
  return (
    <Box sx={{ display: "flex", gap: 1, flexWrap: "wrap", mt: 0.5 }}>
      {use === "reserved" && (
        <Button size="small" variant="outlined" disabled={isLoading} onClick={() => void move()}>
          Move it to practice
        </Button>
      )}
      <Button size="small" disabled={isAsking} onClick={() => void want()}>
        Ask for a twin
      </Button>
      <Button
        size="small"
        component={RouterLink}
        to={`/bank/new?variantOf=${itemId}${use === "practice" ? "&twin=tests" : ""}`}
      >
        Write another
      </Button>
    </Box>
  );
}

const points = (share: number) => `${share >= 0 ? "+" : "−"}${Math.abs(Math.round(share * 100))}`;
