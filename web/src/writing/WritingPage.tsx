/** A day of writing: who is on what, the goals and how far they are, what was written last, and what is twice. */
import { DndContext, PointerSensor, useDroppable, useSensor, useSensors, type DragEndEvent } from "@dnd-kit/core";
import Alert from "@mui/material/Alert";
import Box from "@mui/material/Box";
import Button from "@mui/material/Button";
import Link from "@mui/material/Link";
import Paper from "@mui/material/Paper";
import Stack from "@mui/material/Stack";
import Typography from "@mui/material/Typography";
import type { WritingDay } from "@verdant/contract/writing";
import { Link as RouterLink } from "react-router";
import { moment } from "../ui/dates.ts";
import { OnlyFirst } from "../ui/OnlyFirst.tsx";
import { Page } from "../ui/Page.tsx";
import { Failed, Loading } from "../ui/States.tsx";
import { useListTwinRequestsQuery } from "../bank/api.ts";
import { useGiveGoal } from "./useGiveGoal.ts";
import { Goals } from "./Goals.tsx";
import { useListWrittenTwiceQuery, useShowWritingDayQuery } from "./api.ts";
import { t } from "../platform/words.ts";

export function WritingPage() {
  const { data, error, refetch } = useShowWritingDayQuery(undefined, {
    pollingInterval: 10_000,
    skipPollingIfUnfocused: true,
    refetchOnMountOrArgChange: true,
  });
  const written = data?.people.reduce((sum, one) => sum + one.usable, 0) ?? 0;
  const begun = data?.people.reduce((sum, one) => sum + one.inProgress, 0) ?? 0;
  const give = useGiveGoal();
  const sensors = useSensors(useSensor(PointerSensor, { activationConstraint: { distance: 5 } }));
  const drop = ({ active, over }: DragEndEvent) => {
    const goal = data?.goals.find((one) => one.id === active.id);
    if (goal && over) void give(goal, String(over.id));
  };
  return (
    <Page
      title={t("Writing day")}
      about={data && t("{{count}} items today, {{begun}} in progress", { count: written, begun })}
      actions={
        <>
          <Button component={RouterLink} to="/bank">
            {t("Back to the bank")}
          </Button>
          <Button component={RouterLink} to="/bank/paste" variant="outlined">
            {t("Import items")}
          </Button>
          <Button component={RouterLink} to="/bank/new" variant="contained">
            {t("New item")}
          </Button>
        </>
      }
    >
      {error && <Failed error={error} retry={() => void refetch()} />}
      {!data && !error && <Loading what={t("the writing day")} />}
      {data && (
        <Box
          sx={{
            display: "grid",
            gridTemplateColumns: { xs: "minmax(0, 1fr)", md: "minmax(0, 1.4fr) minmax(0, 1fr)" },
            gap: 3,
            alignItems: "start",
          }}
        >
          <DndContext sensors={sensors} onDragEnd={drop}>
            <Stack spacing={3}>
              <People people={data.people} />
              <Goals goals={data.goals} people={data.people} />
            </Stack>
          </DndContext>
          <Stack spacing={3}>
            <TwinsAskedFor />
            <WrittenTwice />
            <Latest latest={data.latest} />
          </Stack>
        </Box>
      )}
    </Page>
  );
}

function People({ people }: { people: WritingDay["people"] }) {
  return (
    <section aria-labelledby="people-heading">
      <Typography variant="h2" id="people-heading" sx={{ mb: 1 }}>
        {t("Who is on what")}
      </Typography>
      <Paper component="ul" sx={{ m: 0, p: 0, listStyle: "none" }}>
        {people.map((one) => (
          <PersonRow key={one.personId} one={one} />
        ))}
      </Paper>
    </section>
  );
}

/** A goal can be dropped on it. */
function PersonRow({ one }: { one: WritingDay["people"][number] }) {
  const { setNodeRef, isOver } = useDroppable({ id: one.personId });
  return (
    <Box
      component="li"
      ref={setNodeRef}
      sx={{
        display: { xs: "flex", md: "grid" },
        flexWrap: "wrap",
        gridTemplateColumns: "170px 1fr auto",
        columnGap: 2,
        rowGap: 0.25,
        "& > *": { flex: { xs: "1 1 100%", md: "none" } },
        px: 2,
        py: 1.25,
        borderTop: 1,
        borderColor: "divider",
        "&:first-of-type": { borderTop: 0 },
        bgcolor: isOver ? "success.light" : "transparent",
      }}
    >
      <strong>{one.name}</strong>
      <span>
        {one.now.length === 0 ? (
          <Typography component="span" color="textSecondary">
            {t("not editing just now")}
          </Typography>
        ) : (
          one.now.map(({ item, topic }, i) => (
            <span key={item?.id ?? i}>
              {i > 0 && ", "}
              {item ? (
                <Link component={RouterLink} to={`/bank?item=${item.id}`}>
                  {t("item {{number}}", { number: item.number })}
                </Link>
              ) : (
                t("a new item")
              )}
              {topic && t(" on {{topic}}", { topic })}
            </span>
          ))
        )}
      </span>
      <span>
        {t("{{usable}} today", { usable: one.usable })}
        {one.inProgress > 0 && t(", {{inProgress}} in progress", { inProgress: one.inProgress })}
      </span>
    </Box>
  );
}

