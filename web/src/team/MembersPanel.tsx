/** Who belongs to the department: roles, new passwords, leaving with everything handed over. */
import Alert from "@mui/material/Alert";
import Box from "@mui/material/Box";
import Button from "@mui/material/Button";
import Dialog from "@mui/material/Dialog";
import DialogActions from "@mui/material/DialogActions";
import DialogContent from "@mui/material/DialogContent";
import DialogTitle from "@mui/material/DialogTitle";
import MenuItem from "@mui/material/MenuItem";
import Paper from "@mui/material/Paper";
import Stack from "@mui/material/Stack";
import TextField from "@mui/material/TextField";
import Typography from "@mui/material/Typography";
import type { Grant, Member } from "@verdant/contract/members";
import { useState } from "react";
import { useListClassesQuery } from "../courses/api.ts";
import { problemOf } from "../platform/problem.ts";
import { ago, moment } from "../ui/dates.ts";
import { useToast } from "../ui/Toasts.tsx";
import {
  useChangeGrantsMutation,
  useChangeRoleMutation,
  useEndMembershipMutation,
  useListMembersQuery,
  useMakePasswordLinkMutation,
  useResetSecondFactorMutation,
  useToday,
} from "./api.ts";
import { GrantsField, grantsInWords, newGrant } from "./GrantsField.tsx";
import { LinkToPassOn } from "./LinkToPassOn.tsx";
import { inAList, t } from "../platform/words.ts";

export function MembersPanel({ meId, isLead }: { meId: string; isLead: boolean }) {
  const { members = [] } = useListMembersQuery(undefined, { refetchOnMountOrArgChange: true }).data ?? {};
  const [leaving, setLeaving] = useState<Member | null>(null);
  const here = members.filter((one) => one.leftAt === null);
  const gone = members.filter((one) => one.leftAt !== null);
  return (
    <section aria-labelledby="members-heading">
      <Typography variant="h2" id="members-heading" sx={{ mb: 1.5 }}>
        {t("Members")}
      </Typography>
      <Stack spacing={1} component="ul" aria-label={t("Members")} sx={{ m: 0, p: 0, listStyle: "none" }}>
        {here.map((one) => (
          <MemberRow
            key={one.personId}
            member={one}
            isMe={one.personId === meId}
            isLead={isLead}
            leave={() => {
              setLeaving(one);
            }}
          />
        ))}
      </Stack>
      {gone.length > 0 && (
        <Typography variant="body2" color="textSecondary" sx={{ mt: 1 }}>
          {t("Left: {{gone}}", { gone: gone.map((one) => one.name).join(", ") })}
        </Typography>
      )}
      {leaving && (
        <LeaveDialog
          member={leaving}
          isMe={leaving.personId === meId}
          colleagues={here.filter((one) => one.personId !== leaving.personId && one.role !== "guest")}
          close={() => {
            setLeaving(null);
          }}
        />
      )}
    </section>
  );
}

/** "teaches 7A and 8B · last here 3 days ago". */
function lookedAfter(
  { personId, seenOn }: Member,
  classes: readonly { name: string; teachers: readonly { personId: string }[] }[],
  today: string,
): string {
  const taught = classes.filter((one) => one.teachers.some((teacher) => teacher.personId === personId));
  const teaching =
    taught.length === 0 ? [] : [t("teaches {{classes}}", { classes: inAList(taught.map((one) => one.name)) })];
  const seen = seenOn === null ? t("not here yet") : t("last here {{when}}", { when: ago(seenOn, today) });
  return [...teaching, seen].join(" · ");
}

