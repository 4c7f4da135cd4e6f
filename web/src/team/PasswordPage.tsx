/** A new password by a link that a lead made. */
import Alert from "@mui/material/Alert";
import Box from "@mui/material/Box";
import Button from "@mui/material/Button";
import Paper from "@mui/material/Paper";
import Stack from "@mui/material/Stack";
import TextField from "@mui/material/TextField";
import Typography from "@mui/material/Typography";
import { useEffect, useState } from "react";
import { CodeField, fieldSays, isSaidAbove, useCode } from "./CodeField.tsx";
import { useSetPasswordMutation } from "./api.ts";
import { t } from "../platform/words.ts";

export function PasswordPage() {
  const [secret] = useState(() => window.location.hash.slice(1));
  const [password, setPassword] = useState("");
  const [setNew, { isLoading, error }] = useSetPasswordMutation();
  const asked = useCode(error);
  useEffect(() => {
    document.title = t("New password · Verdant Loop");
  }, []);
  const submit = async () => {
    const answer = await setNew({ body: { secret, password, ...asked.sent } });
    if (!answer.error) window.location.assign("/");
  };
  return (
    <Box component="main" sx={{ maxWidth: 420, mx: "auto", px: 3, pt: 8 }}>
      <Typography variant="h1" sx={{ mb: 2 }}>
        {t("Set a new password")}
      </Typography>
      <Paper
        component="form"
        sx={{ p: 3 }}
        onSubmit={(event) => {
          event.preventDefault();
          void submit();
        }}
      >
        <Stack spacing={2}>
          <TextField
            label={t("New password")}
            type="password"
            required
            autoComplete="new-password"
            {...fieldSays(asked.problem, "password", t("At least 10 characters. You are signed out everywhere else."))}
            value={password}
            onChange={(event) => {
              setPassword(event.target.value);
            }}
          />
          <CodeField {...asked} />
          {isSaidAbove(asked.problem) && <Alert severity="error">{asked.problem.detail}</Alert>}
          <Button type="submit" variant="contained" loading={isLoading}>
            {t("Set it and sign in")}
          </Button>
        </Stack>
      </Paper>
    </Box>
  );
}
