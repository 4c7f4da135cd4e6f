import Box from "@mui/material/Box";
import Button from "@mui/material/Button";
import Stack from "@mui/material/Stack";
import type { FixedPlace, Quiz } from "@verdant/contract/assembly";
import { useEffect, useState } from "react";
import { Link, useParams, useSearchParams } from "react-router";
import { Page } from "../ui/Page.tsx";
import { Failed, Loading } from "../ui/States.tsx";
import { useShowQuizQuery } from "./api.ts";
import { useShowSessionQuery } from "../team/api.ts";
import { ExportQuiz } from "./ExportQuiz.tsx";
import { RequirementsPanel } from "./RequirementsPanel.tsx";
import { BraidPanel } from "./BraidPanel.tsx";
import { exchanged, inserted, movedAmongFixed } from "@verdant/core/assembly/layout";
import { MixPanel } from "./MixPanel.tsx";
import { NameField } from "./NameField.tsx";
import { PlaceList } from "./PlaceList.tsx";
import { useComposer } from "./useComposer.ts";
import { WhyTheseTopics } from "./WhyTheseTopics.tsx";
import { t } from "../platform/words.ts";

/** A quiz being composed: the mix, the braid, the items in order, what to look at before releasing. */
export function ComposerPage() {
  const { quizId = "" } = useParams();
  const { data, error, isLoading, refetch } = useShowQuizQuery({ params: { quizId } });
  return (
    <>
      {isLoading && <Loading what={t("the quiz")} />}
      {error && (
        <Page title={t("Quiz")}>
          <Failed error={error} retry={() => void refetch()} />
        </Page>
      )}
      {data && <ComposerOf key={data.id} quiz={data} />}
    </>
  );
}

const isFixed = (place: Quiz["places"][number]): place is FixedPlace => place.type === "fixed";

function ComposerOf({ quiz }: { quiz: Quiz }) {
  const isLead = useShowSessionQuery().data?.member?.role === "lead";
  const [selectedId, setSelectedId] = useState<string | null>(null);
  const [asksFor, setAsksFor] = useState(quiz.blueprint !== null);
  const composer = useComposer(quiz);
  useWrittenHere(composer);
  const fixed = quiz.places.filter(isFixed);
  const seconds = quiz.places.reduce((sum, place) => sum + (place.type === "interlude" ? 0 : place.expectedSeconds), 0);
  const minutes = Math.max(1, Math.round(seconds / 60));
  const move = (from: number, to: number) => {
    const itemId = fixed[from]?.itemId;
    if (itemId !== undefined) void composer.layOut((layout) => movedAmongFixed(layout, itemId, to - from));
  };
  return (
    <Page
      title={quiz.name}
      about={[
        `for ${quiz.className}`,
        t("{{count}} questions", { count: quiz.questions }),
        ...(quiz.questions > 0
          ? [
              t("about {{minutes}} min", { minutes }),
              t("the class should score {{expected}}", { expected: band(quiz.expected) }),
            ]
          : []),
      ].join(" · ")}
      actions={
        <>
          {isLead && quiz.questions > 0 && <ExportQuiz quizId={quiz.id} />}
          <Button
            component={Link}
            to={`/quizzes/${quiz.id}/preview`}
            variant="outlined"
            disabled={quiz.questions === 0}
          >
            {t("Preview")}
          </Button>
          <Button
            component={Link}
            to={`/quizzes/${quiz.id}/release`}
            variant="contained"
            disabled={quiz.questions === 0}
          >
            {t("Release to {{className}}", { className: quiz.className })}
          </Button>
        </>
      }
    >
      <Stack spacing={1.5}>
        <MixPanel quiz={quiz} isBusy={composer.isBusy} change={composer.mix} />
        <BraidPanel
          quiz={quiz}
          places={fixed}
          composer={composer}
          selectedId={selectedId}
          select={setSelectedId}
          move={move}
          requirements={{
            isOpen: asksFor,
            toggle: () => {
              setAsksFor(!asksFor);
            },
            panel: asksFor && <RequirementsPanel quiz={quiz} isBusy={composer.isBusy} compose={composer.compose} />,
          }}
        />
        <Box>
          <PlaceList quiz={quiz} composer={composer} selectedId={selectedId} select={setSelectedId} />
        </Box>
        <WhyTheseTopics quiz={quiz} />
        <Box sx={{ display: "flex", justifyContent: "flex-end" }}>
          <NameField name={quiz.name} rename={composer.rename} />
        </Box>
      </Stack>
    </Page>
  );
}

/** An item that was written here comes back in the address: it goes where the add line stood, or takes another's place. */
function useWrittenHere(composer: ReturnType<typeof useComposer>) {
  const [search, setSearch] = useSearchParams();
  const itemId = search.get("add");
  const insteadOf = search.get("insteadOf");
  useEffect(() => {
    if (itemId === null) return;
    const at = { part: Number(search.get("part") ?? 0), place: Number(search.get("place") ?? 0) };
    setSearch({}, { replace: true });
    void composer.layOut((layout) =>
      insteadOf === null
        ? inserted(layout, at, [{ type: "fixed", itemId, locked: false }])
        : exchanged(layout, insteadOf, itemId),
    );
    // Only the address decides.
    // eslint-disable-next-line react-hooks/exhaustive-deps -- see above
  }, [itemId]);
}

const band = ({ low, high, outOf }: Quiz["expected"]) =>
  low === high ? `about ${low} of ${outOf}` : `${low} to ${high} of ${outOf}`;
