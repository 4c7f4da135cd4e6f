/** What the draws of a quiz mean, and where to write more where they run out first. */
import Link from "@mui/material/Link";
import Typography from "@mui/material/Typography";
import type { Quiz } from "@verdant/contract/assembly";
import { Link as RouterLink } from "react-router";
import { t } from "../platform/words.ts";
import { drawsInWords } from "./drawsInWords.ts";

export function DrawsSentence({ quiz, space }: { quiz: Quiz; space: number }) {
  if (!quiz.draws) return null;
  const topic = topicToWriteOn(quiz);
  return (
    <Typography variant="body2" color="textSecondary" sx={{ mb: space }}>
      {drawsInWords(quiz.draws, quiz.students)}
      {topic && (
        <>
          {" "}
          <Link component={RouterLink} to={`/bank/new?topic=${topic.id}`}>
            {t("Write more on {{topic}}", { topic: topic.name })}
          </Link>
        </>
      )}
    </Typography>
  );
}

/** Of the pool that runs out first, the topic that has fewest questions in it. */
export function topicToWriteOn({ draws, parts, places }: Pick<Quiz, "draws" | "parts" | "places">) {
  const shortest = draws?.shortest;
  const inPart = (partId: string) => shortest?.parts.includes(parts.findIndex(({ id }) => id === partId) + 1) ?? true;
  const pool = places.flatMap((place) => (place.type === "draw" && inPart(place.partId) ? place.pool : []));
  const counts = new Map<string, { name: string; count: number }>();
  for (const { topicId, topic } of pool)
    if (topicId !== null) counts.set(topicId, { name: topic, count: (counts.get(topicId)?.count ?? 0) + 1 });
  const [fewest] = [...counts].sort(([, a], [, b]) => a.count - b.count);
  return fewest ? { id: fewest[0], name: fewest[1].name } : null;
}
