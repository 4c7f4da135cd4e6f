import Button from "@mui/material/Button";
import Stack from "@mui/material/Stack";
import { useState } from "react";
import { Link, useParams } from "react-router";
import type { Quiz } from "@verdant/contract/assembly";
import { problemOf } from "../platform/problem.ts";
import { useToast } from "../ui/Toasts.tsx";
import { moved } from "../ui/Braid.tsx";
import { counted } from "../ui/dates.ts";
import { Page } from "../ui/Page.tsx";
import { Failed, Loading } from "../ui/States.tsx";
import { BraidPanel } from "./BraidPanel.tsx";
import { CountPanel } from "./CountPanel.tsx";
import { NameField } from "./NameField.tsx";
import { PlaceList } from "./PlaceList.tsx";
import { useArrangeQuizMutation, useRecomposeQuizMutation, useRenameQuizMutation, useShowQuizQuery } from "./api.ts";

/** A quiz being composed: how many questions, the braid, the items in order, what to look at before releasing. */
export function ComposerPage() {
  const { quizId = "" } = useParams();
  const { data, error, isLoading, refetch } = useShowQuizQuery({ params: { quizId } });
  return (
    <>
      {isLoading && <Loading what="the quiz" />}
      {error && (
        <Page title="Quiz">
          <Failed error={error} retry={() => void refetch()} />
        </Page>
      )}
      {data && <Composer quiz={data} />}
    </>
  );
}

function Composer({ quiz }: { quiz: Quiz }) {
  const [selectedId, setSelectedId] = useState<string | null>(null);
  const [arrange] = useArrangeQuizMutation();
  const [rename] = useRenameQuizMutation();
  const [recompose, { isLoading: isComposing }] = useRecomposeQuizMutation();
  // The order shown at once while the server still writes it; dropped when its answer comes.
  const [pending, setPending] = useState<readonly string[] | null>(null);
  const say = useToast();
  const places = (pending ?? quiz.places.map((place) => place.itemId)).flatMap(
    (id) => quiz.places.find((place) => place.itemId === id) ?? [],
  );
  const minutes = Math.max(1, Math.round(places.reduce((sum, place) => sum + place.expectedSeconds, 0) / 60));

  const setItems = async (itemIds: readonly string[], version: number) => {
    setPending(itemIds);
    const answer = await arrange({ params: { quizId: quiz.id }, body: { version, itemIds: [...itemIds] } });
    setPending(null);
    if (answer.error) say({ text: problemOf(answer.error).detail, isError: true });
    return answer.data;
  };
  const itemIds = places.map((place) => place.itemId);
  const move = (from: number, to: number) => void setItems(moved(itemIds, from, to), quiz.version);
  const takeOut = async (itemId: string) => {
    const changed = await setItems(
      itemIds.filter((id) => id !== itemId),
      quiz.version,
    );
    if (!changed) return;
    say({
      text: "Taken out of this quiz; it stays in the bank.",
      undo: () => void setItems(itemIds, changed.version),
    });
  };
  const nameIt = async (name: string) => {
    const answer = await rename({ params: { quizId: quiz.id }, body: { version: quiz.version, name } });
    if (answer.error) say({ text: problemOf(answer.error).detail, isError: true });
  };
  const composeAgain = async (count: number) => {
    const answer = await recompose({ params: { quizId: quiz.id }, body: { version: quiz.version, count } });
    if (answer.error) say({ text: problemOf(answer.error).detail, isError: true });
  };

  return (
    <Page
      title={quiz.name}
      about={`for ${quiz.className} · ${counted(places.length, "question")} · about ${minutes} min · the class should score ${band(quiz.expected)}`}
      actions={
        <Button component={Link} to={`/quizzes/${quiz.id}/release`} variant="contained" disabled={places.length === 0}>
          Release to {quiz.className}
        </Button>
      }
    >
      <Stack spacing={1.5}>
        <CountPanel
          quiz={quiz}
          isComposing={isComposing}
          compose={(count) => void composeAgain(count)}
          name={<NameField name={quiz.name} rename={(name) => void nameIt(name)} />}
        />
        <BraidPanel quiz={quiz} places={places} selectedId={selectedId} select={setSelectedId} move={move} />
        <PlaceList
          places={places}
          selectedId={selectedId}
          select={setSelectedId}
          move={move}
          takeOut={(itemId) => void takeOut(itemId)}
        />
      </Stack>
    </Page>
  );
}

const band = ({ low, high, outOf }: Quiz["expected"]) =>
  low === high ? `about ${low} of ${outOf}` : `${low} to ${high} of ${outOf}`;
