import type { Quiz } from "@verdant/contract/assembly";
import { screen } from "@testing-library/react";
import { expect, test } from "vitest";
import { renderPage } from "../platform/testing/pages.tsx";
import { DrawsSentence, topicToWriteOn } from "./DrawsSentence.tsx";

const draws = { powerOfTen: 3, shared: 0.5, drawn: 2, chanceOfSame: 0.2, goes: 2, shortest: null };
const part = (id: string) => ({ id, heading: null, instruction: null, order: "woven" as const });
const draw = (partId: string, ...topics: (string | null)[]) => ({
  ...{ type: "draw", id: partId, partId, take: 1, points: 1 },
  pool: topics.map((topicId) => ({ topicId, topic: topicId ?? "no topic" })),
});
const quiz = (given: object) =>
  ({ students: 28, draws, parts: [part("a"), part("b")], places: [], ...given }) as unknown as Quiz;

test("more is to be written on the topic that has fewest in the pool that runs out first", () => {
  const places = [draw("a", "rivers", "rivers", "coasts"), draw("b", "plates", "soils", "plates")];
  const shortest = { parts: [2], take: 1, families: 3 };
  expect(topicToWriteOn(quiz({ places, draws: { ...draws, shortest } }))?.id).toBe("soils");
  // One pool is the shortest there is.
  expect(topicToWriteOn(quiz({ places: [draw("a", "rivers", "rivers", "coasts")] }))?.id).toBe("coasts");
  expect(topicToWriteOn(quiz({ places: [draw("a", null)] }))).toBeNull();
});

test("the link leads to a new item on that topic; a quiz that draws nothing says nothing", () => {
  const shown = renderPage(<DrawsSentence quiz={quiz({ places: [draw("a", "rivers")] })} space={1} />);
  expect(screen.getByRole("link", { name: "Write more on rivers" }).getAttribute("href")).toBe(
    "/bank/new?topic=rivers",
  );
  shown.unmount();
  const { container } = renderPage(<DrawsSentence quiz={quiz({ draws: null })} space={1} />);
  expect(container.textContent).toBe("");
});
