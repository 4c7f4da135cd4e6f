/** A wrong key found late: what is right after all, who gains and loses by it, and taking it back. */
import Alert from "@mui/material/Alert";
import Box from "@mui/material/Box";
import Button from "@mui/material/Button";
import MenuItem from "@mui/material/MenuItem";
import Stack from "@mui/material/Stack";
import TextField from "@mui/material/TextField";
import type { ReleasedRevision } from "@verdant/contract/rulings";
import { isRuling } from "@verdant/core/items/ruling";
import { useState } from "react";
import { Link, useParams, useSearchParams } from "react-router";
import { problemOf } from "../platform/problem.ts";
import { Page } from "../ui/Page.tsx";
import { Empty, Failed, Loading } from "../ui/States.tsx";
import { useToast } from "../ui/Toasts.tsx";
import { GainsAndLosses } from "./GainsAndLosses.tsx";
import { RulingForm, type RulingDraft } from "./RulingForm.tsx";
import { RulingList } from "./RulingList.tsx";
import { useGiveKeyRulingMutation, useListKeyRulingsQuery, useUndoKeyRulingMutation } from "./api.ts";
import { t } from "../platform/words.ts";

export function KeyPage() {
  const { itemId = "" } = useParams();
  const [search] = useSearchParams();
  const release = search.get("release");
  const { data, error, refetch } = useListKeyRulingsQuery({ params: { itemId } }, { refetchOnMountOrArgChange: true });
  const [chosen, setChosen] = useState<string | null>(null);
  const revision =
    data?.revisions.find((one) => one.revisionId === chosen) ??
    data?.revisions.find((one) => one.releases.some((given) => given.id === release)) ??
    data?.revisions[0];
  return (
    <Page
      title={data ? t("The key of item {{number}}", { number: data.number }) : t("The key")}
      about={t("for when it is found wrong after students have answered")}
      actions={
        <Button component={Link} to={release ? `/results/${release}` : `/bank?item=${itemId}`}>
          {release ? t("Back to the results") : t("Back to the bank")}
        </Button>
      }
    >
      {error && <Failed error={error} retry={() => void refetch()} />}
      {!data && !error && <Loading what={t("the key")} />}
      {data && !revision && (
        <Empty
          action={
            <Button component={Link} to={`/bank/${itemId}`} variant="contained">
              {t("Edit the item")}
            </Button>
          }
        >
          {t(
            "Nobody was given this item yet. If its key is wrong, put it right in the item: there are no marks to change.",
          )}
        </Empty>
      )}
      {data && data.revisions.length > 1 && revision && (
        <TextField
          select
          label={t("As it was released")}
          value={revision.revisionId}
          sx={{ mb: 2, minWidth: 420 }}
          onChange={(event) => {
            setChosen(event.target.value);
          }}
        >
          {data.revisions.map((one) => (
            <MenuItem key={one.revisionId} value={one.revisionId}>
              {t("Revision {{n}}, in {{releases}}", {
                n: one.n,
                releases: one.releases.map((given) => given.name).join(", "),
              })}
            </MenuItem>
          ))}
        </TextField>
      )}
      {revision && <Rule key={revision.revisionId} itemId={itemId} revision={revision} />}
    </Page>
  );
}

function Rule({ itemId, revision }: { itemId: string; revision: ReleasedRevision }) {
  const [draft, setDraft] = useState<RulingDraft>({ ruling: null, answer: null, releaseId: null, mendsItem: true });
  const [give, { isLoading }] = useGiveKeyRulingMutation();
  const takeBack = useTakeBack();
  const say = useToast();
  const { ruling, answer, releaseId } = draft;
  const body =
    ruling !== null && isRuling({ ruling, answer }, revision.content)
      ? {
          revisionId: revision.revisionId,
          releaseId,
          ruling,
          answer: ruling === "correct" || ruling === "accept" ? answer : null,
        }
      : null;
  const mark = async () => {
    if (!body) return;
    const { data, error } = await give({ params: { itemId }, body: { ...body, mendsItem: draft.mendsItem } });
    if (error) {
      say({ text: problemOf(error).detail, isError: true });
      return;
    }
    setDraft({ ...draft, ruling: null, answer: null });
    say({
      text: t("{{count}} goes marked again{{mended}}.", {
        count: data.remarked,
        mended: data.mended ? t(", and the item has the new key") : "",
      }),
      undo: () => void takeBack(data.rulingId),
    });
  };
  const running = revision.releases.reduce((sum, one) => sum + one.running, 0);
  return (
    <Stack spacing={2}>
      {running > 0 && (
        <Alert severity="info" icon={false}>
          {t("{{count}} students are answering this now: what you decide holds for them too.", { count: running })}
        </Alert>
      )}
      <Box
        sx={{
          display: "grid",
          gridTemplateColumns: { xs: "minmax(0, 1fr)", md: "minmax(0, 1fr) minmax(0, 1fr)" },
          gap: 3,
          alignItems: "start",
        }}
      >
        <RulingForm revision={revision} draft={draft} onChange={setDraft} />
        <GainsAndLosses
          itemId={itemId}
          body={body}
          action={
            <Button variant="contained" disabled={!body || isLoading} onClick={() => void mark()}>
              {t("Mark again")}
            </Button>
          }
        />
      </Box>
      <RulingList rulings={revision.rulings} takeBack={takeBack} />
    </Stack>
  );
}

function useTakeBack() {
  const [undo] = useUndoKeyRulingMutation();
  const say = useToast();
  return async (rulingId: string) => {
    const { data, error } = await undo({ params: { rulingId } });
    say(
      error
        ? { text: problemOf(error).detail, isError: true }
        : { text: t("Undone: {{count}} goes marked as before.", { count: data.remarked }) },
    );
  };
}
