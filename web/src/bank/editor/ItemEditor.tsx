import Alert from "@mui/material/Alert";
import Button from "@mui/material/Button";
import Dialog from "@mui/material/Dialog";
import DialogActions from "@mui/material/DialogActions";
import DialogContent from "@mui/material/DialogContent";
import DialogTitle from "@mui/material/DialogTitle";
import Paper from "@mui/material/Paper";
import type { Item } from "@verdant/contract/bank";
import { check } from "@verdant/core/checker/check";
import { faultsOf } from "@verdant/core/items/kinds";
import { isEmptyText } from "@verdant/core/richText";
import { useDeferredValue, useMemo, useState } from "react";
import { useNavigate, useSearchParams } from "react-router";
import { problemOf } from "../../platform/problem.ts";
import { useShowReviewRulesQuery, useSubmitForReviewMutation } from "../../review/api.ts";
import { Page } from "../../ui/Page.tsx";
import { useToast } from "../../ui/Toasts.tsx";
import { AlsoHere } from "../like/AlsoHere.tsx";
import { EditorDesk } from "./EditorDesk.tsx";
import { ConflictPanel } from "./ConflictPanel.tsx";
import { Difference } from "../difference/Difference.tsx";
import { StimulusOf } from "../fields/StimulusOf.tsx";
import { TaggingForm } from "./TaggingForm.tsx";
import type { Keeping } from "./draftKeeper.ts";
import { useItemEditor, type Work } from "./useItemEditor.ts";
import { useSpelling } from "./useSpelling.ts";
import { useListKeyPlacesQuery, useSetTwinMutation } from "../api.ts";
import { useLikeItems } from "../like/useLikeItems.ts";
import { faultInWords } from "../../ui/faultInWords.ts";
import { t } from "../../platform/words.ts";

