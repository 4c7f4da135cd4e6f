/** The second step at sign-in: set up with an app, its recovery codes, and turned off. */
import Alert from "@mui/material/Alert";
import Box from "@mui/material/Box";
import Button from "@mui/material/Button";
import Paper from "@mui/material/Paper";
import Stack from "@mui/material/Stack";
import TextField from "@mui/material/TextField";
import Typography from "@mui/material/Typography";
import type { beginSecondFactor } from "@verdant/contract/secondFactor";
import type { Result } from "@verdant/contract/endpoint";
import { QRCodeSVG } from "qrcode.react";
import { useState, type ReactNode } from "react";
import { problemOf } from "../platform/problem.ts";
import { Failed, Loading } from "../ui/States.tsx";
import { useToast } from "../ui/Toasts.tsx";
import {
  useBeginSecondFactorMutation,
  useConfirmSecondFactorMutation,
  useEndSecondFactorMutation,
  useRenewRecoveryCodesMutation,
  useShowSecondFactorQuery,
} from "./api.ts";
import { t } from "../platform/words.ts";

type Doing = "set up" | "new codes" | "turn off";

export function SecondFactor() {
  const { data, error, refetch } = useShowSecondFactorQuery();
  const [doing, setDoing] = useState<Doing | null>(null);
  const [codes, setCodes] = useState<readonly string[] | null>(null);
  const close = () => {
    setDoing(null);
  };
  const take = (fresh: readonly string[]) => {
    setCodes(fresh);
    close();
  };
  return (
    <Paper component="section" aria-label={t("A second step when you sign in")} sx={{ p: 2 }}>
      <Typography variant="h2" sx={{ mb: 1 }}>
        {t("A second step when you sign in")}
      </Typography>
      {error && <Failed error={error} retry={() => void refetch()} />}
      {!data && !error && <Loading what={t("your settings")} />}
      {data && (
        <>
          <Typography sx={{ mb: 1.5 }}>
            {data.isOn
              ? t("On: after your password you give a code from your app. {{count}} recovery codes left.", {
                  count: data.codesLeft,
                })
              : t(
                  "Off. With it, whoever learns your password still does not get in: signing in also takes a code from an app on your phone.",
                )}
            {data.isAsked && t(" Your department asks for it.")}
          </Typography>
          {codes && <Codes codes={codes} />}
          {doing === null && (
            <Box sx={{ display: "flex", flexWrap: "wrap", gap: 1 }}>
              {(data.isOn ? (["new codes", "turn off"] as const) : (["set up"] as const))
                .filter((one) => one !== "turn off" || !data.isAsked)
                .map((one) => (
                  <Button
                    key={one}
                    variant={one === "set up" ? "contained" : "outlined"}
                    onClick={() => {
                      setCodes(null);
                      setDoing(one);
                    }}
                  >
                    {buttonOf[one]}
                  </Button>
                ))}
            </Box>
          )}
          {doing === "set up" && <SetUp done={take} cancel={close} />}
          {doing === "new codes" && <NewCodes done={take} cancel={close} />}
          {doing === "turn off" && <TurnOff done={close} cancel={close} />}
        </>
      )}
    </Paper>
  );
}

const buttonOf: Record<Doing, string> = {
  "set up": t("Set it up"),
  "new codes": t("New recovery codes"),
  "turn off": t("Turn it off"),
};

/** Shown once: only their marks are kept. */
function Codes({ codes }: { codes: readonly string[] }) {
  const say = useToast();
  const copy = async () => {
    await navigator.clipboard.writeText(codes.join("\n"));
    say({ text: t("Copied.") });
  };
  return (
    <Alert severity="success" sx={{ mb: 1.5 }}>
      <Typography>
        {t(
          "Print or write down these ten recovery codes now; they are not shown again. Each lets you in once, without your phone.",
        )}
      </Typography>
      <Box
        component="ul"
        aria-label={t("Recovery codes")}
        sx={{ columns: 2, listStyle: "none", p: 0, my: 1, fontFamily: "monospace", fontSize: "1rem", maxWidth: 320 }}
      >
        {codes.map((code) => (
          <li key={code}>{code}</li>
        ))}
      </Box>
      <Button size="small" onClick={() => void copy()}>
        {t("Copy them")}
      </Button>
    </Alert>
  );
}

