import Box from "@mui/material/Box";
import Button from "@mui/material/Button";
import Paper from "@mui/material/Paper";
import Stack from "@mui/material/Stack";
import Tab from "@mui/material/Tab";
import Tabs from "@mui/material/Tabs";
import Typography from "@mui/material/Typography";
import type { Results } from "@verdant/contract/insight";
import { Link, useParams } from "react-router";
import { GoAheadsPanel } from "./GoAheadsPanel.tsx";
import { HowTheyGetIn } from "./HowTheyGetIn.tsx";
import {
  useShowReleaseQuery,
  useShutReleaseMutation,
  useHideResultsMutation,
  useOpenResultsMutation,
} from "../delivery/api.ts";
import { Word } from "../ui/Word.tsx";
import { problemOf } from "../platform/problem.ts";
import { useAddress } from "../platform/useAddress.ts";
import { useToast } from "../ui/Toasts.tsx";
import { outcomeInWords } from "../ui/outcomeInWords.ts";
import { Page } from "../ui/Page.tsx";
import { Failed, Loading } from "../ui/States.tsx";
import { useGoChanges } from "../platform/useGoChanges.ts";
import { SaveResults } from "./SaveResults.tsx";
import { MarkSpread } from "./MarkSpread.tsx";
import { PartsOfQuiz } from "./PartsOfQuiz.tsx";
import { GoingAgain } from "./GoingAgain.tsx";
import { ItemTable } from "./ItemTable.tsx";
import { StandardsPanel } from "./StandardsPanel.tsx";
import { StudentsPanel } from "./StudentsPanel.tsx";
import { Sentences } from "./Sentences.tsx";
import { TimedPanel } from "./TimedPanel.tsx";
import { useShowResultsQuery } from "./api.ts";
import { t } from "../platform/words.ts";

/** What a release says: sentences first, then item by item, weakest first. Always said what the figures are from. */
export function ResultsPage() {
  const { releaseId = "" } = useParams();
  const [search, change] = useAddress();
  const go = goNames.find((one) => one === search.get("go")) ?? "first";
  const classId = search.get("class") ?? undefined;
  const yearId = search.get("year") ?? undefined;
  const opening = useShowReleaseQuery({ params: { releaseId } }).data?.opening;
  const isHeard = useGoChanges(opening === "open" ? [releaseId] : []);
  const { data, error, isLoading, refetch } = useShowResultsQuery(
    { params: { releaseId }, query: { go, classId, yearId } },
    { pollingInterval: isHeard ? 60_000 : 10_000, skipPollingIfUnfocused: true, refetchOnMountOrArgChange: true },
  );
  const tab = (!data?.isOtherYear && tabs.find(([name]) => name === search.get("see"))?.[0]) || "items";
  const order = search.get("order") === "quiz" ? "quiz" : "weakest";
  const set = (name: string, value: string | null) => {
    change((next) => {
      if (value === null) next.delete(name);
      else next.set(name, value);
    });
  };
  return (
    <Page
      title={data?.name ?? t("Results")}
      about={data && <FromWhat results={data} set={set} />}
      actions={data && <Actions results={data} />}
    >
      {isLoading && <Loading what={t("results")} />}
      {error && <Failed error={error} retry={() => void refetch()} />}
      {data && (
        <Stack spacing={2}>
          {data.isOtherYear ? (
            <Typography>
              {t(
                "These questions as they were answered then, in every class and quiz that had them. Compare by the intervals: {{year}} tells about the questions, not about {{className}}.",
                { year: yearOf(data), className: data.className },
              )}
            </Typography>
          ) : (
            <Sentences results={data} />
          )}
          {data.handedIn === 0 && !data.isOtherYear && (
            <HowTheyGetIn releaseId={data.releaseId} classes={data.classes} />
          )}
          {!data.isOtherYear && <GoAheadsPanel releaseId={data.releaseId} />}
          {!data.isOtherYear && <TimedPanel releaseId={data.releaseId} />}
          {!data.isOtherYear && <MarkSpread results={data} />}
          {data.goes && <GoingAgain goes={data.goes} />}
          <Tabs
            value={tab}
            onChange={(_, name: string) => {
              set("see", name === "items" ? null : name);
            }}
            aria-label={t("What to look at")}
          >
            {tabs
              .filter(([name]) => name === "items" || !data.isOtherYear)
              .map(([name, word]) => (
                <Tab key={name} value={name} label={word} id={`tab-${name}`} aria-controls="results-panel" />
              ))}
          </Tabs>
          <div role="tabpanel" id="results-panel" aria-labelledby={`tab-${tab}`}>
            {tab === "items" && data.parts.length > 0 && <PartsOfQuiz parts={data.parts} />}
            {tab === "items" && (
              <section aria-labelledby="items-heading">
                <Box sx={{ display: "flex", flexWrap: "wrap", alignItems: "baseline", columnGap: 1.5, mb: 1 }}>
                  <Typography variant="h2" id="items-heading">
                    {t("Items")}
                  </Typography>
                  <Word
                    label={t("Order")}
                    value={order}
                    choices={orders}
                    onChange={(next) => {
                      set("order", next === "weakest" ? null : next);
                    }}
                  />
                </Box>
                <ItemTable results={order === "quiz" ? inOrderOfQuiz(data) : data} />
              </section>
            )}
            {tab === "standards" && <StandardsPanel results={data} />}
            {tab === "students" && <StudentsPanel results={data} />}
          </div>
          <Waiting results={data} />
        </Stack>
      )}
    </Page>
  );
}

