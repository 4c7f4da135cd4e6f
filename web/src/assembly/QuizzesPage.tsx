import Button from "@mui/material/Button";
import Link from "@mui/material/Link";
import Menu from "@mui/material/Menu";
import MenuItem from "@mui/material/MenuItem";
import { quizStates, type QuizRow } from "@verdant/contract/quizList";
import { useState } from "react";
import { Link as RouterLink, useNavigate } from "react-router";
import { problemOf } from "../platform/problem.ts";
import { useToast } from "../ui/Toasts.tsx";
import { useClassFilter, useListClassesQuery } from "../courses/api.ts";
import { ClassSelect } from "../ui/ClassSelect.tsx";
import { momentNear } from "../ui/dates.ts";
import { ListFilter, useListFilter } from "../ui/ListFilter.tsx";
import { StrandBeads } from "../ui/StrandBeads.tsx";
import { LinkList } from "../ui/LinkList.tsx";
import { MorePages } from "../ui/MorePages.tsx";
import { Page } from "../ui/Page.tsx";
import { Empty, Failed, Loading } from "../ui/States.tsx";
import { useCreateQuizMutation, useListQuizzesInfiniteQuery } from "./api.ts";
import { t } from "../platform/words.ts";
import { useServerNow } from "../team/api.ts";

/** The department's quizzes; of one class, or of all. */
export function QuizzesPage() {
  const { classId, ...filter } = useClassFilter();
  const narrowed = useListFilter(quizStates);
  const { text, state, order } = narrowed;
  const list = useListQuizzesInfiniteQuery({ order, text, ...(state && { state }), ...(classId && { classId }) });
  const { data, error, isLoading, refetch } = list;
  const quizzes = data?.pages.flatMap((page) => page.quizzes) ?? [];
  const total = data?.pages.at(-1)?.total ?? 0;
  const states = data?.pages[0]?.states ?? { waiting: 0, released: 0 };
  return (
    <Page
      title={t("Quizzes")}
      about={data && t("{{count}} quizzes", { count: total })}
      actions={
        <>
          <ClassSelect all value={classId} {...filter} />
          <NewQuiz classId={classId} />
        </>
      }
    >
      {isLoading && <Loading what={t("quizzes")} />}
      {error && <Failed error={error} retry={() => void refetch()} />}
      {data && (quizzes.length > 0 || narrowed.isNarrowed) && (
        <ListFilter
          filter={narrowed}
          label={t("Search quizzes")}
          states={[
            ["waiting", t("Not released yet: {{number}}", { number: states.waiting })],
            ["released", t("Released: {{number}}", { number: states.released })],
          ]}
        />
      )}
      {data && quizzes.length === 0 && narrowed.isNarrowed && <Empty>{t("No quiz is like that.")}</Empty>}
      {data && quizzes.length === 0 && !narrowed.isNarrowed && (
        <Empty>
          {t(
            "No quiz yet. Compose one from what is due, on Today or in the plan of a class, or make an empty one and add to it.",
          )}
        </Empty>
      )}
      {quizzes.length > 0 && (
        <LinkList
          label={t("Quizzes")}
          columns="44px minmax(0, 1fr) 60px 230px 220px"
          rows={quizzes.map((quiz) => ({
            id: quiz.id,
            to: `/quizzes/${quiz.id}`,
            name: quiz.name,
            before: [quiz.number],
            after: [
              quiz.className,
              <StrandBeads key="beads" strands={quiz.strands} questions={quiz.questions} />,
              <Fate key="fate" quiz={quiz} />,
            ],
          }))}
        />
      )}
      <MorePages list={list} shown={quizzes.length} total={total} />
    </Page>
  );
}

/** An empty quiz for a class, to be filled by hand. */
function NewQuiz({ classId }: { classId: string | null }) {
  const { data } = useListClassesQuery();
  const [createQuiz, { isLoading }] = useCreateQuizMutation();
  const [anchor, setAnchor] = useState<HTMLElement | null>(null);
  const navigate = useNavigate();
  const say = useToast();
  const make = async (id: string) => {
    setAnchor(null);
    const { data: quiz, error } = await createQuiz({ body: { classId: id, itemIds: [] } });
    if (error) say({ text: problemOf(error).detail, isError: true });
    else await navigate(`/quizzes/${quiz.id}`);
  };
  const classes = data?.classes ?? [];
  return (
    <>
      <Button
        variant="contained"
        loading={isLoading}
        disabled={classes.length === 0}
        aria-haspopup={classId === null ? "menu" : undefined}
        onClick={(event) => {
          if (classId !== null) void make(classId);
          else setAnchor(event.currentTarget);
        }}
      >
        {t("New quiz")}
      </Button>
      <Menu
        anchorEl={anchor}
        open={anchor !== null}
        onClose={() => {
          setAnchor(null);
        }}
      >
        {classes.map((one) => (
          <MenuItem key={one.id} onClick={() => void make(one.id)}>
            {t("for {{className}}", { className: one.name })}
          </MenuItem>
        ))}
      </Menu>
    </>
  );
}

function Fate({ quiz: { releaseId, releasedAt, createdAt } }: { quiz: QuizRow }) {
  const now = useServerNow()();
  if (releasedAt === null || releaseId === null)
    return t("made {{createdAt}}", { createdAt: momentNear(createdAt, now) });
  return (
    <Link component={RouterLink} to={`/results/${releaseId}`}>
      {t("released {{releasedAt}}", { releasedAt: momentNear(releasedAt, now) })}
    </Link>
  );
}
