import Alert from "@mui/material/Alert";
import Box from "@mui/material/Box";
import Button from "@mui/material/Button";
import Link from "@mui/material/Link";
import Paper from "@mui/material/Paper";
import Stack from "@mui/material/Stack";
import TextField from "@mui/material/TextField";
import Typography from "@mui/material/Typography";
import { useEffect, useState } from "react";
import { Ring } from "../ui/Ring.tsx";
import { CodeField, fieldSays, isSaidAbove, useCode } from "./CodeField.tsx";
import { useListDemoPeopleQuery, useSignInDemoMutation, useSignInMutation, useSignUpMutation } from "./api.ts";
import { t } from "../platform/words.ts";

/** Signing in: members by password; in the demo also by one click. */
export function SignInPage({ isDemo, maySignUp }: { isDemo: boolean; maySignUp: boolean }) {
  const [isNew, setNew] = useState(false);
  useEffect(() => {
    document.title = t("Sign in · Verdant Loop");
  }, []);
  return (
    <Box component="main" sx={{ maxWidth: 880, mx: "auto", px: 3, pt: 10 }}>
      <Stack direction="row" spacing={2} sx={{ alignItems: "center", mb: 4 }}>
        <Ring size={56} segments={["done", "done", "done", "open"]} label="" />
        <Box>
          <Typography variant="h1">{t("Verdant Loop")}</Typography>
          <Typography color="textSecondary">
            {t("One item bank for the department, and short mixed quizzes that bring past units back.")}
          </Typography>
        </Box>
      </Stack>
      <Box
        sx={{
          display: "grid",
          gridTemplateColumns: { xs: "minmax(0, 1fr)", md: isDemo ? "1fr 1fr" : "minmax(0, 420px)" },
          gap: 3,
        }}
      >
        {isNew ? <SignUpForm /> : <PasswordForm />}
        {isDemo && <DemoPeople />}
      </Box>
      {maySignUp && (
        <Typography variant="body2" sx={{ mt: 3 }}>
          {isNew ? t("Is your department here already? ") : t("Is your department new here? ")}
          <Link
            component="button"
            type="button"
            onClick={() => {
              setNew(!isNew);
            }}
          >
            {isNew ? t("Sign in") : t("Create a department")}
          </Link>
        </Typography>
      )}
      <Typography variant="body2" color="textSecondary" sx={{ mt: 1 }}>
        {t("Are you a student?")} <Link href="/s">{t("Sign in with your entry card")}</Link>.
      </Typography>
    </Box>
  );
}

function PasswordForm() {
  const [email, setEmail] = useState("");
  const [password, setPassword] = useState("");
  const [signIn, { error, isLoading }] = useSignInMutation();
  const asked = useCode(error);
  return (
    <Paper
      component="form"
      sx={{ p: 3 }}
      onSubmit={(event) => {
        event.preventDefault();
        void signIn({ body: { email, password, ...asked.sent } });
      }}
    >
      <Stack spacing={2}>
        <Typography variant="h2">{t("Sign in")}</Typography>
        <TextField
          label={t("E-mail")}
          {...fieldSays(asked.problem, "email")}
          type="email"
          autoComplete="username"
          required
          value={email}
          onChange={(event) => {
            setEmail(event.target.value);
          }}
        />
        <TextField
          label={t("Password")}
          {...fieldSays(asked.problem, "password")}
          type="password"
          autoComplete="current-password"
          required
          value={password}
          onChange={(event) => {
            setPassword(event.target.value);
          }}
        />
        <CodeField {...asked} />
        {isSaidAbove(asked.problem) && <Alert severity="error">{asked.problem.detail}</Alert>}
        <Button type="submit" variant="contained" disabled={isLoading}>
          {t("Sign in")}
        </Button>
      </Stack>
    </Paper>
  );
}

/** A new department with its first lead: four fields. */
function SignUpForm() {
  const [given, setGiven] = useState({ department: "", name: "", email: "", password: "" });
  const [signUp, { error, isLoading }] = useSignUpMutation();
  const asked = useCode(error);
  const { timeZone } = new Intl.DateTimeFormat().resolvedOptions();
  const fields = [
    ["department", t("Department and school"), "text", "organization"],
    ["name", t("Your name"), "text", "name"],
    ["email", t("E-mail"), "email", "username"],
    ["password", t("Password, at least 10 characters"), "password", "new-password"],
  ] as const;
  return (
    <Paper
      component="form"
      sx={{ p: 3 }}
      onSubmit={(event) => {
        event.preventDefault();
        void signUp({ body: { ...given, timeZone, ...asked.sent } });
      }}
    >
      <Stack spacing={2}>
        <Typography variant="h2">{t("Create a department")}</Typography>
        {fields.map(([name, label, type, autoComplete]) => (
          <TextField
            key={name}
            label={label}
            {...fieldSays(asked.problem, name)}
            type={type}
            autoComplete={autoComplete}
            required
            value={given[name]}
            onChange={(event) => {
              setGiven({ ...given, [name]: event.target.value });
            }}
          />
        ))}
        <CodeField {...asked} />
        {isSaidAbove(asked.problem) && <Alert severity="error">{asked.problem.detail}</Alert>}
        <Button type="submit" variant="contained" disabled={isLoading}>
          {t("Create the department")}
        </Button>
      </Stack>
    </Paper>
  );
}

function DemoPeople() {
  const { data } = useListDemoPeopleQuery();
  const [signIn, { isLoading }] = useSignInDemoMutation();
  return (
    <Paper sx={{ p: 3 }}>
      <Stack spacing={1.5}>
        <Typography variant="h2">{t("Look round the demo")}</Typography>
        <Typography variant="body2" color="textSecondary">
          {t("Larkmoor School is made up, with everybody in it. Sign in as:")}
        </Typography>
        {data?.members.map((member) => (
          <Button
            key={member.personId}
            variant="outlined"
            disabled={isLoading}
            onClick={() => void signIn({ body: { personId: member.personId } })}
          >
            {member.name}, {member.role}
          </Button>
        ))}
        {data?.cards[0] && (
          <Typography variant="body2" color="textSecondary">
            {t("As a student:")}{" "}
            <Link href={`/s#${data.cards[0].card.replaceAll(" ", "-")}`}>{data.cards[0].name}</Link>
            {t(", entry card “{{card}}”.", { card: data.cards[0].card })}
          </Typography>
        )}
      </Stack>
    </Paper>
  );
}
