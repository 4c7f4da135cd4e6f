/** What waits to be looked over, one after the other, by keys: N and P move to the next and the previous, A approves, B sends back. */
import Box from "@mui/material/Box";
import Button from "@mui/material/Button";
import Paper from "@mui/material/Paper";
import TextField from "@mui/material/TextField";
import Typography from "@mui/material/Typography";
import type { ReviewRequest } from "@verdant/contract/review";
import { check } from "@verdant/core/checker/check";
import { kindOf } from "@verdant/core/items/kinds";
import { headline } from "@verdant/core/richText";
import { useCallback, useEffect, useMemo, useState } from "react";
import { Link } from "react-router";
import { Difference } from "../bank/difference/Difference.tsx";
import { problemOf } from "../platform/problem.ts";
import { Player } from "../player/Player.tsx";
import { RichTextView } from "../player/RichTextView.tsx";
import { moment } from "../ui/dates.ts";
import { OnlyFirst } from "../ui/OnlyFirst.tsx";
import { Page } from "../ui/Page.tsx";
import { PickRow } from "../ui/PickRow.tsx";
import { Empty, Failed, Loading } from "../ui/States.tsx";
import { useToast } from "../ui/Toasts.tsx";
import { CommentsPanel } from "./CommentsPanel.tsx";
import { useDecideReviewMutation, useListReviewsQuery } from "./api.ts";
import { findingInWords } from "../ui/findingInWords.ts";
import { t } from "../platform/words.ts";

export function ReviewPage() {
  const { data, error, refetch } = useListReviewsQuery(undefined, { refetchOnMountOrArgChange: true });
  const [chosenId, setChosenId] = useState<string | null>(null);
  const [isSendingBack, setSendingBack] = useState(false);
  const [decide, { isLoading }] = useDecideReviewMutation();
  const say = useToast();
  const requests = useMemo(() => data?.requests ?? [], [data]);
  const at = Math.max(
    0,
    requests.findIndex((one) => one.id === chosenId),
  );
  const request = requests[at];

  const go = useCallback(
    (to: number) => {
      const next = requests[Math.max(0, Math.min(requests.length - 1, to))];
      if (next) setChosenId(next.id);
      setSendingBack(false);
    },
    [requests],
  );
  const act = useCallback(
    async (decision: "approve" | "sendBack" | "withdraw", words = "") => {
      if (!request) return;
      const body = { revisionId: request.revisionId, decision, words };
      const answer = await decide({ params: { requestId: request.id }, body });
      if (answer.error) {
        say({ text: problemOf(answer.error).detail, isError: true });
        return;
      }
      const deeds = { approve: t("approved"), sendBack: t("sent back"), withdraw: t("cancelled") };
      say({ text: t("Item {{number}} is {{decision}}.", { number: request.number, decision: deeds[decision] }) });
      setSendingBack(false);
      setChosenId(requests[at + 1]?.id ?? requests[at - 1]?.id ?? null);
    },
    [request, requests, at, decide, say],
  );
  useEffect(() => {
    const onKey = (event: KeyboardEvent) => {
      const isTyping =
        event.target instanceof HTMLElement && event.target.matches("input, textarea, [contenteditable]");
      if (isTyping || event.ctrlKey || event.metaKey || event.altKey) return;
      const deeds: Record<string, () => void> = {
        n: () => {
          go(at + 1);
        },
        p: () => {
          go(at - 1);
        },
        a: () => {
          if (request?.mayApprove) void act("approve");
        },
        b: () => {
          if (request && !request.isMine) setSendingBack(true);
        },
      };
      const deed = deeds[event.key.toLowerCase()];
      if (!deed) return;
      event.preventDefault();
      deed();
    };
    window.addEventListener("keydown", onKey);
    return () => {
      window.removeEventListener("keydown", onKey);
    };
  }, [go, act, at, request]);

  return (
    <Page
      title={t("To check")}
      about={data && t("{{count}} items", { count: requests.length })}
      actions={
        <Button component={Link} to="/bank">
          {t("Back to the bank")}
        </Button>
      }
    >
      {error && <Failed error={error} retry={() => void refetch()} />}
      {!data && !error && <Loading what={t("what waits")} />}
      {data && requests.length === 0 && (
        <Empty>
          {t(
            "Nothing waits. A lead turns checking on under Team: every item before it is used, or second looks at some.",
          )}
        </Empty>
      )}
      {request && (
        <Box
          sx={{
            display: "grid",
            gridTemplateColumns: { xs: "minmax(0, 1fr)", md: "300px minmax(0, 1fr)" },
            gap: 3,
            alignItems: "start",
          }}
        >
          <div>
            <Box component="ul" aria-label={t("Waiting")} sx={{ m: 0, p: 0, listStyle: "none" }}>
              {requests.map((one, i) => (
                <Row
                  key={one.id}
                  request={one}
                  isChosen={one === request}
                  choose={() => {
                    go(i);
                  }}
                />
              ))}
            </Box>
            <OnlyFirst
              isMore={data?.isMore}
              text={t("These have waited longest. More come here when some of them are done.")}
            />
          </div>
          <Paper sx={{ p: 2.5 }} component="section" aria-label={t("Item {{number}}", { number: request.number })}>
            <Box sx={{ display: "flex", alignItems: "center", gap: 1, mb: 1.5 }}>
              <Typography variant="body2" color="textSecondary" sx={{ flex: 1 }}>
                {t("{{kind}} item {{number}}, by {{askedBy}}, {{askedAt}}", {
                  kind: request.kind === "secondLook" ? t("A second look at") : t("Before it is used:"),
                  number: request.number,
                  askedBy: request.askedBy,
                  askedAt: moment(request.askedAt),
                })}
                {request.use === "reserved" && t(" · reserved")}
              </Typography>
              <Button component={Link} to={`/bank/${request.itemId}`}>
                {t("Edit")}
              </Button>
              {request.isMine ? (
                <Button disabled={isLoading} onClick={() => void act("withdraw")}>
                  {t("Cancel request")}
                </Button>
              ) : (
                <Button
                  disabled={isLoading}
                  aria-keyshortcuts="b"
                  onClick={() => {
                    setSendingBack(true);
                  }}
                >
                  {t("Send back (B)")}
                </Button>
              )}
              <Button
                variant="contained"
                disabled={isLoading || !request.mayApprove}
                aria-keyshortcuts="a"
                onClick={() => void act("approve")}
              >
                {t("Approve (A)")}
              </Button>
            </Box>
            {!request.mayApprove && (
              <Typography color="textSecondary" sx={{ mb: 1 }}>
                {t("You wrote this; in your department a colleague approves it.")}
              </Typography>
            )}
            {isSendingBack && <SendBack send={(words) => void act("sendBack", words)} />}
            <Looked key={request.revisionId} request={request} />
            <CommentsPanel
              key={request.itemId}
              item={{ id: request.itemId, content: request.content, revisionId: request.revisionId }}
            />
          </Paper>
        </Box>
      )}
    </Page>
  );
}

