/** Before a topic is taught: what was hard, which wrong ideas students showed, how other classes did. Without names. */
import Box from "@mui/material/Box";
import Button from "@mui/material/Button";
import Link from "@mui/material/Link";
import Paper from "@mui/material/Paper";
import Typography from "@mui/material/Typography";
import type { BeforeTeaching } from "@verdant/contract/beforeTeaching";
import type { ReactNode } from "react";
import { Link as RouterLink, useNavigate, useParams } from "react-router";
import { TopicField } from "../standards/TopicField.tsx";
import { Page } from "../ui/Page.tsx";
import { Empty, Failed, Loading } from "../ui/States.tsx";
import { Whisker, shareInWords } from "../ui/Whisker.tsx";
import { useShowBeforeTeachingQuery } from "./api.ts";
import { t } from "../platform/words.ts";

export function BeforeTeachingPage() {
  const { topicId = "" } = useParams();
  const navigate = useNavigate();
  const { currentData: data, error, refetch } = useShowBeforeTeachingQuery({ params: { topicId } });
  return (
    <Page
      title={data ? t("Before you teach: {{topic}}", { topic: data.topic }) : t("Before you teach")}
      about={
        data &&
        (data.isNewestOnly
          ? t("The newest {{count}} first answers; there are more, from before", { count: data.answers })
          : t("{{count}} first answers of all years", { count: data.answers }))
      }
      actions={
        <>
          <Box sx={{ width: 280 }}>
            <TopicField
              label={t("Topic")}
              topicId={topicId}
              choose={(next) => {
                if (next) void navigate(`/before/${next}`);
              }}
            />
          </Box>
          <Button component={RouterLink} to={`/bank?topic=${topicId}`} variant="outlined">
            {t("Items on it")}
          </Button>
        </>
      }
    >
      {error && <Failed error={error} retry={() => void refetch()} />}
      {!data && !error && <Loading what={t("what is known")} />}
      {data?.answers === 0 && <Empty>{t("Nobody has answered anything on this topic yet.")}</Empty>}
      {data && data.answers > 0 && <Known known={data} />}
    </Page>
  );
}

function Known({ known }: { known: BeforeTeaching }) {
  const { ideas, hardest, wrong, reasons, classes } = known;
  return (
    <Box
      sx={{
        display: "grid",
        gridTemplateColumns: { xs: "minmax(0, 1fr)", md: "minmax(0, 1fr) minmax(0, 1fr)" },
        gap: 3,
        alignItems: "start",
      }}
    >
      <Box sx={{ display: "grid", gap: 3 }}>
        <Part
          title={t("Wrong ideas to expect")}
          isEmpty={ideas.length === 0}
          none={t("No named wrong idea has shown yet.")}
        >
          {ideas.map((one) => (
            <Line key={one.name} share={one.holders}>
              <strong>{one.name}</strong>
              {t(": {{holders}} showed it", { holders: shareInWords(one.holders) })}
              {one.repeaters.outOf > 0 &&
                t("; twice, {{right}} of {{outOf}} who could", {
                  right: one.repeaters.right,
                  outOf: one.repeaters.outOf,
                })}
              .{" "}
              <ItemLink id={one.itemId}>
                {t("Ask it with item {{itemNumber}}", { itemNumber: one.itemNumber })}
              </ItemLink>
            </Line>
          ))}
        </Part>
        <Part
          title={t("Other wrong answers")}
          isEmpty={wrong.length === 0}
          none={t("No other wrong answer stands out.")}
        >
          {wrong.map((one) => (
            <Line key={`${one.itemId}${one.text}`} share={one.share}>
              {t("“{{text}}”, {{share}}, to", { text: one.text, share: shareInWords(one.share) })}{" "}
              <ItemLink id={one.itemId}>{one.stem}</ItemLink>
            </Line>
          ))}
        </Part>
      </Box>
      <Box sx={{ display: "grid", gap: 3 }}>
        <Part title={t("Hardest so far")} isEmpty={hardest.length === 0} none={t("No item has five answers yet.")}>
          {hardest.map((one) => (
            <Line key={one.itemId} share={one.facility}>
              <ItemLink id={one.itemId}>{one.stem}</ItemLink>{" "}
              {t("{{facility}} right", { facility: shareInWords(one.facility) })}
            </Line>
          ))}
        </Part>
        <Part
          title={t("In students’ own words")}
          isEmpty={reasons.length === 0}
          none={t("No student has said why yet.")}
        >
          {reasons.map((one, i) => (
            <li key={i}>
              “{one.text}” <ItemLink id={one.itemId}>{one.stem}</ItemLink>{" "}
              <Typography component="span" variant="body2" color="textSecondary">
                {one.year}
              </Typography>
            </li>
          ))}
        </Part>
        <Part title={t("Other years and classes")} isEmpty={false} none="">
          {classes.map((one) => (
            <Line key={one.classId} share={one.facility}>
              <strong>{one.className}</strong>, {one.year}: {shareInWords(one.facility)}
            </Line>
          ))}
        </Part>
      </Box>
    </Box>
  );
}

function Part(props: { title: string; isEmpty: boolean; none: string; children: ReactNode }) {
  const { title, isEmpty, none, children } = props;
  return (
    <Paper component="section" aria-label={title} sx={{ p: 2 }}>
      <Typography variant="h2" sx={{ mb: 1 }}>
        {title}
      </Typography>
      {isEmpty ? (
        <Typography color="textSecondary">{none}</Typography>
      ) : (
        <Box component="ul" sx={{ m: 0, p: 0, listStyle: "none", display: "grid", gap: 1 }}>
          {children}
        </Box>
      )}
    </Paper>
  );
}

function Line({ share, children }: { share: Parameters<typeof Whisker>[0]["share"]; children: ReactNode }) {
  return (
    <Box component="li" sx={{ display: "grid", gridTemplateColumns: "100px 1fr", gap: 1.5, alignItems: "center" }}>
      <Whisker share={share} width={100} />
      <span>{children}</span>
    </Box>
  );
}

const ItemLink = ({ id, children }: { id: string; children: ReactNode }) => (
  <Link component={RouterLink} to={`/bank?item=${id}`}>
    {children}
  </Link>
);
