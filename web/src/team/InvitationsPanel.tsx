/** Links that let people in: colleagues, or guests with parts of the bank. Nothing is mailed. */
import Alert from "@mui/material/Alert";
import Box from "@mui/material/Box";
import Button from "@mui/material/Button";
import MenuItem from "@mui/material/MenuItem";
import Paper from "@mui/material/Paper";
import Stack from "@mui/material/Stack";
import TextField from "@mui/material/TextField";
import Typography from "@mui/material/Typography";
import type { Grant, Invitation } from "@verdant/contract/members";
import { useState } from "react";
import { problemOf } from "../platform/problem.ts";
import { moment } from "../ui/dates.ts";
import { useToast } from "../ui/Toasts.tsx";
import { useInviteMutation, useListInvitationsQuery, useWithdrawInvitationMutation } from "./api.ts";
import { GrantsField, grantsInWords, newGrant } from "./GrantsField.tsx";
import { LinkToPassOn } from "./LinkToPassOn.tsx";
import { t } from "../platform/words.ts";

const roleWords = { lead: t("a lead"), teacher: t("a teacher"), guest: t("a guest") } as const;

export function InvitationsPanel() {
  const [isOpen, setOpen] = useState(false);
  const { invitations = [] } = useListInvitationsQuery(undefined, { refetchOnMountOrArgChange: true }).data ?? {};
  return (
    <Box component="section" aria-label={t("Invitations")} sx={{ mt: 1.5 }}>
      <Stack spacing={1}>
        {invitations.map((one) => (
          <InvitationRow key={one.id} invitation={one} />
        ))}
      </Stack>
      {isOpen ? (
        <NewInvitation />
      ) : (
        <Button
          variant="outlined"
          sx={{ mt: invitations.length > 0 ? 1 : 0 }}
          onClick={() => {
            setOpen(true);
          }}
        >
          {t("Invite somebody")}
        </Button>
      )}
    </Box>
  );
}

function InvitationRow({ invitation }: { invitation: Invitation }) {
  const [withdraw, { isLoading }] = useWithdrawInvitationMutation();
  const say = useToast();
  const { role, note, grants, came } = invitation;
  const take = async () => {
    const { error } = await withdraw({ params: { invitationId: invitation.id } });
    if (error) say({ text: problemOf(error).detail, isError: true });
    else say({ text: t("The link no longer works. Whoever joined by it stays.") });
  };
  const given = grantsInWords(grants);
  return (
    <Paper sx={{ px: 2, py: 1.25 }} role="group" aria-label={t("Invitation of {{role}}", { role: roleWords[role] })}>
      <Box sx={{ display: "flex", alignItems: "center", gap: 2 }}>
        <Typography sx={{ flex: 1 }}>
          <strong>{t("As {{role}}", { role: roleWords[role] })}</strong>
          {[note, given].filter(Boolean).map((one) => ` · ${one}`)}
          {t(" · until {{expiresAt}}", { expiresAt: moment(invitation.expiresAt) })}
          {came.length > 0 && t(" · came in: {{came}}", { came: came.join(", ") })}
        </Typography>
        <Button size="small" color="inherit" disabled={isLoading} onClick={() => void take()}>
          {t("Withdraw")}
        </Button>
      </Box>
      <LinkToPassOn link={invitation.link} about="" />
    </Paper>
  );
}

function NewInvitation() {
  const [role, setRole] = useState<"teacher" | "lead" | "guest">("teacher");
  const [note, setNote] = useState("");
  const [days, setDays] = useState("14");
  const [grants, setGrants] = useState<Grant[]>([newGrant]);
  const [invite, { isLoading, error }] = useInviteMutation();
  const submit = async () => {
    const answer = await invite({
      body: { role, note, days: Number(days), grants: role === "guest" ? grants : [] },
    });
    if (!answer.error) setNote("");
  };
  return (
    <Paper
      component="form"
      aria-label={t("New invitation")}
      sx={{ p: 2, mt: 1.5 }}
      onSubmit={(event) => {
        event.preventDefault();
        void submit();
      }}
    >
      <Box sx={{ display: "flex", gap: 1, flexWrap: "wrap", alignItems: "center" }}>
        <TextField
          select
          size="small"
          label={t("Invite")}
          value={role}
          sx={{ width: 270 }}
          onChange={(event) => {
            setRole(event.target.value as "teacher");
          }}
        >
          <MenuItem value="teacher">{t("a teacher")}</MenuItem>
          <MenuItem value="lead">{t("a lead")}</MenuItem>
          <MenuItem value="guest">{t("a guest, for parts of it")}</MenuItem>
        </TextField>
        <TextField
          size="small"
          label={t("For whom, for your own list")}
          value={note}
          sx={{ flex: 1, minWidth: 200 }}
          slotProps={{ htmlInput: { maxLength: 120 } }}
          onChange={(event) => {
            setNote(event.target.value);
          }}
        />
        <TextField
          size="small"
          type="number"
          label={t("Days it works")}
          value={days}
          sx={{ width: 120 }}
          slotProps={{ htmlInput: { min: 1, max: 90 } }}
          onChange={(event) => {
            setDays(event.target.value);
          }}
        />
        <Button type="submit" variant="contained" loading={isLoading} disabled={Number(days) < 1}>
          {t("Create a link")}
        </Button>
      </Box>
      {role === "guest" && (
        <Box sx={{ mt: 1.5 }}>
          <GrantsField grants={grants} change={setGrants} />
        </Box>
      )}
      {error && (
        <Alert severity="error" sx={{ mt: 1.5 }}>
          {problemOf(error).detail}
        </Alert>
      )}
    </Paper>
  );
}