function Row({ request, isChosen, choose }: { request: ReviewRequest; isChosen: boolean; choose: () => void }) {
  return (
    <PickRow isChosen={isChosen} choose={choose}>
      {request.label ?? headline(request.content.stem)}
      <Typography variant="body2" color="textSecondary">
        {request.number} · {request.isMine ? t("yours") : request.askedBy}
        {request.kind === "secondLook" && t(" · second look")}
        {request.inUse && t(" · a change")}
      </Typography>
    </PickRow>
  );
}

function SendBack({ send }: { send: (words: string) => void }) {
  const [words, setWords] = useState("");
  return (
    <Box sx={{ display: "flex", gap: 1, mb: 2, alignItems: "flex-start" }}>
      <TextField
        autoFocus
        fullWidth
        multiline
        label={t("What is to be done")}
        value={words}
        slotProps={{ htmlInput: { maxLength: 2000 } }}
        onChange={(event) => {
          setWords(event.target.value);
        }}
      />
      <Button
        variant="outlined"
        disabled={words.trim() === ""}
        sx={{ whiteSpace: "nowrap", flex: "none" }}
        onClick={() => {
          send(words);
        }}
      >
        {t("Send back")}
      </Button>
    </Box>
  );
}

/** The item with its key and reasons, what differs from what is in use, and what the checker says. */
function Looked({ request }: { request: ReviewRequest }) {
  const { content, inUse } = request;
  const kind = kindOf(content);
  const right = kind.rightAnswer(content);
  const findings = check(content, { use: request.use });
  return (
    <>
      <Player
        view={kind.toStudentView(content, kind.arrange(content, null))}
        answer={right}
        name={`review ${request.id}`}
        verdict={{ content, credit: null }}
      />
      {content.explanation && (
        <Box sx={{ mt: 1.5, p: 1.5, borderRadius: 1, bgcolor: "success.light" }}>
          <RichTextView text={content.explanation} />
        </Box>
      )}
      {inUse && (
        <Box sx={{ mt: 2 }}>
          <Difference before={inUse} after={content} names={[t("In use now"), t("Handed in")]} />
        </Box>
      )}
      {findings.length > 0 && (
        <Box component="ul" aria-label={t("What the checker says")} sx={{ mt: 1.5, pl: 2.5, color: "text.secondary" }}>
          {findings.map((finding) => (
            <li key={finding.rule}>{findingInWords(finding).text}</li>
          ))}
        </Box>
      )}
    </>
  );
}