/** One field, for the password or a code, and what is wrong with it. */
function OneField(props: {
  label: string;
  field: "password" | "code";
  error: unknown;
  isLoading: boolean;
  button: string;
  submit: (value: string) => void;
  cancel: () => void;
  children?: ReactNode;
}) {
  const { label, field, error, isLoading, button, submit, cancel, children } = props;
  const [value, setValue] = useState("");
  const problem = error === undefined ? null : problemOf(error);
  const wrong = problem?.fields[`/body/${field}`];
  return (
    <Stack
      component="form"
      spacing={1.5}
      sx={{ alignItems: "start" }}
      onSubmit={(event) => {
        event.preventDefault();
        submit(value);
      }}
    >
      {children}
      <TextField
        label={label}
        required
        autoFocus
        fullWidth
        type={field === "password" ? "password" : "text"}
        autoComplete={field === "password" ? "current-password" : "one-time-code"}
        value={value}
        error={wrong !== undefined}
        helperText={wrong}
        onChange={(event) => {
          setValue(event.target.value);
        }}
      />
      {problem && wrong === undefined && <Alert severity="error">{problem.detail}</Alert>}
      <Box sx={{ display: "flex", gap: 1 }}>
        <Button type="submit" variant="contained" loading={isLoading}>
          {button}
        </Button>
        <Button onClick={cancel}>{t("Cancel")}</Button>
      </Box>
    </Stack>
  );
}

interface Step {
  readonly done: (codes: readonly string[]) => void;
  readonly cancel: () => void;
}

function SetUp({ done, cancel }: Step) {
  const [begin, begun] = useBeginSecondFactorMutation();
  const [confirm, confirmed] = useConfirmSecondFactorMutation();
  const [made, setMade] = useState<Result<typeof beginSecondFactor> | null>(null);
  const start = async (password: string) => {
    const { data } = await begin({ body: { password } });
    if (data) setMade(data);
  };
  const finish = async (code: string) => {
    const { data } = await confirm({ body: { code } });
    if (data) done(data.codes);
  };
  if (!made)
    return (
      <OneField
        key="password"
        {...{ label: t("Your password"), field: "password", error: begun.error, isLoading: begun.isLoading, cancel }}
        button={t("Go on")}
        submit={(password) => void start(password)}
      />
    );
  return (
    <OneField
      key="code"
      {...{
        label: t("The code it shows"),
        field: "code",
        error: confirmed.error,
        isLoading: confirmed.isLoading,
        cancel,
      }}
      button={t("Turn it on")}
      submit={(code) => void finish(code)}
    >
      <Typography>
        {t(
          "Open an authenticator app on your phone and scan this, or type the key. Then enter the six digits it shows.",
        )}
      </Typography>
      <QRCodeSVG value={made.uri} size={168} marginSize={2} title={t("Code to scan with your app")} />
      <Typography sx={{ fontFamily: "monospace", overflowWrap: "anywhere" }}>
        {made.secret.replace(/(.{4})(?=.)/g, "$1 ")}
      </Typography>
    </OneField>
  );
}

function NewCodes({ done, cancel }: Step) {
  const [renew, { error, isLoading }] = useRenewRecoveryCodesMutation();
  const submit = async (password: string) => {
    const { data } = await renew({ body: { password } });
    if (data) done(data.codes);
  };
  return (
    <OneField
      {...{ label: t("Your password"), field: "password", error, isLoading, cancel }}
      button={t("Make new codes")}
      submit={(password) => void submit(password)}
    >
      <Typography>{t("The codes you have now stop working.")}</Typography>
    </OneField>
  );
}

function TurnOff({ done, cancel }: { done: () => void; cancel: () => void }) {
  const [end, { error, isLoading }] = useEndSecondFactorMutation();
  const say = useToast();
  const submit = async (password: string) => {
    const answer = await end({ body: { password } });
    if (answer.error) return;
    say({ text: t("The second step is off; your recovery codes no longer work.") });
    done();
  };
  return (
    <OneField
      {...{ label: t("Your password"), field: "password", error, isLoading, cancel }}
      button={t("Turn it off")}
      submit={(password) => void submit(password)}
    />
  );
}