function MemberRow(props: { member: Member; isMe: boolean; isLead: boolean; leave: () => void }) {
  const { member, isMe, isLead, leave } = props;
  const today = useToday();
  const classes = useListClassesQuery().data?.classes ?? [];
  const [change] = useChangeRoleMutation();
  const [makeLink, made] = useMakePasswordLinkMutation();
  const say = useToast();
  const params = { personId: member.personId };
  const setRole = async (role: "lead" | "teacher") => {
    const { error } = await change({ params, body: { role } });
    if (error) say({ text: problemOf(error).detail, isError: true });
  };
  const [grants, setGrants] = useState<readonly Grant[] | null>(null);
  const [regrant] = useChangeGrantsMutation();
  const open = async (next: readonly Grant[]) => {
    const { error } = await regrant({ params, body: { grants: [...next] } });
    if (error) say({ text: problemOf(error).detail, isError: true });
    else setGrants(null);
  };
  const [reset] = useResetSecondFactorMutation();
  const resetFactor = async () => {
    const { error } = await reset({ params });
    if (error) say({ text: problemOf(error).detail, isError: true });
    else
      say({
        text: t("{{member}} signs in with the password alone, until a new second step is set up.", {
          member: member.name,
        }),
      });
  };
  const newLink = async () => {
    const { error } = await makeLink({ params });
    if (error) say({ text: problemOf(error).detail, isError: true });
  };
  return (
    <Paper component="li" aria-label={member.name} sx={{ px: 2, py: 1 }}>
      <Box sx={{ display: "flex", flexWrap: "wrap", alignItems: "center", columnGap: 2, rowGap: 1 }}>
        <Typography sx={{ flex: { xs: "1 1 100%", sm: 1 } }}>
          <strong>{member.name}</strong>
          {isMe && t(" (you)")}
          {member.hasSecondFactor && t(" · second step on")}
          {member.grants.length > 0 && ` · ${grantsInWords(member.grants)}`}
          <Box component="span" sx={{ display: "block", color: "text.secondary", fontSize: 14 }}>
            {lookedAfter(member, classes, today)}
          </Box>
        </Typography>
        {isLead && member.role !== "guest" ? (
          <TextField
            select
            size="small"
            value={member.role}
            slotProps={{ htmlInput: { "aria-label": t("Role of {{member}}", { member: member.name }) } }}
            onChange={(event) => void setRole(event.target.value as "lead")}
          >
            <MenuItem value="lead">{t("lead")}</MenuItem>
            <MenuItem value="teacher">{t("teacher")}</MenuItem>
          </TextField>
        ) : (
          <Typography color="textSecondary">{member.role}</Typography>
        )}
        {isLead && member.role === "guest" && (
          <Button
            size="small"
            aria-expanded={grants !== null}
            onClick={() => {
              setGrants(grants ? null : member.grants.length > 0 ? member.grants : [newGrant]);
            }}
          >
            {t("What is open")}
          </Button>
        )}
        {isLead && !isMe && (
          <Button size="small" onClick={() => void newLink()}>
            {t("New password")}
          </Button>
        )}
        {isLead && !isMe && member.hasSecondFactor && (
          <Button size="small" onClick={() => void resetFactor()}>
            {t("Turn second step off")}
          </Button>
        )}
        {(isLead || isMe) && (
          <Button size="small" color="inherit" onClick={leave}>
            {isMe ? t("Leave") : member.role === "guest" ? t("End access") : t("Has left")}
          </Button>
        )}
      </Box>
      {grants && (
        <Box
          component="form"
          aria-label={t("What is open to {{member}}", { member: member.name })}
          sx={{ py: 1.5 }}
          onSubmit={(event) => {
            event.preventDefault();
            void open(grants);
          }}
        >
          <GrantsField grants={grants} change={setGrants} />
          <Button type="submit" variant="contained" size="small" sx={{ mt: 1 }}>
            {t("Save")}
          </Button>
        </Box>
      )}
      {made.data && (
        <LinkToPassOn
          link={made.data.link}
          about={t("Give this link to {{member}}. It sets a new password, works once, and until {{expiresAt}}.", {
            member: member.name,
            expiresAt: moment(made.data.expiresAt),
          })}
        />
      )}
    </Paper>
  );
}

function LeaveDialog(props: { member: Member; isMe: boolean; colleagues: readonly Member[]; close: () => void }) {
  const { member, isMe, colleagues, close } = props;
  const [heirId, setHeirId] = useState("");
  const [end, { isLoading, error }] = useEndMembershipMutation();
  const say = useToast();
  const isGuest = member.role === "guest";
  const submit = async () => {
    const { data } = await end({
      params: { personId: member.personId },
      body: { handOverTo: heirId === "" ? null : heirId },
    });
    if (!data) return;
    if (isMe) {
      window.location.assign("/");
      return;
    }
    const heir = colleagues.find((one) => one.personId === heirId)?.name;
    say({
      text:
        heir && !isGuest
          ? t("{{member}} has left. {{heir}} has {{items}}, {{goals}}, {{releases}} and {{classes}} now.", {
              member: member.name,
              heir,
              items: t("{{count}} items", { count: data.items }),
              goals: t("{{count}} goals", { count: data.goals }),
              releases: t("{{count}} open releases", { count: data.releases }),
              classes: t("{{count}} classes", { count: data.classes }),
            })
          : t("{{member}} sees nothing here any more.", { member: member.name }),
    });
    close();
  };
  return (
    <Dialog open onClose={close} maxWidth="xs" fullWidth>
      <DialogTitle>
        {isMe
          ? t("Leave the department")
          : isGuest
            ? t("End the access of {{member}}", { member: member.name })
            : t("{{member}} has left", { member: member.name })}
      </DialogTitle>
      <DialogContent>
        {isGuest ? (
          <Typography>
            {t("What this guest copied into another department stays there; what they wrote here goes to you.")}
          </Typography>
        ) : (
          <>
            <Typography sx={{ mb: 2 }}>
              {isMe
                ? t(
                    "Items, unfinished drafts, goals, classes and running releases go to a colleague. What you wrote keeps your name in the history. This cannot be undone, but you can be invited again.",
                  )
                : t(
                    "Items, unfinished drafts, goals, classes and running releases go to a colleague. What they wrote keeps their name in the history. This cannot be undone, but they can be invited again.",
                  )}
            </Typography>
            <TextField
              select
              fullWidth
              required
              label={t("Who takes over")}
              value={heirId}
              onChange={(event) => {
                setHeirId(event.target.value);
              }}
            >
              {colleagues.map((one) => (
                <MenuItem key={one.personId} value={one.personId}>
                  {one.name}
                </MenuItem>
              ))}
            </TextField>
          </>
        )}
        {error && (
          <Alert severity="error" sx={{ mt: 2 }}>
            {problemOf(error).detail}
          </Alert>
        )}
      </DialogContent>
      <DialogActions>
        <Button onClick={close}>{t("Cancel")}</Button>
        <Button
          variant="contained"
          color="error"
          loading={isLoading}
          disabled={!isGuest && heirId === ""}
          onClick={() => void submit()}
        >
          {isGuest ? t("End access") : t("Hand over and end")}
        </Button>
      </DialogActions>
    </Dialog>
  );
}