/** Each is begun as a variant, and known as its twin once it is written. */
function TwinsAskedFor() {
  const { requests = [], isMore } = useListTwinRequestsQuery(undefined, { refetchOnMountOrArgChange: true }).data ?? {};
  if (requests.length === 0) return null;
  return (
    <section aria-labelledby="asked-heading">
      <Typography variant="h2" id="asked-heading" sx={{ mb: 1 }}>
        {t("Twins asked for")}
      </Typography>
      <Paper component="ul" aria-labelledby="asked-heading" sx={{ m: 0, p: 0, listStyle: "none" }}>
        {requests.map((one) => (
          <Box
            component="li"
            key={one.id}
            sx={{ px: 2, py: 1.25, borderTop: 1, borderColor: "divider", "&:first-of-type": { borderTop: 0 } }}
          >
            <Link component={RouterLink} to={`/bank?item=${one.id}`}>
              {one.number}
            </Link>{" "}
            {one.stem}
            <Box sx={{ display: "flex", alignItems: "center", gap: 1 }}>
              <Typography variant="body2" color="textSecondary" sx={{ flex: 1 }}>
                {[one.use, one.topic ?? "no topic", `${one.by}, ${moment(one.at)}`].join(" · ")}
              </Typography>
              <Button
                size="small"
                component={RouterLink}
                to={`/bank/new?variantOf=${one.id}&twin=${one.use === "reserved" ? "explains" : "tests"}`}
              >
                {t("Write it")}
              </Button>
            </Box>
          </Box>
        ))}
      </Paper>
      <OnlyFirst
        isMore={isMore}
        text={t("Only the {{requests}} that have waited longest are listed.", { requests: requests.length })}
      />
    </section>
  );
}

function WrittenTwice() {
  const { data } = useListWrittenTwiceQuery(undefined, {
    pollingInterval: 60_000,
    skipPollingIfUnfocused: true,
    refetchOnMountOrArgChange: true,
  });
  if (!data || data.twice.length === 0) return null;
  return (
    <section aria-labelledby="twice-heading">
      <Typography variant="h2" id="twice-heading" sx={{ mb: 1 }}>
        {t("Perhaps written twice")}
      </Typography>
      <Stack spacing={1}>
        {data.twice.map(({ id, number, owner, stem, like }) => (
          <Alert key={id} severity="warning" icon={false}>
            <Link component={RouterLink} to={`/bank?item=${id}`}>
              {number}
            </Link>{" "}
            {stem} ({owner})
            <br />
            <Link component={RouterLink} to={`/bank?item=${like.id}`}>
              {like.number}
            </Link>{" "}
            {like.stem}
            <Typography variant="body2" sx={{ mt: 0.5 }}>
              {t("Keep one and retire the other, or make them look-alikes in the bank.")}
            </Typography>
          </Alert>
        ))}
      </Stack>
    </section>
  );
}

function Latest({ latest }: { latest: WritingDay["latest"] }) {
  return (
    <section aria-labelledby="latest-heading">
      <Typography variant="h2" id="latest-heading" sx={{ mb: 1 }}>
        {t("Written last")}
      </Typography>
      <Paper component="ul" sx={{ m: 0, p: 0, listStyle: "none" }}>
        {latest.slice(0, 12).map((one) => (
          <Box
            component="li"
            key={one.id}
            sx={{ px: 2, py: 1, borderTop: 1, borderColor: "divider", "&:first-of-type": { borderTop: 0 } }}
          >
            <Link
              component={RouterLink}
              to={`/bank?item=${one.id}`}
              underline="hover"
              color="inherit"
              sx={{ display: "block", overflow: "hidden", textOverflow: "ellipsis", whiteSpace: "nowrap" }}
            >
              {one.stem === "" ? t("no question yet") : one.stem}
            </Link>
            <Typography variant="body2" color="textSecondary">
              {one.number} · {one.owner} · {one.topic ?? t("no topic yet")} · {moment(one.at)}
              {one.status !== "approved" && (one.status === "draft" ? t(" · in progress") : t(" · in review"))}
            </Typography>
          </Box>
        ))}
      </Paper>
    </section>
  );
}
