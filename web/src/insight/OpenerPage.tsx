/** For the first minutes of tomorrow: legible from the back row, without names. One thing after the other. */
import Box from "@mui/material/Box";
import Button from "@mui/material/Button";
import Typography from "@mui/material/Typography";
import { kindOf, type Answer } from "@verdant/core/items/kinds";
import { useState } from "react";
import { Link, useParams, useSearchParams } from "react-router";
import { Player } from "../player/Player.tsx";
import { RichTextView } from "../player/RichTextView.tsx";
import { StimulusView } from "../player/StimulusView.tsx";
import { Page } from "../ui/Page.tsx";
import { Failed, Loading } from "../ui/States.tsx";
import { StarterShown } from "../remedies/StarterShown.tsx";
import { useShowOpenerQuery } from "./api.ts";
import { t } from "../platform/words.ts";

const steps = ["question", "idea", "key", "again"] as const;

export function OpenerPage() {
  const { releaseId = "", itemId = "" } = useParams();
  const classId = useSearchParams()[0].get("class");
  const { data, error } = useShowOpenerQuery({
    params: { releaseId, itemId },
    query: classId === null ? {} : { classId },
  });
  const [step, setStep] = useState(0);
  const [answer, setAnswer] = useState<Answer | null>(null);
  /** What the room says, before the key shows: nothing of it is kept. */
  const [tried, setTried] = useState<Answer | null>(null);
  const [keyShows, setKeyShows] = useState(false);
  const at = steps[step] ?? "question";
  const isLast = step === (data?.again ? 3 : 2);
  return (
    <Page
      title={t("Use as tomorrow's starter")}
      about={data && t("{{className}}, from “{{name}}”", { className: data.className, name: data.name })}
      actions={
        <>
          <Button component={Link} to={`/results/${releaseId}${classId === null ? "" : `?class=${classId}`}`}>
            {t("Back to the results")}
          </Button>
          {data && <StarterShown classId={data.classId} itemId={itemId} />}
          <Button
            variant="outlined"
            disabled={step === 0}
            onClick={() => {
              setStep(step - 1);
            }}
          >
            {t("Back")}
          </Button>
          <Button
            variant="contained"
            disabled={!data || isLast}
            onClick={() => {
              setStep(step + 1);
            }}
          >
            {t("Next")}
          </Button>
        </>
      }
    >
      {error && <Failed error={error} />}
      {!data && !error && <Loading what={t("the page")} />}
      {data && (
        <Box sx={{ fontSize: 26, maxWidth: 980, mx: "auto", lineHeight: 1.4 }} aria-live="polite">
          {at !== "again" && data.stimulus && <StimulusView stimulus={data.stimulus.content} />}
          {at !== "again" && (
            <Player
              view={data.view}
              answer={at === "key" ? kindOf(data.content).rightAnswer(data.content) : tried}
              name="opener"
              {...(at !== "key" && { onAnswer: setTried })}
              {...(at === "key" && { verdict: { content: data.content, credit: null } })}
            />
          )}
          {at === "idea" && (
            <Box sx={{ mt: 3, p: 3, borderRadius: 2, bgcolor: "warning.light" }}>
              {data.wrong ? (
                <>
                  <Typography sx={{ fontSize: 26 }}>
                    {t("{{number}} of {{outOf}} said", { number: data.wrong.count, outOf: data.facility.outOf })}{" "}
                    <strong>“{data.wrong.text}”</strong>.
                  </Typography>
                  <Typography sx={{ fontSize: 26, mt: 1 }}>
                    {data.wrong.misconception
                      ? t("The idea behind it: “{{misconception}}”. Is it so? Talk it over with your neighbour.", {
                          misconception: data.wrong.misconception,
                        })
                      : t("What speaks for it, and what against it? Talk it over with your neighbour.")}
                  </Typography>
                </>
              ) : (
                <Typography sx={{ fontSize: 26 }}>
                  {data.facility.outOf === 0
                    ? t("Nobody has answered it yet. How would you explain it?")
                    : t("Nobody was wrong. How would you explain it to somebody who was?")}
                </Typography>
              )}
            </Box>
          )}
          {at === "key" && (
            <Box sx={{ mt: 3, p: 3, borderRadius: 2, bgcolor: "success.light" }}>
              {data.accepted.length > 0 && (
                <Typography sx={{ fontSize: 26, mb: 1 }}>
                  {t("Accepted as well: {{accepted}}.", { accepted: data.accepted.join(", ") })}
                </Typography>
              )}
              {data.wrong?.rationale && <Typography sx={{ fontSize: 26, mb: 1 }}>{data.wrong.rationale}</Typography>}
              {data.content.explanation && <RichTextView text={data.content.explanation} />}
            </Box>
          )}
          {at === "again" && data.again && (
            <>
              <Typography sx={{ fontSize: 20, color: "text.secondary", mb: 1 }}>{t("Now this one:")}</Typography>
              <Player
                view={kindOf(data.again.content).toStudentView(
                  data.again.content,
                  kindOf(data.again.content).arrange(data.again.content, null),
                )}
                answer={answer}
                onAnswer={setAnswer}
                name="again"
                {...(keyShows && { verdict: { content: data.again.content, credit: null } })}
              />
              <Button
                variant="outlined"
                sx={{ mt: 2 }}
                onClick={() => {
                  setKeyShows(!keyShows);
                }}
              >
                {keyShows ? t("Hide the key") : t("Show the key")}
              </Button>
            </>
          )}
        </Box>
      )}
    </Page>
  );
}
