import Alert from "@mui/material/Alert";
import Box from "@mui/material/Box";
import Button from "@mui/material/Button";
import Stack from "@mui/material/Stack";
import Typography from "@mui/material/Typography";
import { useEffect, useRef, useState } from "react";
import { Outlet } from "react-router";
import { problemOf } from "../platform/problem.ts";
import { TypeField } from "../ui/TypeField.tsx";
import { Ring } from "../ui/Ring.tsx";
import { Waiting } from "./Waiting.tsx";
import { useEnter, useStudentSessionQuery } from "./api.ts";
import { StudentFrame } from "./StudentFrame.tsx";
import { t } from "../platform/words.ts";

/**
 * The words of a scanned card: they stand behind the # of the address, which no server and no log ever sees, and are
 * taken out of it at once, so that nobody finds them on a shared device.
 */
function takeScannedCard(): string {
  const card = decodeURIComponent(window.location.hash.slice(1)).replaceAll("-", " ");
  if (card !== "") window.history.replaceState(null, "", window.location.pathname + window.location.search);
  return card;
}

/** Lets in who has a card; the pages behind it need a student. A scanned card lets its student in, whoever was here. */
export function Door() {
  const [scanned] = useState(takeScannedCard);
  const [enter, entering] = useEnter();
  useEffect(() => {
    if (scanned !== "") void enter(scanned);
  }, [scanned, enter]);
  const [isAway, setAway] = useState(false);
  const { data, error, refetch } = useStudentSessionQuery(undefined, { pollingInterval: isAway ? 3000 : 0 });
  // Some networks come back without the browser saying so.
  if (isAway !== (error !== undefined)) setAway(error !== undefined);
  if (error) {
    return (
      <StudentFrame title={t("No connection")} bar={<strong>{t("Verdant Loop")}</strong>}>
        <Alert
          severity="warning"
          action={
            <Button color="inherit" onClick={() => void refetch()}>
              {t("Try again")}
            </Button>
          }
        >
          {t("The server was not reached. What you have answered is safe on this device.")}
        </Alert>
      </StudentFrame>
    );
  }
  if (!data || entering.isLoading) return <Waiting />;
  if (entering.error) return <CardForm scanned={scanned} problem={problemOf(entering.error).detail} />;
  return data.student ? <Outlet /> : <CardForm scanned={scanned} />;
}

function CardForm({ scanned, problem }: { scanned: string; problem?: string }) {
  const [card, setCard] = useState(scanned);
  const [enter, { error, isLoading }] = useEnter();
  const detail = error ? problemOf(error).detail : problem;
  const field = useRef<HTMLInputElement>(null);
  useEffect(() => {
    if (detail !== undefined && !isLoading) field.current?.focus();
  }, [detail, isLoading]);
  return (
    <StudentFrame title={t("Sign in")} bar={<strong>{t("Verdant Loop")}</strong>}>
      <Stack
        component="form"
        spacing={2.5}
        sx={{ pt: 3 }}
        onSubmit={(event) => {
          event.preventDefault();
          void enter(card);
        }}
      >
        <Box sx={{ display: "flex", alignItems: "center", gap: 2 }}>
          <Ring size={56} segments={["done", "done", "done", "open"]} label="" />
          <Typography variant="h1">{t("Sign in with your card")}</Typography>
        </Box>
        <Box>
          <Typography component="label" htmlFor="card" sx={{ display: "block", fontWeight: 700, mb: 0.75 }}>
            {t("The words of your entry card")}
          </Typography>
          <TypeField
            id="card"
            required
            autoFocus
            autoComplete="off"
            placeholder={t("for example: river maple stone lamp")}
            value={card}
            aria-invalid={detail !== undefined}
            aria-describedby={detail === undefined ? undefined : "cardProblem"}
            ref={field}
            onChange={(event) => {
              setCard(event.target.value);
            }}
            autoCapitalize="none"
            spellCheck={false}
            maxLength={80}
            sx={{ width: "100%" }}
          />
        </Box>
        {detail !== undefined && (
          <Alert id="cardProblem" severity="error">
            {detail}
          </Alert>
        )}
        <Button type="submit" variant="contained" size="large" disabled={isLoading}>
          {t("Sign in")}
        </Button>
      </Stack>
    </StudentFrame>
  );
}
