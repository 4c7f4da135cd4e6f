import Button from "@mui/material/Button";
import Link from "@mui/material/Link";
import Menu from "@mui/material/Menu";
import MenuItem from "@mui/material/MenuItem";
import type { QuizRow } from "@verdant/contract/quizList";
import { useState } from "react";
import { Link as RouterLink, useNavigate } from "react-router";
import { problemOf } from "../platform/problem.ts";
import { useToast } from "../ui/Toasts.tsx";
import { useClassFilter, useListClassesQuery } from "../courses/api.ts";
import { ClassSelect } from "../ui/ClassSelect.tsx";
import { moment } from "../ui/dates.ts";
import { LinkList } from "../ui/LinkList.tsx";
import { MorePages } from "../ui/MorePages.tsx";
import { Page } from "../ui/Page.tsx";
import { Empty, Failed, Loading } from "../ui/States.tsx";
import { useCreateQuizMutation, useListQuizzesInfiniteQuery } from "./api.ts";
import { t } from "../platform/words.ts";

/** The department's quizzes, newest first; of one class, or of all. */
export function QuizzesPage() {
  const { classId, ...filter } = useClassFilter();
  const list = useListQuizzesInfiniteQuery(classId === null ? {} : { classId });
  const { data, error, isLoading, refetch } = list;
  const quizzes = data?.pages.flatMap((page) => page.quizzes) ?? [];
  const total = data?.pages.at(-1)?.total ?? 0;
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
      {data && quizzes.length === 0 && (
        <Empty>
          {t(
            "No quiz yet. Compose one from what is due, on Today or in the plan of a class, or make an empty one and add to it.",
          )}
        </Empty>
      )}
      {quizzes.length > 0 && (
        <LinkList
          label={t("Quizzes")}
          columns="60px 1fr 90px 120px 220px"
          rows={quizzes.map((quiz) => ({
            id: quiz.id,
            to: `/quizzes/${quiz.id}`,
            name: quiz.name,
            before: [quiz.number],
            after: [
              quiz.className,
              t("{{count}} questions", { count: quiz.questions }),
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

const Fate = ({ quiz }: { quiz: QuizRow }) =>
  quiz.releasedAt && quiz.releaseId ? (
    <Link component={RouterLink} to={`/results/${quiz.releaseId}`}>
      {t("released {{releasedAt}}", { releasedAt: moment(quiz.releasedAt) })}
    </Link>
  ) : (
    `made ${moment(quiz.createdAt)}`
  );
