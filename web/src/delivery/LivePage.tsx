/** A release while it runs: who is where, who asks for help, how each question goes so far. */
import Alert from "@mui/material/Alert";
import Box from "@mui/material/Box";
import Button from "@mui/material/Button";
import Paper from "@mui/material/Paper";
import Stack from "@mui/material/Stack";
import Typography from "@mui/material/Typography";
import type { Live, LiveStudent } from "@verdant/contract/live";
import { Link, useParams } from "react-router";
import { problemOf } from "../platform/problem.ts";
import { useAddress } from "../platform/useAddress.ts";
import { inAList, t } from "../platform/words.ts";
import { useServerNow } from "../team/api.ts";
import { momentNear } from "../ui/dates.ts";
import { Page } from "../ui/Page.tsx";
import { Word } from "../ui/Word.tsx";
import { Ring, type Segment } from "../ui/Ring.tsx";
import { Failed, Loading } from "../ui/States.tsx";
import { useToast } from "../ui/Toasts.tsx";
import { useHelpedMutation, useShowReleaseQuery } from "./api.ts";
import { LiveItems } from "./LiveItems.tsx";
import { LiveStudentCard } from "./LiveStudentCard.tsx";
import { askingInWords, isQuiet } from "./liveInWords.ts";
import { useLive } from "./useLive.ts";

export function LivePage() {
  const { releaseId = "" } = useParams();
  const release = useShowReleaseQuery({ params: { releaseId } });
  const { live, by, error } = useLive(releaseId);
  const [search, change] = useAddress();
  const isProjected = search.has("projector");
  const classes = [...new Set(live?.students.map((one) => one.className))];
  const className = classes.find((one) => one === search.get("class")) ?? null;
  const shown = live && ofClass(live, className);
  const failure = release.error ?? (live === null ? error : undefined);
  const project = (isOn: boolean) => {
    change((next) => {
      if (isOn) next.set("projector", "");
      else next.delete("projector");
    });
  };
  return (
    <Page
      title={release.data ? t("{{name}}, live", { name: release.data.name }) : t("Live")}
      about={
        release.data &&
        shown && (
          <>
            {classes.length > 1 ? (
              <Word
                label={t("Class")}
                value={className ?? ""}
                choices={[["", t("All classes")], ...classes.map((one) => [one, one] as const)]}
                onChange={(name) => {
                  change((next) => {
                    if (name === "") next.delete("class");
                    else next.set("class", name);
                  });
                }}
              />
            ) : (
              release.data.className
            )}
            {" · "}
            <Counts live={shown} shutsAt={release.data.shutsAt} />
          </>
        )
      }
      actions={
        <>
          <Button
            variant="outlined"
            aria-pressed={isProjected}
            onClick={() => {
              project(!isProjected);
            }}
          >
            {isProjected ? t("Show names and answers") : t("For the projector")}
          </Button>
          <Button component={Link} to={`/results/${releaseId}/running`} variant="outlined">
            {t("Times, minutes, a word")}
          </Button>
          <Button component={Link} to={`/results/${releaseId}`} variant="outlined">
            {t("See results")}
          </Button>
        </>
      }
    >
      {by === "asking" && live && (
        <Alert severity={error ? "warning" : "info"} sx={{ mb: 2 }}>
          {error
            ? t("The server cannot be reached at the moment. This is how it stood {{when}}.", {
                when: momentNear(live.now, new Date(live.now)),
              })
            : t("The network here lets no live connection through, so this is asked for every 5 seconds.")}
        </Alert>
      )}
      {failure ? (
        <Failed error={failure} retry={() => void release.refetch()} />
      ) : !shown ? (
        <Loading what={t("the quiz")} />
      ) : isProjected ? (
        <Projected live={shown} />
      ) : (
        <Watched
          live={shown}
          isTimed={(release.data?.rules.timeLimitMinutes ?? null) !== null}
          isLimited={(release.data?.rules.goes ?? null) !== null}
          isOfAll={className !== null}
        />
      )}
    </Page>
  );
}

const inState = (live: Live, state: LiveStudent["state"]) => live.students.filter((one) => one.state === state);

/** The students of one class; what was answered so far stays that of all. */
export const ofClass = (live: Live, className: string | null): Live =>
  className === null ? live : { ...live, students: live.students.filter((one) => one.className === className) };

/** "18 in progress, 7 handed in, 2 not begun · closes at 10:00" */
function Counts({ live, shutsAt }: { live: Live; shutsAt: string | null }) {
  const now = useServerNow();
  return (
    <>
      {[
        t("{{running}} in progress, {{handedIn}} handed in, {{notBegun}} not begun", {
          running: inState(live, "running").length,
          handedIn: inState(live, "handedIn").length,
          notBegun: inState(live, "notBegun").length,
        }),
        ...(shutsAt === null ? [] : [t("closes {{when}}", { when: momentNear(shutsAt, now()) })]),
      ].join(" · ")}
    </>
  );
}

