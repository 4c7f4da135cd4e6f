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
import { counted } from "../ui/dates.ts";
import { Page } from "../ui/Page.tsx";
import { Empty, Failed, Loading } from "../ui/States.tsx";
import { Whisker, shareInWords } from "../ui/Whisker.tsx";
import { useShowBeforeTeachingQuery } from "./api.ts";

export function BeforeTeachingPage() {
  const { topicId = "" } = useParams();
  const navigate = useNavigate();
  const { currentData: data, error, refetch } = useShowBeforeTeachingQuery({ params: { topicId } });
  return (
    <Page
      title={data ? `Before you teach: ${data.topic}` : "Before you teach"}
      about={
        data &&
        (data.isNewestOnly
          ? `The newest ${counted(data.answers, "first answer")}; there are more, from before`
          : `${counted(data.answers, "first answer")} of all years`)
      }
      actions={
        <>
          <Box sx={{ width: 280 }}>
            <TopicField
              label="Topic"
              topicId={topicId}
              choose={(next) => {
                if (next) void navigate(`/before/${next}`);
              }}
            />
          </Box>
          <Button component={RouterLink} to={`/bank?topic=${topicId}`} variant="outlined">
            Items on it
          </Button>
        </>
      }
    >
      {error && <Failed error={error} retry={() => void refetch()} />}
      {!data && !error && <Loading what="what is known" />}
      {data?.answers === 0 && <Empty>Nobody has answered anything on this topic yet.</Empty>}
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
        <Part title="Wrong ideas to expect" isEmpty={ideas.length === 0} none="No named wrong idea has shown yet.">
          {ideas.map((one) => (
            <Line key={one.name} share={one.holders}>
              <strong>{one.name}</strong>: {shareInWords(one.holders)} showed it
              {one.repeaters.outOf > 0 && `; twice, ${one.repeaters.right} of ${one.repeaters.outOf} who could`}.{" "}
              <ItemLink id={one.itemId}>Ask it with item {one.itemNumber}</ItemLink>
            </Line>
          ))}
        </Part>
        <Part title="Other wrong answers" isEmpty={wrong.length === 0} none="No other wrong answer stands out.">
          {wrong.map((one) => (
            <Line key={`${one.itemId}${one.text}`} share={one.share}>
              “{one.text}”, {shareInWords(one.share)}, to <ItemLink id={one.itemId}>{one.stem}</ItemLink>
            </Line>
          ))}
        </Part>
      </Box>
      <Box sx={{ display: "grid", gap: 3 }}>
        <Part title="Hardest so far" isEmpty={hardest.length === 0} none="No item has five answers yet.">
          {hardest.map((one) => (
            <Line key={one.itemId} share={one.facility}>
              <ItemLink id={one.itemId}>{one.stem}</ItemLink> {shareInWords(one.facility)} right
            </Line>
          ))}
        </Part>
        <Part title="In students’ own words" isEmpty={reasons.length === 0} none="No student has said why yet.">
          {reasons.map((one, i) => (
            <li key={i}>
              “{one.text}” <ItemLink id={one.itemId}>{one.stem}</ItemLink>{" "}
              <Typography component="span" variant="body2" color="textSecondary">
                {one.year}
              </Typography>
            </li>
          ))}
        </Part>
        <Part title="Other years and classes" isEmpty={false} none="">
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
