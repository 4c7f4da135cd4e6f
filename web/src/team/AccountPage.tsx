/** One's own account: the password, and where one is signed in. */
import Alert from "@mui/material/Alert";
import Button from "@mui/material/Button";
import Paper from "@mui/material/Paper";
import Stack from "@mui/material/Stack";
import TextField from "@mui/material/TextField";
import Typography from "@mui/material/Typography";
import { useState } from "react";
import { problemOf } from "../platform/problem.ts";
import { moment } from "../ui/dates.ts";
import { Page } from "../ui/Page.tsx";
import { Failed, Loading } from "../ui/States.tsx";
import { useToast } from "../ui/Toasts.tsx";
import {
  useChangePasswordMutation,
  useEndOtherSessionsMutation,
  useListSessionsQuery,
  useShowSessionQuery,
} from "./api.ts";
import { SecondFactor } from "./SecondFactor.tsx";
import { t } from "../platform/words.ts";

/** @param goOn leads on to where somebody wanted to go who had to set up the second step first */
export function AccountPage({ goOn }: { goOn?: () => void }) {
  const owes = useShowSessionQuery().data?.member?.owesSecondFactor === true;
  return (
    <Page title={t("Your account")}>
      <Stack spacing={2} sx={{ maxWidth: 560 }}>
        {owes && (
          <Alert severity="warning">
            {t(
              "Your department asks for a second step when you sign in. Set it up here; then everything is open again.",
            )}
          </Alert>
        )}
        {goOn && <SecondFactor />}
        {goOn && !owes && (
          <Button variant="contained" sx={{ alignSelf: "start" }} onClick={goOn}>
            {t("I have saved the codes: go on")}
          </Button>
        )}
        <PasswordForm />
        {!goOn && <SecondFactor />}
        <Sessions />
      </Stack>
    </Page>
  );
}

function PasswordForm() {
  const [current, setCurrent] = useState("");
  const [password, setPassword] = useState("");
  const [change, { isLoading, error }] = useChangePasswordMutation();
  const say = useToast();
  const problem = error && problemOf(error);
  const submit = async () => {
    const answer = await change({ body: { current, password } });
    if (answer.error) return;
    setCurrent("");
    setPassword("");
    say({ text: t("Your password is changed. You are signed out everywhere else.") });
  };
  return (
    <Paper
      component="form"
      aria-label={t("Password")}
      sx={{ p: 2 }}
      onSubmit={(event) => {
        event.preventDefault();
        void submit();
      }}
    >
      <Typography variant="h2" sx={{ mb: 1.5 }}>
        {t("Password")}
      </Typography>
      <Stack spacing={2}>
        <TextField
          label={t("The password you have now")}
          type="password"
          required
          autoComplete="current-password"
          value={current}
          error={problem?.fields["/body/current"] !== undefined}
          helperText={problem?.fields["/body/current"]}
          onChange={(event) => {
            setCurrent(event.target.value);
          }}
        />
        <TextField
          label={t("The new one")}
          type="password"
          required
          autoComplete="new-password"
          value={password}
          error={problem?.fields["/body/password"] !== undefined}
          helperText={problem?.fields["/body/password"] ?? t("At least 10 characters, and hard to guess.")}
          onChange={(event) => {
            setPassword(event.target.value);
          }}
        />
        {problem && Object.keys(problem.fields).length === 0 && <Alert severity="error">{problem.detail}</Alert>}
        <Button type="submit" variant="contained" loading={isLoading} sx={{ alignSelf: "start" }}>
          {t("Change the password")}
        </Button>
      </Stack>
    </Paper>
  );
}

function Sessions() {
  const { data, error, refetch } = useListSessionsQuery();
  const [end, { isLoading }] = useEndOtherSessionsMutation();
  const say = useToast();
  const endAll = async () => {
    const answer = await end();
    say(
      answer.error
        ? { text: problemOf(answer.error).detail, isError: true }
        : { text: t("Signed out in {{count}} other browsers.", { count: answer.data.ended }) },
    );
  };
  const others = data?.sessions.filter((one) => !one.isThis).length ?? 0;
  return (
    <Paper component="section" aria-label={t("Where you are signed in")} sx={{ p: 2 }}>
      <Typography variant="h2" sx={{ mb: 1.5 }}>
        {t("Where you are signed in")}
      </Typography>
      {error && <Failed error={error} retry={() => void refetch()} />}
      {!data && !error && <Loading what={t("the list")} />}
      <ul>
        {data?.sessions.map((one) => (
          <li key={`${one.signedInAt} ${one.until}`}>
            {t("{{isThis}}: since {{signedInAt}}, until {{until}}", {
              isThis: one.isThis ? t("This browser") : t("Another browser"),
              signedInAt: moment(one.signedInAt),
              until: moment(one.until),
            })}
          </li>
        ))}
      </ul>
      <Button variant="outlined" disabled={others === 0 || isLoading} onClick={() => void endAll()}>
        {t("Sign out everywhere else")}
      </Button>
    </Paper>
  );
}
