import Box from "@mui/material/Box";
import Link from "@mui/material/Link";
import Paper from "@mui/material/Paper";
import Typography from "@mui/material/Typography";
import { Link as RouterLink } from "react-router";
import { counted, moment } from "../ui/dates.ts";
import { Page } from "../ui/Page.tsx";
import { Empty, Failed, Loading } from "../ui/States.tsx";
import { useListQuizzesQuery } from "./api.ts";

/** The department's quizzes, newest first. */
export function QuizzesPage() {
  const { data, error, isLoading, refetch } = useListQuizzesQuery();
  return (
    <Page title="Quizzes" about={data && counted(data.quizzes.length, "quiz", "quizzes")}>
      {isLoading && <Loading what="quizzes" />}
      {error && <Failed error={error} retry={() => void refetch()} />}
      {data?.quizzes.length === 0 && (
        <Empty>No quiz yet. Compose one from what is due, on Today or in the plan of a class.</Empty>
      )}
      {data && data.quizzes.length > 0 && (
        <Paper component="ul" aria-label="Quizzes" sx={{ m: 0, p: 0, listStyle: "none" }}>
          {data.quizzes.map((quiz) => (
            <Box
              component="li"
              key={quiz.id}
              sx={{
                display: "grid",
                gridTemplateColumns: "60px 1fr 90px 120px 220px",
                gap: 2,
                px: 2,
                py: 1.25,
                alignItems: "baseline",
                borderTop: 1,
                borderColor: "divider",
                "&:first-of-type": { borderTop: 0 },
              }}
            >
              <Typography variant="body2" color="textSecondary">
                {quiz.number}
              </Typography>
              <Link
                component={RouterLink}
                to={`/quizzes/${quiz.id}`}
                color="inherit"
                underline="hover"
                sx={{ fontWeight: 700 }}
              >
                {quiz.name}
              </Link>
              <Typography variant="body2">{quiz.className}</Typography>
              <Typography variant="body2">{counted(quiz.questions, "question")}</Typography>
              <Typography variant="body2" color="textSecondary">
                {quiz.releasedAt && quiz.releaseId ? (
                  <Link component={RouterLink} to={`/results/${quiz.releaseId}`}>
                    released {moment(quiz.releasedAt)}
                  </Link>
                ) : (
                  `made ${moment(quiz.createdAt)}`
                )}
              </Typography>
            </Box>
          ))}
        </Paper>
      )}
    </Page>
  );
}
