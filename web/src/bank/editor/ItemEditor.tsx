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
    ...(work.tagging.topicId === null ? [{ path: ["topicId"], text: "Choose a topic." }] : []),
  ];
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
      say({ text: `Item ${item.number} is handed in: it is in use once a colleague has approved it.` });
    else
      say({
        text:
          item.status === "approved"
            ? `Item ${item.number} is in the bank.`
            : `Item ${item.number} is kept as a draft: ${item.faults[0]?.text ?? "it is not handed in for review yet."}`,
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
      title={saved ? `Item ${saved.number}` : original ? `Variant of item ${original.number}` : "New item"}
      about={aboutOf(editor.keeping, start.isDraft)}
      actions={
        <>
          <Button variant="outlined" disabled={editor.isSaving} onClick={() => void finish(anotherLike(work))}>
            Finish and write another
          </Button>
          <Button
            variant={isReviewed ? "outlined" : "contained"}
            disabled={editor.isSaving}
            onClick={() => void finish(`/bank?item=${itemId}`)}
          >
            Finish
          </Button>
          {isReviewed && (
            <Button
              variant="contained"
              disabled={editor.isSaving || faults.length > 0}
              onClick={() => void finish(`/bank?item=${itemId}`, true)}
            >
              Finish and hand in
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
          <DialogTitle>Is the key still right?</DialogTitle>
          <DialogContent>
            A word of the question was swapped, and the key is still that of item {original?.number}.
          </DialogContent>
          <DialogActions>
            <Button
              onClick={() => {
                setAsked("answered");
              }}
            >
              Look at it again
            </Button>
            <Button
              variant="contained"
              onClick={() => {
                setAsked("answered");
                void finish(asked.then, asked.handsIn, true);
              }}
            >
              It is right
            </Button>
          </DialogActions>
        </Dialog>
      )}
      {original && (
        <Alert severity="info" icon={false} sx={{ mb: 2 }}>
          A variant of item {original.number}. The two become look-alikes: never both in one sitting. Change what is
          asked, not only its wording, and check that the key still fits.
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
        missing={faults.map((fault) => fault.text)}
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
            <Paper sx={{ p: 2.5 }} component="section" aria-label="Beside the original">
              <Difference
                before={original.content}
                after={content}
                names={[`Item ${original.number}`, "This variant"]}
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
  asSaved: "as it is in the bank",
  typing: "writing…",
  draftKept: "draft kept; finishing makes it a revision",
  notKept: "the draft could not be kept: no connection. It is still here on the page; go on writing, it is tried again",
};

const aboutOf = (keeping: Keeping, wasDraft: boolean) =>
  keeping === "draftKept" && wasDraft ? "your draft from before, kept" : keepingInWords[keeping];