function Watched(props: {
  live: Live;
  isTimed: boolean;
  isLimited: boolean;
  /** One class of several is shown; the questions are those of all. */
  isOfAll: boolean;
}) {
  const { live, isTimed, isLimited, isOfAll } = props;
  // The state is never older than some seconds; when nothing arrives, nothing else can be known either.
  const now = Date.parse(live.now);
  const [running, handedIn, notBegun] = [
    inState(live, "running"),
    inState(live, "handedIn"),
    inState(live, "notBegun"),
  ];
  const quiet = running.filter((one) => isQuiet(one, now)).length;
  return (
    <Stack spacing={2.5}>
      <Asking live={live} now={now} />
      <Group
        id="running"
        title={t("In progress: {{number}}", { number: running.length })}
        about={
          running.length === 0
            ? t("Nobody is in progress at the moment. Whoever begins shows here at once.")
            : quiet > 0
              ? t("{{count}} devices give no sign: without network, or put away. Their answers are safe on them.", {
                  count: quiet,
                })
              : null
        }
        live={live}
        students={running}
        now={now}
        isTimed={isTimed}
        isLimited={isLimited}
      />
      <LiveItems items={live.items} isOfAll={isOfAll} />
      {handedIn.length > 0 && (
        <Group
          id="handed-in"
          title={t("Handed in: {{number}}", { number: handedIn.length })}
          about={null}
          live={live}
          students={handedIn}
          now={now}
          isTimed={isTimed}
          isLimited={isLimited}
        />
      )}
      {notBegun.length > 0 && (
        <section aria-labelledby="not-begun-heading">
          <Typography variant="h2" id="not-begun-heading" sx={{ mb: 0.5 }}>
            {t("Not begun: {{number}}", { number: notBegun.length })}
          </Typography>
          <Typography>{inAList(notBegun.map((one) => one.name))}</Typography>
        </section>
      )}
    </Stack>
  );
}

function Group(props: {
  id: string;
  title: string;
  about: string | null;
  live: Live;
  students: readonly LiveStudent[];
  now: number;
  isTimed: boolean;
  isLimited: boolean;
}) {
  const { id, title, about, live, students, now, isTimed, isLimited } = props;
  return (
    <section aria-labelledby={`${id}-heading`}>
      <Typography variant="h2" id={`${id}-heading`} sx={{ mb: 0.5 }}>
        {title}
      </Typography>
      {about !== null && (
        <Typography variant="body2" color="textSecondary" sx={{ mb: 1 }}>
          {about}
        </Typography>
      )}
      <Box
        component="ul"
        aria-labelledby={`${id}-heading`}
        sx={{
          ...{ m: 0, mt: 1, p: 0, listStyle: "none", display: "grid", gap: 1 },
          gridTemplateColumns: "repeat(auto-fill, minmax(min(100%, 270px), 1fr))",
        }}
      >
        {students.map((one) => (
          <LiveStudentCard
            key={one.studentId}
            releaseId={live.releaseId}
            student={one}
            now={now}
            isTimed={isTimed}
            isLimited={isLimited}
          />
        ))}
      </Box>
    </section>
  );
}

/** Those who ask for help, who has waited longest first. */
function Asking({ live, now }: { live: Live; now: number }) {
  const [helped] = useHelpedMutation();
  const say = useToast();
  const asking = live.students
    .flatMap((one) =>
      one.helpAt === null || one.sittingId === null ? [] : [{ ...one, helpAt: one.helpAt, sittingId: one.sittingId }],
    )
    .sort((a, b) => a.helpAt.localeCompare(b.helpAt));
  return (
    <Box role="status">
      {asking.length > 0 && (
        <Paper
          component="section"
          aria-label={t("Who asks for help")}
          sx={{ px: 2, py: 1, borderLeft: 4, borderColor: "warning.main" }}
        >
          {asking.map((one) => (
            <Box
              key={one.studentId}
              sx={{ display: "flex", flexWrap: "wrap", alignItems: "center", columnGap: 1.5, py: 0.25 }}
            >
              <Typography sx={{ flex: "1 1 200px", minWidth: 0 }}>
                <strong>{one.name}</strong> {askingInWords(one.helpAt, now)}
                {one.at !== null && `, ${t("at question {{position}}", { position: one.at })}`}
              </Typography>
              <Button
                size="small"
                aria-label={t("Helped: {{name}}", { name: one.name })}
                onClick={() =>
                  void helped({ params: { releaseId: live.releaseId, sittingId: one.sittingId } }).then(({ error }) => {
                    if (error) say({ text: problemOf(error).detail, isError: true });
                  })
                }
              >
                {t("Helped")}
              </Button>
            </Box>
          ))}
        </Paper>
      )}
    </Box>
  );
}

/** For the whole room to see: how far all are together. No names, no answers. */
function Projected({ live }: { live: Live }) {
  const [running, handedIn] = [inState(live, "running").length, inState(live, "handedIn").length];
  const segments: Segment[] = [
    ...Array.from({ length: handedIn }, () => "done" as const),
    ...Array.from({ length: live.students.length - handedIn }, () => "open" as const),
  ];
  return (
    <Box sx={{ display: "grid", justifyItems: "center", gap: 2, py: { xs: 2, md: 5 } }}>
      <Ring
        segments={segments}
        size={280}
        centre={handedIn}
        label={t("{{handedIn}} of {{students}} handed in", { handedIn, students: live.students.length })}
      />
      <Typography sx={{ fontSize: "clamp(1.5rem, 4vw, 3rem)", fontWeight: 700, textAlign: "center" }}>
        {t("{{handedIn}} of {{students}} handed in", { handedIn, students: live.students.length })}
      </Typography>
      <Typography sx={{ fontSize: "clamp(1.125rem, 2.5vw, 2rem)", textAlign: "center" }} color="textSecondary">
        {t("{{running}} in progress", { running })}
      </Typography>
    </Box>
  );
}
