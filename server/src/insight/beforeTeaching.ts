/** What earlier answers say about a topic before it is taught. */
import type * as contract from "@verdant/contract/beforeTeaching";
import type { Input, Result } from "@verdant/contract/endpoint";
import { groupBy } from "@verdant/core/groupBy";
import { shareOf, shareOfStudents } from "@verdant/core/insight/wilson";
import { wrongIdeas } from "@verdant/core/insight/wrongIdeas";
import type { Content } from "@verdant/core/items/kinds";
import { summariseUnder } from "@verdant/core/items/ruling";
import { headline } from "@verdant/core/richText";
import { need } from "../platform/failure.ts";
import type { Member, Scope } from "../platform/scope.ts";
import * as topicStore from "./beforeTeachingStore.ts";
import { givenIn, ideasIn, rulingOf } from "./ideasIn.ts";
import * as store from "./store.ts";

type Shown = Result<typeof contract.showBeforeTeaching>;
type Answer = Awaited<ReturnType<typeof topicStore.listTopicAnswers>>[number] & { readonly content: Content };

/** Fewer answers than this say nothing about an item. */
const fewestAnswers = 5;
const shownOfEach = 8;
const shownReasons = 20;
/** More answers to one topic than these change little of what they say, and take long to go through. */
const mostAnswers = 20_000;

export async function showBeforeTeaching(
  { db, caller }: Scope<Member>,
  { params }: Input<typeof contract.showBeforeTeaching>,
  most = mostAnswers,
): Promise<Shown> {
  const { departmentId } = caller;
  const topic = need(await topicStore.findTopic(db, departmentId, params.topicId), "topic");
  const found = await topicStore.listTopicAnswers(db, departmentId, params.topicId, most + 1);
  const revisionIds = [...new Set(found.map((answer) => answer.revisionId))];
  const contents = await topicStore.listContents(db, departmentId, revisionIds);
  const answers = found
    .slice(0, most)
    .flatMap((answer) => {
      const content = contents.get(answer.revisionId);
      return content ? [{ ...answer, content }] : [];
    })
    .sort(byYearAndClass);
  const names = await store.listMisconceptions(db, departmentId);
  const byItem = [...groupBy(answers, (answer) => answer.itemId).values()];
  return {
    topic: topic.name,
    answers: answers.length,
    isNewestOnly: found.length > most,
    hardest: hardestOf(byItem),
    ideas: ideasOf(answers, byItem, names),
    wrong: wrongOf(byItem),
    reasons: reasonsOf(answers),
    classes: [...groupBy(answers, (answer) => answer.classId).values()].flatMap((own) => {
      const [first] = own;
      if (!first) return [];
      return [{ classId: first.classId, className: first.className, year: first.year, facility: facilityOf(own) }];
    }),
  };
}

/** The newest year first, its classes by name, and in each the items by number. */
const byYearAndClass = (a: Answer, b: Answer) =>
  b.startsOn.localeCompare(a.startsOn) || a.className.localeCompare(b.className) || a.number - b.number;

const facilityOf = (answers: readonly Answer[]) =>
  shareOfStudents(
    [...groupBy(answers, (answer) => answer.studentId).values()].map((own) => ({
      right: own.reduce((sum, answer) => sum + answer.credit, 0),
      outOf: own.length,
    })),
  );

const shareRight = (answers: readonly Answer[]) =>
  answers.reduce((sum, answer) => sum + answer.credit, 0) / answers.length;

function hardestOf(byItem: readonly Answer[][]): Shown["hardest"] {
  return byItem
    .filter((own) => own.length >= fewestAnswers)
    .sort((a, b) => shareRight(a) - shareRight(b))
    .slice(0, shownOfEach)
    .flatMap((own) => {
      const [first] = own;
      if (!first) return [];
      const { itemId, number, content } = first;
      return [{ itemId, number, stem: headline(content.stem), facility: facilityOf(own) }];
    });
}

function ideasOf(
  answers: readonly Answer[],
  byItem: readonly Answer[][],
  names: ReadonlyMap<string, string>,
): Shown["ideas"] {
  const found = wrongIdeas(answers.map((answer) => ({ student: answer.studentId, ...ideasIn(answer) })));
  const shares = byItem.map((own) => ({ first: own[0], own: own.map(ideasIn) }));
  return found
    .filter((one) => one.holders > 0)
    .slice(0, shownOfEach)
    .flatMap(({ idea, exposed, holders, withChances, repeaters }) => {
      const name = names.get(idea);
      const best = shares
        .map(({ first, own }) => ({ first, count: own.filter((one) => one.shown.includes(idea)).length }))
        .sort((a, b) => b.count - a.count)[0]?.first;
      if (name === undefined || !best) return [];
      return [
        {
          name,
          holders: shareOf(holders, exposed),
          repeaters: shareOf(repeaters, withChances),
          itemId: best.itemId,
          itemNumber: best.number,
        },
      ];
    });
}

function reasonsOf(answers: readonly Answer[]): Shown["reasons"] {
  return answers
    .flatMap(({ reason, reasonAt, ...given }) =>
      reason === null || reasonAt === null ? [] : [{ ...given, reason, reasonAt }],
    )
    .sort((a, b) => b.reasonAt.getTime() - a.reasonAt.getTime())
    .slice(0, shownReasons)
    .map(({ itemId, number, content, reason, year }) => ({
      ...{ itemId, number, year },
      stem: headline(content.stem),
      text: reason,
    }));
}

/** Wrong answers without a named idea, each given by a fifth of the students at least. */
function wrongOf(byItem: readonly Answer[][]): Shown["wrong"] {
  return byItem
    .filter((own) => own.length >= fewestAnswers)
    .flatMap((own) => {
      const [first] = own;
      if (!first) return [];
      const lines = summariseUnder(rulingOf(first), first.content, own.map(givenIn));
      return lines
        .filter((line) => !line.isKey && line.id !== null && line.misconceptionId === undefined)
        .filter((line) => line.count >= own.length / 5)
        .map((line) => ({
          itemId: first.itemId,
          number: first.number,
          stem: headline(first.content.stem),
          text: line.text,
          share: shareOf(line.count, own.length),
        }));
    })
    .sort((a, b) => b.share.right / b.share.outOf - a.share.right / a.share.outOf)
    .slice(0, shownOfEach);
}
