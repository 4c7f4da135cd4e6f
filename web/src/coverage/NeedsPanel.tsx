/** What the reviews of a class will need, against what it has not met yet. */
import Box from "@mui/material/Box";
import Link from "@mui/material/Link";
import Typography from "@mui/material/Typography";
import type { TopicNeed } from "@verdant/contract/coverage";
import { Link as RouterLink } from "react-router";
import { Bead } from "../ui/Bead.tsx";
import { counted, shortDate } from "../ui/dates.ts";
import { Failed, Loading } from "../ui/States.tsx";
import { useShowNeedsQuery } from "./api.ts";

export function NeedsPanel({ classId }: { classId: string }) {
  const { currentData: data, error } = useShowNeedsQuery({ params: { classId } }, { refetchOnMountOrArgChange: true });
  if (error) return <Failed error={error} />;
  if (!data) return <Loading what="what reviews will need" />;
  const short = data.topics.filter((topic) => topic.runsOutOn !== null);
  const lasting = data.topics.length - short.length;
  return (
    <Box component="section" aria-label="What reviews will need" sx={{ mt: 2 }}>
      <Typography variant="h2" sx={{ mb: 0.5 }}>
        What reviews will need
      </Typography>
      <Typography variant="body2" color="textSecondary" sx={{ mb: 1 }}>
        Returns planned and foreseen for {data.className} until {shortDate(data.until)}, {data.itemsPerReturn} questions
        each, against practice items that the class has not met.
      </Typography>
      {data.topics.length === 0 && <Typography variant="body2">Nothing is taught or scheduled yet.</Typography>}
      <Box component="ul" sx={{ m: 0, p: 0, listStyle: "none" }}>
        {short.map((topic) => (
          <Need key={topic.topicId} topic={topic} />
        ))}
      </Box>
      {lasting > 0 && (
        <Typography variant="body2" sx={{ mt: 1 }}>
          {short.length === 0
            ? "All topics last."
            : `${counted(lasting, "other topic")} ${lasting === 1 ? "lasts" : "last"}.`}
        </Typography>
      )}
    </Box>
  );
}

function Need({ topic }: { topic: TopicNeed }) {
  return (
    <Box component="li" sx={{ display: "flex", gap: 1, alignItems: "flex-start", mb: 1 }}>
      <Bead mark={topic.strand.letter} hue={topic.strand.hue} size={20} />
      <Typography variant="body2">
        <strong>{topic.name}</strong> runs out of unseen items in the week of{" "}
        <strong>{topic.runsOutOn && shortDate(topic.runsOutOn)}</strong>: {counted(topic.returns, "return")} will take{" "}
        {topic.needed}, there {topic.unseen === 1 ? "is" : "are"} {topic.unseen}.{" "}
        <Link component={RouterLink} to={`/bank/new?topic=${topic.topicId}`}>
          Write one
        </Link>
      </Typography>
    </Box>
  );
}