/** The editor with a live rendering beside it; only stem, key and topic are asked for. */
export function ItemEditor(props: {
  itemId: string;
  saved: Item | null;
  newest: Item | null;
  start: { work: Work; version: number; isDraft: boolean };
  /** Of a new item: the item it is a look-alike of. */
  original: Item | null;
  reload: () => unknown;
}) {
  const { itemId, saved, newest, start, original, reload } = props;
  const navigate = useNavigate();
  const say = useToast();
  const [search] = useSearchParams();
  const editor = useItemEditor(itemId, start, original?.id);
  const { work, change, trouble } = editor;
  const faults = [
    ...faultsOf(work.content),
    ...(work.tagging.topicId === null ? [{ path: ["topicId"], code: "topicMissing" as const }] : []),
  ].map(faultInWords);
  const content = useDeferredValue(work.content);
  // An empty page needs no advice yet.
  const isEmpty = isEmptyText(content.stem);
  const compared = useMemo(() => (isEmpty || content.kind === "keyOnly" ? [] : [content]), [isEmpty, content]);
  const relatives = [...(saved ? [itemId] : []), ...(original ? [original.id] : [])];
  const nearest = [...useLikeItems(compared, relatives).values()][0];
  const misspelt = useSpelling(content);
  const lastKeyPlaces = useListKeyPlacesQuery({ query: { besides: itemId } }).data?.places;
  const findings = useMemo(
    () =>
      isEmpty
        ? []
        : check(content, { original: original?.content, nearest, use: work.tagging.use, misspelt, lastKeyPlaces }),
    [isEmpty, content, original, nearest, work.tagging.use, misspelt, lastKeyPlaces],
  );
  const isConflict = trouble?.kind === "stale";

  const [handIn] = useSubmitForReviewMutation();
  const isReviewed = useShowReviewRulesQuery().data?.mode === "all";

  // A sibling's key after a term was swapped is the commonest slip in a variant: it is asked about, once.
  const keepsKey = findings.some(({ rule }) => rule === "variantKeepsKey");
  const isKept = work.tagging.keptFindings.some(({ rule }) => rule === "variantKeepsKey");
  const [asked, setAsked] = useState<{ then: string; handsIn: boolean } | "answered" | null>(null);

  const finish = async (then: string, handsIn = false, isSure = false) => {
    if (keepsKey && !isKept && !isSure && asked !== "answered") {
      setAsked({ then, handsIn });
      return;
    }
    const item = await editor.save();
    if (!item) {
      void reload();
      return;
    }
    const handedIn = handsIn ? await handIn({ body: { itemIds: [item.id] } }) : null;
    if (handedIn?.error) say({ text: problemOf(handedIn.error).detail, isError: true });
    else if (handedIn)
      say({
        text: t("Item {{number}} is sent for checking: it is in use once a colleague has approved it.", {
          number: item.number,
        }),
      });
    else
      say({
        text:
          item.status === "approved"
            ? t("Item {{number}} is in the bank.", { number: item.number })
            : t("Item {{number}} is saved as a draft: {{text}}", {
                number: item.number,
                text: item.faults[0] ? faultInWords(item.faults[0]) : t("it has not been sent for checking yet."),
              }),
      });
    await tieTwin(item);
    await navigate(writtenFor(search, item) ?? then);
  };

  /** Written as a twin: the one for tests says which one explains it. */
  const [setTwin] = useSetTwinMutation();
  const tieTwin = async (item: Item) => {
    const twin = search.get("twin");
    if (!original || twin === null) return;
    const [reserved, practice] = twin === "explains" ? [original.id, item.id] : [item.id, original.id];
    const { error } = await setTwin({ params: { itemId: reserved }, body: { twinId: practice } });
    if (error) say({ text: problemOf(error).detail, isError: true });
  };

  return (
    <Page
      title={
        saved
          ? t("Item {{number}}", { number: saved.number })
          : original
            ? t("Remix of item {{number}}", { number: original.number })
            : t("New item")
      }
      about={aboutOf(editor.keeping, start.isDraft)}
      actions={
        <>
          <Button variant="outlined" disabled={editor.isSaving} onClick={() => void finish(anotherLike(work))}>
            {t("Finish and write another")}
          </Button>
          <Button
            variant={isReviewed ? "outlined" : "contained"}
            disabled={editor.isSaving}
            onClick={() => void finish(`/bank?item=${itemId}`)}
          >
            {t("Finish")}
          </Button>
          {isReviewed && (
            <Button
              variant="contained"
              disabled={editor.isSaving || faults.length > 0}
              onClick={() => void finish(`/bank?item=${itemId}`, true)}
            >
              {t("Finish and send for checking")}
            </Button>
          )}
        </>
      }
    >
      <AlsoHere itemId={itemId} topicId={work.tagging.topicId} />
      {trouble && !isConflict && (
        <Alert severity="error" sx={{ mb: 2 }}>
          {trouble.detail}
        </Alert>
      )}
      {asked !== null && asked !== "answered" && (
        <Dialog
          open
          onClose={() => {
            setAsked("answered");
          }}
        >
          <DialogTitle>{t("Is the key still right?")}</DialogTitle>
          <DialogContent>
            {t("A word of the question was swapped, and the key is still that of item")} {original?.number}.
          </DialogContent>
          <DialogActions>
            <Button
              onClick={() => {
                setAsked("answered");
              }}
            >
              {t("Look at it again")}
            </Button>
            <Button
              variant="contained"
              onClick={() => {
                setAsked("answered");
                void finish(asked.then, asked.handsIn, true);
              }}
            >
              {t("It is right")}
            </Button>
          </DialogActions>
        </Dialog>
      )}
      {original && (
        <Alert severity="info" icon={false} sx={{ mb: 2 }}>
          {t(
            "A remix of item {{number}}. The two become look-alikes: never both in one quiz. Change what is asked, not only its wording, and check that the key still fits.",
            { number: original.number },
          )}
        </Alert>
      )}
      {isConflict && newest && (
        <ConflictPanel
          mine={work}
          theirs={newest}
          base={saved?.version === start.version ? saved : null}
          keep={(merged) => {
            change(merged);
            void editor.save(newest.version, merged).then((item) => item && navigate(`/bank?item=${itemId}`));
          }}
          takeTheirs={() => void editor.giveUp().then(() => navigate(`/bank?item=${itemId}`))}
        />
      )}
      <EditorDesk
        content={work.content}
        isNew={!saved}
        change={(content) => {
          change({ ...work, content });
        }}
        missing={faults}
        findings={findings}
        kept={work.tagging.keptFindings}
        keep={(keptFindings) => {
          change({ ...work, tagging: { ...work.tagging, keptFindings } });
        }}
        tagging={
          <TaggingForm
            tagging={work.tagging}
            onChange={(tagging) => {
              change({ ...work, tagging });
            }}
          />
        }
        stimulus={<StimulusOf stimulusId={work.tagging.stimulusId} />}
        compared={
          original && (
            <Paper sx={{ p: 2.5 }} component="section" aria-label={t("Beside the original")}>
              <Difference
                before={original.content}
                after={content}
                names={[t("Item {{number}}", { number: original.number }), t("This remix")]}
              />
            </Paper>
          )
        }
      />
    </Page>
  );
}

/** The next item is begun where this one belongs. */
function anotherLike({ tagging: { topicId, stimulusId } }: Work): string {
  const place = new URLSearchParams({
    ...(topicId && { topic: topicId }),
    ...(stimulusId && { stimulus: stimulusId }),
  });
  return `/bank/new?${place}`;
}

/** Back to the quiz in which it was begun, where there is one and the item can be used. */
function writtenFor(search: URLSearchParams, item: Item): string | null {
  const quizId = search.get("quiz");
  if (quizId === null) return null;
  const insteadOf = search.get("insteadOf");
  if (insteadOf !== null && item.status === "approved")
    return `/quizzes/${quizId}?add=${item.id}&insteadOf=${insteadOf}`;
  const at = `part=${search.get("part") ?? "0"}&place=${search.get("place") ?? "0"}`;
  return `/quizzes/${quizId}${item.status === "approved" ? `?add=${item.id}&${at}` : ""}`;
}

const keepingInWords: Record<Keeping, string> = {
  asSaved: t("as it is in the bank"),
  typing: t("saving…"),
  draftKept: t("draft saved; finishing makes it a revision"),
  notKept: t(
    "the draft could not be saved: no connection. It is still here on the page; go on editing, saving is tried again",
  ),
};

const aboutOf = (keeping: Keeping, wasDraft: boolean) =>
  keeping === "draftKept" && wasDraft ? t("your draft from before, saved") : keepingInWords[keeping];