const goNames = ["first", "last", "all"] as const;
const goWords = [
  ["first", t("first go")],
  ["last", t("last go")],
  ["all", t("all goes")],
] as const;
const orders = [
  ["weakest", t("weakest first")],
  ["quiz", t("in the order of the quiz")],
] as const;

const inOrderOfQuiz = (results: Results): Results => ({
  ...results,
  items: [...results.items].sort((a, b) => a.position - b.position),
});

const tabs = [
  ["items", t("Items")],
  ["standards", t("Standards")],
  ["students", t("Students")],
] as const;

const yearOf = ({ years, yearId }: Results) => years.find((one) => one.id === yearId)?.name.toLowerCase() ?? "";

/** What the figures are from always stands here, and is changed in place. */
function FromWhat({ results, set }: { results: Results; set: (name: string, value: string | null) => void }) {
  const release = useShowReleaseQuery({ params: { releaseId: results.releaseId } }).data;
  const outOf = release?.rules.outOf ?? null;
  return (
    <>
      <Word
        label={t("Class")}
        value={results.classId}
        choices={results.classes.map((one) => [one.id, one.name] as const)}
        onChange={(id) => {
          set("class", id === results.classes[0]?.id ? null : id);
        }}
      />{" "}
      ·{" "}
      {results.years.length > 1 ? (
        <Word
          label={t("Year")}
          value={results.yearId}
          choices={results.years.map((one) => [one.id, one.name.toLowerCase()] as const)}
          onChange={(id) => {
            set("year", id === results.years[0]?.id ? null : id);
          }}
        />
      ) : (
        yearOf(results)
      )}{" "}
      ·{" "}
      <Word
        label={t("Go")}
        value={results.go}
        choices={goWords}
        onChange={(go) => {
          set("go", go === "first" ? null : go);
        }}
      />{" "}
      {!results.isOtherYear &&
        t("· {{handedIn}} of {{students}} handed in", { handedIn: results.handedIn, students: results.students })}
      {outOf !== null && ` ${t("· in the marks out of {{outOf}}", { outOf })}`}
      {!results.isOtherYear && results.outcome.outOf > 0 && ` · ${outcomeInWords(results.outcome)}`}
    </>
  );
}

function Actions({ results }: { results: Results }) {
  const { data: release } = useShowReleaseQuery({ params: { releaseId: results.releaseId } });
  const [shut, { isLoading }] = useShutReleaseMutation();
  const say = useToast();
  const isOpen = release !== undefined && release.opening !== "shut";
  const [open, { isLoading: isOpening }] = useOpenResultsMutation();
  const onWord = release?.rules.openFrom === "word";
  const waitsForWord = onWord && release.resultsOpenedAt === null;
  const [hide, { isLoading: isHiding }] = useHideResultsMutation();
  const hideNow = async () => {
    const answer = await hide({ params: { releaseId: results.releaseId } });
    say(
      answer.error
        ? { text: problemOf(answer.error).detail, isError: true }
        : {
            text: t("Students no longer see their results. Who has read them has read them."),
            undo: () => void openNow(),
          },
    );
  };
  const openNow = async () => {
    const answer = await open({ params: { releaseId: results.releaseId } });
    say(
      answer.error
        ? { text: problemOf(answer.error).detail, isError: true }
        : { text: t("Students see their results now, within this quiz's rules."), undo: () => void hideNow() },
    );
  };
  const shutNow = async () => {
    const answer = await shut({ params: { releaseId: results.releaseId } });
    say(
      answer.error
        ? { text: problemOf(answer.error).detail, isError: true }
        : { text: t("Closed. What was in progress has been handed in as it stood.") },
    );
  };
  return (
    <>
      {waitsForWord && (
        <Button variant="outlined" disabled={isOpening} onClick={() => void openNow()}>
          {t("Show students their results")}
        </Button>
      )}
      {onWord && !waitsForWord && (
        <Button variant="outlined" disabled={isHiding} onClick={() => void hideNow()}>
          {t("Hide the results again")}
        </Button>
      )}
      {release?.opening === "open" && (
        <Button component={Link} to={`/results/${results.releaseId}/live`} variant="outlined">
          {t("Watch live")}
        </Button>
      )}
      {release && (
        <Button component={Link} to={`/results/${results.releaseId}/running`} variant="outlined">
          {isOpen ? t("Times, minutes, a word") : t("Open it again")}
        </Button>
      )}
      {isOpen && (
        <Button variant="outlined" disabled={isLoading} onClick={() => void shutNow()}>
          {t("Close it now")}
        </Button>
      )}
      {results.handedIn > 0 && !results.isOtherYear && <SaveResults results={results} />}
      <Button component={Link} to={`/plans/${results.classId}`} variant="contained">
        {t("See the plan of {{className}}", { className: results.className })}
      </Button>
    </>
  );
}

/** Who has not handed in yet. */
function Waiting({ results }: { results: Results }) {
  if (results.waiting.length === 0) return null;
  return (
    <section aria-labelledby="waiting-heading" id="waiting">
      <Typography variant="h2" id="waiting-heading" sx={{ mb: 1 }}>
        {t("Not handed in")}
      </Typography>
      <Paper sx={{ p: 2 }}>
        <Box component="ul" sx={{ m: 0, p: 0, listStyle: "none", columns: "200px", columnGap: 3 }}>
          {results.waiting.map((student) => (
            <Typography key={student.studentId} component="li" variant="body2">
              {student.name}
              {student.state === "running" && (
                <Box component="span" sx={{ color: "warning.dark", fontWeight: 700 }}>
                  {" "}
                  {t("in progress")}
                </Box>
              )}
            </Typography>
          ))}
        </Box>
      </Paper>
    </section>
  );
}
