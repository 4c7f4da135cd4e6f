import Box from "@mui/material/Box";
import Button from "@mui/material/Button";
import FormControlLabel from "@mui/material/FormControlLabel";
import Paper from "@mui/material/Paper";
import Switch from "@mui/material/Switch";
import Typography from "@mui/material/Typography";
import type { Item } from "@verdant/contract/bank";
import { creditOf, kindOf, markerOf, type Answer } from "@verdant/core/items/kinds";
import type { RichText } from "@verdant/core/richText";
import { Suspense, useState } from "react";
import { Link } from "react-router";
import { useShowItemFiguresQuery } from "../../insight/api.ts";
import { FiguresPanel } from "../../insight/FiguresPanel.tsx";
import { problemOf } from "../../platform/problem.ts";
import { Player } from "../../player/Player.tsx";
import { RichTextView } from "../../player/RichTextView.tsx";
import { useShowReviewRulesQuery, useSubmitForReviewMutation } from "../../review/api.ts";
import { CommentsPanel } from "../../review/CommentsPanel.tsx";
import { useShowStimulusQuery } from "../../stimuli/api.ts";
import { Failed, Loading } from "../../ui/States.tsx";
import { useToast } from "../../ui/Toasts.tsx";
import { useListFamilyQuery, useSetItemStatusMutation, useShowItemQuery, useShowTwinsQuery } from "../api.ts";
import { StimulusOf } from "../fields/StimulusOf.tsx";
import { SuccessorField } from "../fields/SuccessorField.tsx";
import { LikePanel } from "../like/LikePanel.tsx";
import { TwinPanel } from "./TwinPanel.tsx";
import { FamilyPanel } from "./FamilyPanel.tsx";
import { kindNames } from "@verdant/core/items/kindNames";
import { t } from "../../platform/words.ts";

const statusNames = { draft: t("draft"), inReview: t("being checked"), approved: t("approved"), retired: t("retired") };

interface Aside {
  readonly isSetAside: boolean;
  readonly setAside: (isOn: boolean) => void;
}

/** The item as a student sees it. It can be answered here, which is recorded nowhere; the key shows on demand. */
/** What else a student is told, under the heading that it has there. */
const Told = ({ title, text }: { title: string; text: RichText }) => (
  <Box sx={{ mt: 1 }}>
    <Typography variant="body2" sx={{ fontWeight: 700 }}>
      {title}
    </Typography>
    <RichTextView text={text} />
  </Box>
);

export function ReadingPane({ itemId, ...aside }: { itemId: string } & Aside) {
  const { data, error } = useShowItemQuery({ params: { itemId } }, { refetchOnMountOrArgChange: true });
  // What stands above the buttons is there before them, or they would jump away from under a click.
  const stimulusId = data?.tagging.stimulusId ?? null;
  const stimulus = useShowStimulusQuery({ params: { stimulusId: stimulusId ?? "" } }, { skip: stimulusId === null });
  if (error) return <Failed error={error} />;
  const loading = <Loading what={t("the item")} />;
  if (!data || stimulus.isLoading) return loading;
  return (
    <Suspense fallback={loading}>
      <Pane item={data} {...aside} />
    </Suspense>
  );
}

function Pane({ item, isSetAside, setAside }: { item: Item } & Aside) {
  const [answer, setAnswer] = useState<Answer | null>(null);
  const [showsKey, setShowsKey] = useState(false);
  const { content } = item;
  const kind = kindOf(content);
  const verdict = { content, credit: answer && markerOf(content) === "machine" ? creditOf(content, answer) : null };
  const rationales = answer?.kind === content.kind ? kind.rationales(content, answer) : [];
  const about = [
    t("Item {{number}}", { number: item.number }),
    kindNames[content.kind],
    item.tagging.use,
    ...(item.status === "approved" ? [] : [statusNames[item.status]]),
    `by ${item.owner}`,
    ...sourceInWords(item.source),
    ...(item.familySize > 1 ? [t("one of {{familySize}} look-alikes", { familySize: item.familySize })] : []),
  ];
  return (
    <Paper sx={{ p: 2 }} component="article" aria-label={t("Item {{number}}", { number: item.number })}>
      <Typography variant="caption" color="textSecondary" component="p" sx={{ m: 0, mb: 1 }}>
        {about.join(" · ")}
      </Typography>
      <StimulusOf stimulusId={item.tagging.stimulusId} />
      <Player
        isAwaited
        view={kind.toStudentView(content, kind.arrange(content, null))}
        answer={answer}
        onAnswer={setAnswer}
        name={`pane ${item.id}`}
        {...(showsKey && { verdict })}
      />
      {showsKey && (
        <Box sx={{ mt: 1.5, p: 1.5, borderRadius: 2, bgcolor: "success.light" }}>
          {rationales.map((text, i) => (
            <RichTextView key={i} text={text} />
          ))}
          {content.explanation && <RichTextView text={content.explanation} />}
          {!content.explanation && rationales.length === 0 && (
            <Typography variant="body2">{t("This item has no explanation yet.")}</Typography>
          )}
          {content.nearly && <Told title={t("Nearly there")} text={content.nearly} />}
          {content.nextStep && <Told title={t("Next step")} text={content.nextStep} />}
        </Box>
      )}
      <FormControlLabel
        sx={{ mt: 1 }}
        control={
          <Switch
            checked={showsKey}
            onChange={(_, checked) => {
              setShowsKey(checked);
            }}
          />
        }
        label={t("Show the key")}
      />
      <Box sx={{ display: "flex", flexWrap: "wrap", gap: 1, mt: 1 }}>
        <Button component={Link} to={`/bank/${item.id}`} variant="outlined">
          {t("Edit")}
        </Button>
        <Button component={Link} to={`/bank/new?variantOf=${item.id}`}>
          {t("Remix")}
        </Button>
        <Button
          aria-pressed={isSetAside}
          onClick={() => {
            setAside(!isSetAside);
          }}
        >
          {isSetAside ? t("Remove from tray") : t("Add to tray")}
        </Button>
        <Button component={Link} to={`/bank/${item.id}/history`}>
          {t("History")}
        </Button>
        <Button component={Link} to={`/bank/${item.id}/key`}>
          {t("Is the key wrong?")}
        </Button>
        <HandInButton item={item} />
        <StatusButtons item={item} />
      </Box>
      {item.status === "retired" && <SuccessorField key={`successor ${item.id}`} item={item} />}
      <Known key={`known ${item.id}`} item={item} />
    </Paper>
  );
}

