import Box from "@mui/material/Box";
import Typography from "@mui/material/Typography";
import type { Quiz } from "@verdant/contract/assembly";
import { useListDueQuery } from "../plan/api.ts";
import { reasonFor } from "../ui/dueReason.ts";
import { t } from "../platform/words.ts";

/** Each topic of the quiz with the plan's reason for it, in the plan's own words. */
export function WhyTheseTopics({ quiz }: { quiz: Quiz }) {
  const { data } = useListDueQuery({ params: { classId: quiz.classId } });
  const topics = data?.topics.filter((topic) => quiz.topicIds.includes(topic.topicId)) ?? [];
  if (!data || topics.length === 0) return null;
  const due = topics.filter((topic) => topic.why !== null).length;
  return (
    <Box component="details" sx={{ "& summary": { cursor: "pointer", color: "primary.main", fontWeight: 700 } }}>
      <summary>{t("Why these topics: {{due}} of {{topics}} due", { due, topics: topics.length })}</summary>
      <Box component="ul" sx={{ m: 0, mt: 0.5, pl: 2.5 }}>
        {topics.map((topic) => (
          <Typography key={topic.topicId} component="li" variant="body2">
            <strong>{topic.name}</strong>: {reasonFor(topic, data.today)}
          </Typography>
        ))}
      </Box>
    </Box>
  );
}
