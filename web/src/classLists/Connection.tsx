/** By what name and secret the department speaks with the school's system. */
import Alert from "@mui/material/Alert";
import Box from "@mui/material/Box";
import Button from "@mui/material/Button";
import MenuItem from "@mui/material/MenuItem";
import Paper from "@mui/material/Paper";
import TextField from "@mui/material/TextField";
import Typography from "@mui/material/Typography";
import type { ClassListsView } from "@verdant/contract/classLists";
import { useState, type ReactNode } from "react";
import { problemOf } from "../platform/problem.ts";
import { t } from "../platform/words.ts";
import { moment } from "../ui/dates.ts";
import { useToast } from "../ui/Toasts.tsx";
import { useConnectSchoolSystemMutation, useDisconnectSchoolSystemMutation } from "./api.ts";

type Given = Pick<ClassListsView, "services" | "connection">;

export function Connection({ services, connection }: Given) {
  const [isChanging, setChanging] = useState(false);
  const [disconnect, { isLoading }] = useDisconnectSchoolSystemMutation();
  const say = useToast();
  const end = async () => {
    const { error } = await disconnect();
    say(
      error
        ? { text: problemOf(error).detail, isError: true }
        : { text: t("Disconnected. Classes and students stay as they are.") },
    );
  };
  if (services.length === 0)
    return (
      <Framed>
        <Typography>
          {t(
            "This installation speaks with no school’s system. Whoever runs it can allow one (SCHOOL_SYSTEMS); a file works without it.",
          )}
        </Typography>
      </Framed>
    );
  if (connection && !isChanging)
    return (
      <Framed>
        <Typography sx={{ overflowWrap: "anywhere" }}>
          {t("Connected to {{service}} as {{clientId}}.", connection)}
        </Typography>
        <Typography variant="body2" color="textSecondary" sx={{ mb: 1.5 }}>
          {t("Set up by {{name}}, {{moment}}", { name: connection.setBy, moment: moment(connection.setAt) })}
        </Typography>
        <Box sx={{ display: "flex", flexWrap: "wrap", gap: 1 }}>
          <Button
            variant="outlined"
            onClick={() => {
              setChanging(true);
            }}
          >
            {t("Change")}
          </Button>
          <Button loading={isLoading} onClick={() => void end()}>
            {t("Disconnect")}
          </Button>
        </Box>
      </Framed>
    );
  return (
    <Framed>
      <ConnectionForm
        services={services}
        connection={connection}
        onDone={() => {
          setChanging(false);
        }}
      />
    </Framed>
  );
}

function Framed({ children }: { children: ReactNode }) {
  return (
    <Paper component="section" aria-label={t("The school’s system")} sx={{ p: 2 }}>
      <Typography variant="h2" sx={{ mb: 0.5 }}>
        {t("The school’s system")}
      </Typography>
      {children}
    </Paper>
  );
}

function ConnectionForm({ services, connection, onDone }: Given & { onDone: () => void }) {
  const [connect, { isLoading }] = useConnectSchoolSystemMutation();
  const [service, setService] = useState(connection?.service ?? services[0] ?? "");
  const [clientId, setClientId] = useState(connection?.clientId ?? "");
  const [clientSecret, setClientSecret] = useState("");
  const [trouble, setTrouble] = useState<string | null>(null);
  const save = async () => {
    setTrouble(null);
    const { error } = await connect({ body: { service, clientId, clientSecret } });
    if (error) setTrouble(problemOf(error).detail);
    else onDone();
  };
  return (
    <Box
      component="form"
      noValidate
      onSubmit={(event) => {
        event.preventDefault();
        void save();
      }}
      sx={{ display: "grid", gap: 1.5, mt: 1 }}
    >
      <Typography>
        {t("Whoever looks after the school’s system gives you a name and a secret for this program (OneRoster 1.2).")}
      </Typography>
      <TextField
        select
        size="small"
        label={t("System")}
        value={service}
        onChange={(event) => {
          setService(event.target.value);
        }}
      >
        {services.map((one) => (
          <MenuItem key={one} value={one}>
            {one}
          </MenuItem>
        ))}
      </TextField>
      <TextField
        size="small"
        label={t("Name (client id)")}
        value={clientId}
        autoComplete="off"
        onChange={(event) => {
          setClientId(event.target.value);
        }}
      />
      <TextField
        size="small"
        type="password"
        label={t("Secret (client secret)")}
        value={clientSecret}
        autoComplete="off"
        helperText={t("Kept sealed; nobody can read it here again.")}
        onChange={(event) => {
          setClientSecret(event.target.value);
        }}
      />
      {trouble !== null && <Alert severity="error">{trouble}</Alert>}
      <Box>
        <Button
          type="submit"
          variant="contained"
          loading={isLoading}
          disabled={clientId.trim() === "" || clientSecret === ""}
        >
          {t("Connect")}
        </Button>
      </Box>
    </Box>
  );
}