/** Who made what came from elsewhere, and under which licence it may be used. */
function sourceInWords(source: Item["source"]): string[] {
  if (source === null) return [];
  const { author, licence } = source;
  return [...(author === "" ? [] : [t("made by {{author}}", { author })]), ...(licence === "" ? [] : [licence])];
}

/** What is known of it. Its panels come in together: one that came later would push the buttons of those below it away. */
function Known({ item }: { item: Item }) {
  const of = { params: { itemId: item.id } };
  const anew = { refetchOnMountOrArgChange: true };
  const reads = [useShowItemFiguresQuery(of, anew), useShowTwinsQuery(of, anew), useListFamilyQuery(of, anew)];
  if (reads.some(({ isLoading }) => isLoading)) return null;
  return (
    <>
      <FiguresPanel itemId={item.id} use={item.tagging.use} />
      <TwinPanel item={item} />
      <LikePanel itemId={item.id} />
      <FamilyPanel item={item} />
      <CommentsPanel item={{ id: item.id, content: item.content, revisionId: item.revision.id }} />
    </>
  );
}

/** Where items are looked over before they are used: a finished draft is handed in. */
function HandInButton({ item }: { item: Item }) {
  const [handIn, { isLoading }] = useSubmitForReviewMutation();
  const isReviewed = useShowReviewRulesQuery().data?.mode === "all";
  const say = useToast();
  if (!isReviewed || item.status !== "draft" || item.faults.length > 0) return null;
  const hand = async () => {
    const answer = await handIn({ body: { itemIds: [item.id] } });
    if (answer.error) say({ text: problemOf(answer.error).detail, isError: true });
    else
      say({
        text: t("Item {{number}} is sent for checking: it is in use once a colleague has approved it.", {
          number: item.number,
        }),
      });
  };
  return (
    <Button disabled={isLoading} onClick={() => void hand()}>
      {t("Send for checking")}
    </Button>
  );
}

/** Out of use for good, or to be worked on; and back. */
function StatusButtons({ item }: { item: Item }) {
  const [setStatus, { isLoading }] = useSetItemStatusMutation();
  const say = useToast();
  if (item.status !== "approved" && item.status !== "retired") return null;
  const before = item.status;
  const change = async (version: number, status: "draft" | "approved" | "retired", isUndo = false) => {
    const { data, error } = await setStatus({
      params: { itemId: item.id },
      body: { version, status, successorId: null },
    });
    if (error) say({ text: problemOf(error).detail, isError: true });
    else if (!isUndo)
      say({
        text: t("Item {{number}} {{status}}", { number: item.number, status: statusWords[status] }),
        undo: () => void change(data.version, before, true),
      });
  };
  const button = (words: string, status: "draft" | "approved" | "retired") => (
    <Button color="inherit" disabled={isLoading} onClick={() => void change(item.version, status)}>
      {words}
    </Button>
  );
  return item.status === "retired" ? (
    button(t("Put back into use"), "approved")
  ) : (
    <>
      {button(t("Back to a draft"), "draft")}
      {button(t("Retire"), "retired")}
    </>
  );
}

const statusWords = {
  draft: t("is a draft again: it is not used in quizzes until it is saved or put back into use."),
  approved: t("is in use again."),
  retired: t("is retired: it is no longer used in quizzes."),
};
