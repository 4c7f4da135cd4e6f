/** Coming in by a link: what it is for, and one's name, address and password. */
import Alert from "@mui/material/Alert";
import Box from "@mui/material/Box";
import Button from "@mui/material/Button";
import Link from "@mui/material/Link";
import Paper from "@mui/material/Paper";
import Stack from "@mui/material/Stack";
import TextField from "@mui/material/TextField";
import Typography from "@mui/material/Typography";
import { limits } from "@verdant/contract/wire";
import { useEffect, useState } from "react";
import { problemOf } from "../platform/problem.ts";
import { shortDate } from "../ui/dates.ts";
import { CodeField, fieldSays, isSaidAbove, useCode } from "./CodeField.tsx";
import { useAcceptInvitationMutation, useShowInvitationQuery } from "./api.ts";
import { t } from "../platform/words.ts";

/** Behind the #, which no browser sends to a server. */
const secretInAddress = () => window.location.hash.slice(1);

export function JoinPage() {
  const [secret] = useState(secretInAddress);
  const { data, error } = useShowInvitationQuery({ body: { secret } });
  useEffect(() => {
    document.title = t("Join · Verdant Loop");
  }, []);
  return (
    <Box component="main" sx={{ maxWidth: 460, mx: "auto", px: 3, pt: 8 }}>
      <Typography variant="h1" sx={{ mb: 2 }}>
        {data ? t("Join {{department}}", { department: data.department }) : t("Join")}
      </Typography>
      {error && <Alert severity="error">{problemOf(error).detail}</Alert>}
      {data && (
        <>
          <Typography sx={{ mb: 2 }}>
            {t("{{by}} invites you {{role}} The link works until {{expiresAt}}.", {
              by: data.by,
              role:
                data.role === "guest"
                  ? t("to see{{mayEdit}} {{topics}} in the item bank.", {
                      mayEdit: data.mayEdit ? t(" and write") : "",
                      topics: data.topics.join(", "),
                    })
                  : t("as a {{role}}.", { role: data.role }),
              expiresAt: shortDate(data.expiresAt.slice(0, 10)),
            })}
          </Typography>
          <JoinForm secret={secret} />
        </>
      )}
    </Box>
  );
}

function JoinForm({ secret }: { secret: string }) {
  const [isNew, setNew] = useState(true);
  const [name, setName] = useState("");
  const [email, setEmail] = useState("");
  const [password, setPassword] = useState("");
  const [accept, { isLoading, error }] = useAcceptInvitationMutation();
  const asked = useCode(error);
  const submit = async () => {
    const answer = await accept({ body: { secret, email, password, ...(isNew && { name }), ...asked.sent } });
    // A new page load: who somebody is decides everything that follows.
    if (!answer.error) window.location.assign("/");
  };
  return (
    <Paper
      component="form"
      sx={{ p: 3 }}
      onSubmit={(event) => {
        event.preventDefault();
        void submit();
      }}
    >
      <Stack spacing={2}>
        {isNew && (
          <TextField
            label={t("Your name")}
            {...fieldSays(asked.problem, "name")}
            required
            autoComplete="name"
            value={name}
            slotProps={{ htmlInput: { maxLength: limits.name } }}
            onChange={(event) => {
              setName(event.target.value);
            }}
          />
        )}
        <TextField
          label={t("E-mail")}
          {...fieldSays(asked.problem, "email")}
          type="email"
          required
          autoComplete="username"
          value={email}
          onChange={(event) => {
            setEmail(event.target.value);
          }}
        />
        <TextField
          label={t("Password")}
          type="password"
          required
          autoComplete={isNew ? "new-password" : "current-password"}
          {...fieldSays(
            asked.problem,
            "password",
            isNew ? t("At least 10 characters.") : t("The one you sign in with."),
          )}
          value={password}
          onChange={(event) => {
            setPassword(event.target.value);
          }}
        />
        <CodeField {...asked} />
        {isSaidAbove(asked.problem) && <Alert severity="error">{asked.problem.detail}</Alert>}
        <Button type="submit" variant="contained" loading={isLoading}>
          {t("Join")}
        </Button>
        <Link
          component="button"
          type="button"
          onClick={() => {
            setNew(!isNew);
          }}
        >
          {isNew ? t("I have an account here already") : t("I am new here")}
        </Link>
      </Stack>
    </Paper>
  );
}
