/** What a course shares with another, and what it has never used: topics are how items are reused. */
import Box from "@mui/material/Box";
import Link from "@mui/material/Link";
import Paper from "@mui/material/Paper";
import Typography from "@mui/material/Typography";
import type { Course } from "@verdant/contract/courses";
import type { Topic } from "@verdant/contract/standards";
import { Fragment } from "react";
import { Link as RouterLink } from "react-router";
import { t } from "../platform/words.ts";

export function SharedTopics(props: {
  topicIds: readonly string[];
  others: readonly Course[];
  topics: readonly Topic[];
}) {
  const { topicIds, others, topics } = props;
  const own = new Set(topicIds);
  const listed = new Set([
    ...own,
    ...others.flatMap((course) => course.units.flatMap((unit) => unit.topics.map((one) => one.id))),
  ]);
  const parents = new Set(topics.map((topic) => topic.parentId));
  const nowhere = topics.filter((topic) => !listed.has(topic.id) && !parents.has(topic.id));
  return (
    <Paper component="section" aria-label={t("Shared with other courses")} sx={{ p: 2 }}>
      <Typography variant="h2" sx={{ mb: 1 }}>
        {t("Shared with other courses")}
      </Typography>
      {others.map((course) => {
        const theirs = course.units.flatMap((unit) => unit.topics);
        return (
          <Box key={course.id} sx={{ mb: 1 }}>
            <strong>{course.name}</strong>
            {t(": both have")} <Names topics={theirs.filter((topic) => own.has(topic.id))} />
            {t("; only that one has")} <Names topics={theirs.filter((topic) => !own.has(topic.id))} />.
          </Box>
        );
      })}
      {nowhere.length > 0 && (
        <Box>
          {t("In no course:")} <Names topics={nowhere} />.
        </Box>
      )}
    </Paper>
  );
}

function Names({ topics }: { topics: readonly { readonly id: string; readonly name: string }[] }) {
  if (topics.length === 0) return <>{t("nothing")}</>;
  return (
    <>
      {topics.map((topic, i) => (
        <Fragment key={topic.id}>
          {i > 0 && ", "}
          <Link component={RouterLink} to={`/bank?topic=${topic.id}`} color="inherit">
            {topic.name}
          </Link>
        </Fragment>
      ))}
    </>
  );
}
