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
import { shortDate } from "../ui/dates.ts";
import { useToast } from "../ui/Toasts.tsx";
import { Whisker, shareInWords } from "../ui/Whisker.tsx";
import { DifferencesOf } from "../characteristics/DifferencesOf.tsx";
import { DoubtsOf } from "./DoubtsOf.tsx";
import { useShowItemFiguresQuery } from "./api.ts";
import { Fit } from "../ui/Fit.tsx";
import { t } from "../platform/words.ts";

const trustWords: Record<ItemFigures["trust"], string> = {
  estimate: t("writer's estimate"),
  provisional: t("provisional"),
  settled: t("settled"),
};

export function FiguresPanel({ itemId, use }: { itemId: string; use: "practice" | "reserved" }) {
  const { data } = useShowItemFiguresQuery({ params: { itemId } });
  if (!data) return null;
  const { facility, agreement, climb, revisions, given, quizzes } = data;
  const answered = revisions.filter((one) => one.facility.outOf > 0);
  return (
    <Box component="section" aria-label={t("Results and uses")} sx={{ mt: 2 }}>
      <Typography variant="body2" component="h3" color="textSecondary" sx={{ fontWeight: 700, mb: 0.5 }}>
        {t("Results so far")}
      </Typography>
      {facility.outOf === 0 ? (
        <Typography variant="body2">
          {t("{{students}} Its difficulty is the writer's estimate.", {
            students:
              data.students === 0
                ? t("Never used.")
                : t("Released to {{count}} students; no answers yet.", { count: data.students }),
          })}
        </Typography>
      ) : (
        <Box sx={{ display: "flex", flexWrap: "wrap", alignItems: "center", columnGap: 1 }}>
          <Whisker share={facility} width={130} />
          <Typography variant="body2">
            {shareInWords(facility)} · <strong>{trustWords[data.trust]}</strong>
          </Typography>
        </Box>
      )}
      {data.calibrated && (
        <Typography variant="body2">
          {t("Over all classes and years, of 100 average students {{low}} to {{high}} would get it right ·", {
            low: Math.round(data.calibrated.low * 100),
            high: Math.round(data.calibrated.high * 100),
          })}{" "}
          <strong>{trustWords[data.calibrated.trust]}</strong>
        </Typography>
      )}
      {agreement && <Fit agreement={agreement} />}
      {data.doubts && (
        <Alert severity={data.doubts.lookedAt ? "info" : "warning"} icon={false} sx={{ my: 1, py: 0.25 }}>
          <DoubtsOf itemId={itemId} doubts={data.doubts} />
        </Alert>
      )}
      {data.differences && <DifferencesOf differences={data.differences} />}
      {answered.length > 1 &&
        answered.map((one) => (
          <Box key={one.n} sx={{ display: "flex", alignItems: "center", gap: 1 }}>
            <Whisker share={one.facility} width={80} />
            <Typography variant="caption">
              {t("revision {{n}}: {{facility}}, {{trust}}", {
                n: one.n,
                facility: shareInWords(one.facility),
                trust: trustWords[one.trust],
              })}
            </Typography>
          </Box>
        ))}
      {climb?.isLikely && (
        <Alert severity="warning" icon={false} sx={{ my: 1, py: 0.25 }}>
          {t(
            "It gets easier the more it is seen: {{slope}} (between {{low}} and {{high}}) of 100 each time twice as many have seen it. It may have been passed on.",
            { slope: points(climb.slope), low: points(climb.low), high: points(climb.high) },
          )}{" "}
          <KnownByNow itemId={itemId} use={use} />
        </Alert>
      )}
      {climb && !climb.isLikely && (
        <Typography variant="body2" color="textSecondary">
          {t(
            "No sign that it has been passed on: each time twice as many have seen it, {{slope}} (between {{low}} and {{high}}) of 100 get it right more.",
            { slope: points(climb.slope), low: points(climb.low), high: points(climb.high) },
          )}
        </Typography>
      )}
      {data.underOtherKeys > 0 && (
        <Typography variant="body2" color="textSecondary">
          {t("{{count}} answers marked by a ruling for one quiz only are not in these figures.", {
            count: data.underOtherKeys,
          })}
        </Typography>
      )}
      {data.students > 0 && (
        <Typography variant="body2" color="textSecondary">
          {t("Seen by {{count}} students", { count: data.students })}
          {data.lastUsedOn && t(", last on {{lastUsedOn}}", { lastUsedOn: shortDate(data.lastUsedOn) })}
        </Typography>
      )}
      {(given.length > 0 || quizzes.length > 0) && (
        <Typography variant="body2" component="h3" color="textSecondary" sx={{ fontWeight: 700, mt: 1, mb: 0.5 }}>
          {t("Where it is used")}
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
            {t("and in")} {data.isMore.given && t("more than ")}
            {t("{{count}} other classes", { count: given.length - 8 })}
          </li>
        )}
      </Box>
      {quizzes.length > 0 && (
        <Typography variant="body2" sx={{ mt: 0.5 }}>
          {t("In")}{" "}
          {quizzes.slice(0, 6).map((quiz, i) => (
            <span key={quiz.id}>
              {i > 0 && ", "}
              <Link component={RouterLink} to={`/quizzes/${quiz.id}`}>
                {t("quiz {{number}}", { number: quiz.number })}
              </Link>
            </span>
          ))}
          {quizzes.length > 6 &&
            (data.isMore.quizzes
              ? t(" and more than {{others}} more", { others: quizzes.length - 6 })
              : t(" and {{others}} more", { others: quizzes.length - 6 }))}
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
    else say({ text: t("It is reserved for tests again.") });
  };
  const move = async () => {
    const { data, error } = await change({ body: { which: { itemIds: [itemId] }, change: { use: "practice" } } });
    if (error) fail(error);
    else say({ text: t("It is for practice now."), undo: () => void takeBack(data.batchId) });
  };
  const want = async () => {
    const { error } = await ask({ params: { itemId }, body: { isWanted: true } });
    if (error) fail(error);
    else say({ text: t("A twin is asked for: it stands on the writing day until somebody writes it.") });
  };
  return (
    <Box sx={{ display: "flex", gap: 1, flexWrap: "wrap", mt: 0.5 }}>
      {use === "reserved" && (
        <Button size="small" variant="outlined" disabled={isLoading} onClick={() => void move()}>
          {t("Move it to practice")}
        </Button>
      )}
      <Button size="small" disabled={isAsking} onClick={() => void want()}>
        {t("Ask for a twin")}
      </Button>
      <Button
        size="small"
        component={RouterLink}
        to={`/bank/new?variantOf=${itemId}${use === "practice" ? "&twin=tests" : ""}`}
      >
        {t("Write another")}
      </Button>
    </Box>
  );
}

const points = (share: number) => `${share >= 0 ? "+" : "−"}${Math.abs(Math.round(share * 100))}`;
