/** A quiz as one student would get it. Nothing is recorded, so another number shows another student's. */
import type { Input, Result } from "@verdant/contract/endpoint";
import type * as contract from "@verdant/contract/assembly";
import type { DealPart, DealtItem } from "@verdant/core/delivery/deal";
import { kindOf } from "@verdant/core/items/kinds";
import { randomFrom } from "@verdant/core/random";
import type { Member, OpenScope } from "../platform/scope.ts";
import { listShownStimuli } from "../stimuli/service.ts";
import { dealQuestions } from "./dealQuestions.ts";
import { loadQuiz, strandOfItem, unitOf, type ItemNow, type LoadedQuiz } from "./loadQuiz.ts";

type DealItem = DealtItem & { readonly now: ItemNow };

function partsToDeal({ due, parts, places }: LoadedQuiz): DealPart<DealItem>[] {
  const toDeal = (item: ItemNow): DealItem => ({
    ...strandOfItem(due, item),
    itemId: item.id,
    familyId: item.familyId,
    now: item,
  });
  return parts.map((part) => ({
    orderRule: part.orderRule,
    places: places
      .filter((place) => place.partId === part.id && place.type !== "interlude")
      .map((place) =>
        place.type === "draw"
          ? { placeId: place.row.id, items: place.pool.map(toDeal), take: place.take }
          : { placeId: place.row.id, items: place.type === "fixed" ? [toDeal(place.item)] : [], take: 1 },
      ),
  }));
}

export async function previewQuiz(
  scope: OpenScope<Member>,
  { params, query }: Input<typeof contract.previewQuiz>,
): Promise<Result<typeof contract.previewQuiz>> {
  const loaded = await loadQuiz(scope, scope.caller.departmentId, params.quizId);
  const seed = `preview ${params.quizId} ${query.student}`;
  const dealt = await dealQuestions(scope, partsToDeal(loaded), { seed, ownOrder: query.student > 1 });
  const before = wordsBefore(loaded);
  const stimuli = await listShownStimuli(
    scope,
    dealt.flatMap(({ item }) => item.now.stimulusId ?? []),
  );
  return {
    stimuli,
    items: dealt.map(({ placeId, item }, i) => {
      const { content } = item.now;
      const place = loaded.places.find((one) => one.row.id === placeId);
      return {
        position: i + 1,
        itemId: item.itemId,
        points: place?.points ?? 1,
        strand: unitOf(loaded.due, item.now.topicId),
        view: kindOf(content).toStudentView(content, kindOf(content).arrange(content, randomFrom(`${seed} ${i}`))),
        stimulusId: item.now.stimulusId,
        before: before.get(i + 1) ?? [],
      };
    }),
  };
}

/** Heading, instruction and interludes by the position of the question they come before. */
function wordsBefore({ parts, places }: LoadedQuiz): Map<number, string[]> {
  const words = new Map<number, string[]>();
  const say = (position: number, text: string | null) => {
    if (text !== null && text !== "") words.set(position, [...(words.get(position) ?? []), text]);
  };
  let position = 1;
  for (const part of parts) {
    say(position, part.heading);
    say(position, part.instruction);
    for (const place of places.filter((one) => one.partId === part.id)) {
      if (place.type === "interlude") say(position, place.text);
      else position += place.type === "draw" ? place.take : 1;
    }
  }
  return words;
}
