import Alert from "@mui/material/Alert";
import Box from "@mui/material/Box";
import Button from "@mui/material/Button";
import LinearProgress from "@mui/material/LinearProgress";
import Paper from "@mui/material/Paper";
import Typography from "@mui/material/Typography";
import type { Result } from "@verdant/contract/endpoint";
import type { showResult } from "@verdant/contract/delivery";
import type { ReactNode } from "react";
import { Link, useParams } from "react-router";
import { problemOf } from "../platform/problem.ts";
import { Player } from "../player/Player.tsx";
import { RichTextView } from "../player/RichTextView.tsx";
import { Ring } from "../ui/Ring.tsx";
import { useShowResultQuery } from "./api.ts";
import { StudentFrame } from "./StudentFrame.tsx";
import { dayOf, numberOf, t } from "./words.ts";

type Shown = Result<typeof showResult>;

/** How a sitting went, as far as its rules show it: what was right, why, and what to do next. */
export function ResultPage() {
  const { sittingId = "" } = useParams();
  const { data, error, refetch } = useShowResultQuery({ params: { sittingId } }, { refetchOnMountOrArgChange: true });
  if (error) {
    return (
      <StudentFrame title={t("How it went")} bar={<strong>Verdant Loop</strong>}>
        <Alert
          severity="warning"
          action={
            <Button color="inherit" onClick={() => void refetch()}>
              {t("Try again")}
            </Button>
          }
        >
          {problemOf(error).detail}
        </Alert>
        <Button component={Link} to="/" sx={{ mt: 2 }} variant="outlined">
          {t("What now")}
        </Button>
      </StudentFrame>
    );
  }
  if (!data) return <LinearProgress aria-label={t("Loading")} />;
  const segments = data.items.map((item) => (item.credit === 1 ? ("done" as const) : ("open" as const)));
  return (
    <StudentFrame
      title={t("How it went")}
      bar={
        <>
          {segments.length > 0 && (
            <Ring size={60} segments={segments} centre={segments.filter((one) => one === "done").length} label="" />
          )}
          <Box>
            <Typography variant="h2" component="p">
              {data.name}
            </Typography>
            <Typography variant="body2" color="textSecondary">
              {t("handed in on {{day}}", { day: dayOf(data.handedInAt) })}
            </Typography>
          </Box>
        </>
      }
      foot={
        <Button component={Link} to="/" variant="contained" size="large">
          {t("What now")}
        </Button>
      }
    >
      <Typography variant="h1" sx={{ mb: 2 }}>
        {data.points === null
          ? t("Handed in. Your teacher will say when you can see more.")
          : t("You got {{points}} of {{outOf}}", { points: numberOf(data.points), outOf: numberOf(data.outOf) })}
      </Typography>
      {data.items.map((item) => (
        <ResultItem key={item.position} item={item} />
      ))}
    </StudentFrame>
  );
}

function ResultItem({ item }: { item: Shown["items"][number] }) {
  const isRight = item.credit === 1;
  const keyIds = item.content ? item.content.options.filter((option) => option.isKey).map((option) => option.id) : null;
  return (
    <Paper
      sx={{ p: 2, mb: 1.5 }}
      component="article"
      aria-label={t("Question {{position}}", { position: item.position })}
    >
      <Typography variant="body2" sx={{ fontWeight: 700, color: isRight ? "primary.main" : "error.main", mb: 0.5 }}>
        {isRight
          ? t("✓ Question {{position}}: right", { position: item.position })
          : item.answer
            ? t("✗ Question {{position}}: not right", { position: item.position })
            : t("Question {{position}}: not answered", { position: item.position })}
      </Typography>
      <Player
        view={item.view}
        answer={item.answer}
        name={`result ${item.position}`}
        verdict={{ keyIds, isRight: item.credit === null ? null : isRight }}
      />
      {item.why && (
        <Box sx={{ mt: 1.5, fontSize: 17 }}>
          {item.why.rationale && (
            <Said title={t("About your answer")}>
              <RichTextView text={item.why.rationale} />
            </Said>
          )}
          {item.why.explanation && (
            <Said title={t("Why")}>
              <RichTextView text={item.why.explanation} />
            </Said>
          )}
          {!isRight && item.why.nextStep && (
            <Said title={t("Next step")}>
              <RichTextView text={item.why.nextStep} />
            </Said>
          )}
        </Box>
      )}
    </Paper>
  );
}

function Said({ title, children }: { title: string; children: ReactNode }) {
  return (
    <Box sx={{ mb: 1 }}>
      <Typography component="h3" variant="body2" color="textSecondary" sx={{ fontWeight: 700 }}>
        {title}
      </Typography>
      {children}
    </Box>
  );
}
