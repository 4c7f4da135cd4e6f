import Link from "@mui/material/Link";
import type { QuizRow } from "@verdant/contract/assembly";
import { Link as RouterLink } from "react-router";
import { useClassFilter } from "../courses/api.ts";
import { ClassSelect } from "../ui/ClassSelect.tsx";
import { counted, moment } from "../ui/dates.ts";
import { LinkList } from "../ui/LinkList.tsx";
import { Page } from "../ui/Page.tsx";
import { Empty, Failed, Loading } from "../ui/States.tsx";
import { useListQuizzesQuery } from "./api.ts";

/** The department's quizzes, newest first; of one class, or of all. */
export function QuizzesPage() {
  const { data, error, isLoading, refetch } = useListQuizzesQuery({ query: {} });
  const { classId, ...filter } = useClassFilter();
  const quizzes = data?.quizzes.filter((quiz) => classId === null || quiz.classId === classId) ?? [];
  return (
    <Page
      title="Quizzes"
      about={data && counted(quizzes.length, "quiz", "quizzes")}
      actions={<ClassSelect all value={classId} {...filter} />}
    >
      {isLoading && <Loading what="quizzes" />}
      {error && <Failed error={error} retry={() => void refetch()} />}
      {data && quizzes.length === 0 && (
        <Empty>No quiz yet. Compose one from what is due, on Today or in the plan of a class.</Empty>
      )}
      {quizzes.length > 0 && (
        <LinkList
          label="Quizzes"
          columns="60px 1fr 90px 120px 220px"
          rows={quizzes.map((quiz) => ({
            id: quiz.id,
            to: `/quizzes/${quiz.id}`,
            name: quiz.name,
            before: [quiz.number],
            after: [quiz.className, counted(quiz.questions, "question"), <Fate key="fate" quiz={quiz} />],
          }))}
        />
      )}
    </Page>
  );
}

const Fate = ({ quiz }: { quiz: QuizRow }) =>
  quiz.releasedAt && quiz.releaseId ? (
    <Link component={RouterLink} to={`/results/${quiz.releaseId}`}>
      released {moment(quiz.releasedAt)}
    </Link>
  ) : (
    `made ${moment(quiz.createdAt)}`
  );
