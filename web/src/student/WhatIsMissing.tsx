/** What the next go still needs, and what can be done about it here: answer the questions, say the word. */
import Alert from "@mui/material/Alert";
import Box from "@mui/material/Box";
import Button from "@mui/material/Button";
import Typography from "@mui/material/Typography";
import type { Missing } from "@verdant/contract/beforeGo";
import type { whatNow } from "@verdant/contract/delivery";
import type { Result } from "@verdant/contract/endpoint";
import { useId, useState } from "react";
import { Link } from "react-router";
import { problemOf } from "../platform/problem.ts";
import { inAList, t, timeOf } from "../platform/words.ts";
import { TypeField } from "../ui/TypeField.tsx";
import { useSayOpeningWordMutation } from "./api.ts";

type Release = Result<typeof whatNow>["releases"][number];

/** One thing that is missing, as its student reads it. */
export function missingInWords(missing: Missing): string {
  switch (missing.code) {
    case "notOpenYet":
      return t("It opens {{time}}.", { time: timeOf(missing.from) });
    case "quizClosed":
      return t("It is closed.");
    case "noMoreGoes":
      return t("You have had all your goes.");
    case "lineReached":
      return t("You have reached {{percent}}%: no other go is needed.", missing);
    case "waitBeforeGo":
      return t("The next go is open from {{time}}.", { time: timeOf(missing.until) });
    case "gateShut":
      return missing.reached === null
        ? t("It opens when you have reached {{percent}}% in “{{name}}”. You have not done that yet.", missing)
        : t("It opens when you have reached {{percent}}% in “{{name}}”. You are at {{reached}}%.", {
            ...missing,
            reached: missing.reached,
          });
    case "stepsMissing":
      return t("It opens when you have done {{steps}}.", { steps: inAList(missing.steps.map((step) => `“${step}”`)) });
    case "reflectionMissing":
      return t("Look back at your last go and answer a few questions.");
    case "goAheadMissing":
      return t("Your teacher gives the go-ahead.");
  }
}

export function MissingList({ missing }: { missing: readonly Missing[] }) {
  return (
    <Box component="ul" sx={{ m: 0, mt: 0.5, pl: 2.5 }}>
      {missing.map((one) => (
        <Typography key={one.code} component="li" variant="body2">
          {missingInWords(one)}
        </Typography>
      ))}
    </Box>
  );
}

export function WhatIsMissing({ of }: { of: Release }) {
  const codes = of.missing.map(({ code }) => code);
  return (
    <Box sx={{ mt: 1 }}>
      {!codes.includes("lineReached") && (
        <Typography variant="body2" sx={{ fontWeight: 700 }}>
          {of.goesTaken > 0 ? t("Before another go:") : t("Before you begin:")}
        </Typography>
      )}
      <MissingList missing={of.missing} />
      {codes.includes("reflectionMissing") && (
        <Button component={Link} to={`/reflection/${of.releaseId}`} variant="outlined" sx={{ mt: 1 }}>
          {t("Answer the questions")}
        </Button>
      )}
      {codes.includes("goAheadMissing") && <WordField releaseId={of.releaseId} />}
    </Box>
  );
}

function WordField({ releaseId }: { releaseId: string }) {
  const id = useId();
  const [word, setWord] = useState("");
  const [say, { error, isLoading }] = useSayOpeningWordMutation();
  return (
    <Box
      component="form"
      sx={{ mt: 1 }}
      onSubmit={(event) => {
        event.preventDefault();
        void say({ params: { releaseId }, body: { word } });
      }}
    >
      <Typography component="label" htmlFor={id} variant="body2" sx={{ display: "block", mb: 0.5 }}>
        {t("Has your teacher said an opening word?")}
      </Typography>
      <Box sx={{ display: "flex", gap: 1 }}>
        <TypeField
          id={id}
          value={word}
          required
          maxLength={80}
          autoComplete="off"
          autoCapitalize="none"
          spellCheck={false}
          aria-invalid={error !== undefined}
          onChange={(event) => {
            setWord(event.target.value);
          }}
          sx={{ flex: 1, minWidth: 0 }}
        />
        <Button type="submit" variant="outlined" disabled={isLoading || word.trim() === ""}>
          {t("Open")}
        </Button>
      </Box>
      {error && (
        <Alert severity="error" sx={{ mt: 1 }}>
          {problemOf(error).detail}
        </Alert>
      )}
    </Box>
  );
}
