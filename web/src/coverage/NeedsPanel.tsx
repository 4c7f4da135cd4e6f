/** What the reviews of a class will need, against what it has not met yet. */
import Box from "@mui/material/Box";
import Link from "@mui/material/Link";
import Typography from "@mui/material/Typography";
import type { TopicNeed } from "@verdant/contract/coverage";
import { Link as RouterLink } from "react-router";
import { Bead } from "../ui/Bead.tsx";
import { shortDate } from "../ui/dates.ts";
import { Failed, Loading } from "../ui/States.tsx";
import { useShowNeedsQuery } from "./api.ts";
import { t } from "../platform/words.ts";

export function NeedsPanel({ classId }: { classId: string }) {
  const { currentData: data, error } = useShowNeedsQuery({ params: { classId } }, { refetchOnMountOrArgChange: true });
  if (error) return <Failed error={error} />;
  if (!data) return <Loading what={t("what reviews will need")} />;
  const short = data.topics.filter((topic) => topic.runsOutOn !== null);
  const lasting = data.topics.length - short.length;
  return (
    <Box component="section" aria-label={t("What reviews will need")} sx={{ mt: 2 }}>
      <Typography variant="h2" sx={{ mb: 0.5 }}>
        {t("What reviews will need")}
      </Typography>
      <Typography variant="body2" color="textSecondary" sx={{ mb: 1 }}>
        {t(
          "Returns planned and foreseen for {{className}} until {{until}}, {{itemsPerReturn}} questions each, against practice items that the class has not met.",
          { className: data.className, until: shortDate(data.until), itemsPerReturn: data.itemsPerReturn },
        )}
      </Typography>
      {data.topics.length === 0 && <Typography variant="body2">{t("Nothing is taught or scheduled yet.")}</Typography>}
      <Box component="ul" sx={{ m: 0, p: 0, listStyle: "none" }}>
        {short.map((topic) => (
          <Need key={topic.topicId} topic={topic} />
        ))}
      </Box>
      {lasting > 0 && (
        <Typography variant="body2" sx={{ mt: 1 }}>
          {short.length === 0 ? t("All topics last.") : t("{{count}} other topics last.", { count: lasting })}
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
        <strong>{topic.name}</strong> {t("runs out of unseen items in the week of")}{" "}
        <strong>{topic.runsOutOn && shortDate(topic.runsOutOn)}</strong>
        {t(": {{count}} returns will take {{needed}} items; {{unseen}} left.", {
          count: topic.returns,
          needed: topic.needed,
          unseen: topic.unseen,
        })}{" "}
        <Link component={RouterLink} to={`/bank/new?topic=${topic.topicId}`}>
          {t("Write one")}
        </Link>
      </Typography>
    </Box>
  );
}
