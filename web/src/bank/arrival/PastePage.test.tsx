import { addItems } from "@verdant/contract/bank";
import { findLikeItems } from "@verdant/contract/like";
import { listTopics } from "@verdant/contract/standards";
import { fireEvent, screen, within } from "@testing-library/react";
import { describe, expect, test } from "vitest";
import { answers, renderPage, type Stub } from "../../platform/testing/pages.tsx";
import { PastePage } from "./PastePage.tsx";

const id = (n: number) => `00000000-0000-7000-8000-${String(n).padStart(12, "0")}`;
const topics = answers(listTopics, {
  topics: [{ id: id(1), parentId: null, name: "Meanders", letter: "R", hue: 0, standardIds: [] }],
  standards: [],
  withdrawn: [],
});
const nothingLike = answers(findLikeItems, ({ body }) => ({
  like: (body as { contents: unknown[] }).contents.map(() => null),
}));

const text = `## Meanders
1. Which bank is worn away?
a) The inner one
*b) The outer one
Why: the water is fastest there

2. What is left when a bend is cut off?
Answer: ox-bow lake / oxbow lake

3. Which of these has no key?
a) This one
b) That one`;

async function paste(words: string, ...stubs: Stub[]) {
  const page = renderPage(<PastePage />, { stubs: [topics, nothingLike, ...stubs] });
  fireEvent.change(screen.getByRole("textbox", { name: "Questions" }), { target: { value: words } });
  const understood = await screen.findByRole("region", { name: "What was understood" });
  await expect.poll(() => within(understood).queryAllByRole("article").length).toBeGreaterThan(0);
  return { ...page, understood };
}

describe("importing pasted questions", () => {
  test("shows each as it was understood, and says of what it could not use where it stands and why", async () => {
    const { understood } = await paste(text);
    expect(within(understood).getAllByRole("article")).toHaveLength(2);
    expect(understood.textContent).toContain("Line 10: No option is marked as right.");
    expect(screen.getByRole("button", { name: "Import 2 items" })).toBeTruthy();
  });

  test("sends them with their topic, and then says what came in, what did not, and how to get rid of it", async () => {
    const { user, asked } = await paste(text, answers(addItems, { itemIds: [id(7), id(8)], added: [id(7), id(8)] }));
    await user.click(screen.getByRole("button", { name: "Import 2 items" }));
    await expect
      .poll(() => asked.find((one) => one.path === "/api/items" && one.method === "post")?.body)
      .toMatchObject({ items: [{ topicId: id(1) }, { topicId: id(1) }] });
    const done = (await screen.findAllByRole("alert")).find((one) => one.textContent.includes("not imported"));
    expect(done?.textContent).toContain("2 items imported. 1 line or item was not imported:");
    expect(done?.textContent).toContain("Line 10: No option is marked as right.");
    expect(screen.getByRole("button", { name: "Undo" })).toBeTruthy();
  });

  test("what is in the bank already is left out unless somebody says otherwise", async () => {
    const same = answers(findLikeItems, ({ body }) => ({
      like: (body as { contents: never[] }).contents.map((content, i) =>
        i === 0 ? { itemId: id(3), number: 12, use: "practice" as const, content, likeness: 1 } : null,
      ),
    }));
    const page = renderPage(<PastePage />, { stubs: [topics, same] });
    fireEvent.change(screen.getByRole("textbox", { name: "Questions" }), { target: { value: text } });
    expect(await screen.findByText(/1 item will be left out: already in the bank\./)).toBeTruthy();
    expect(screen.getByRole("button", { name: "Import 1 item" })).toBeTruthy();
    const [first] = screen.getAllByRole("article");
    if (!first) throw new Error("an item was expected");
    await page.user.click(within(first).getByRole("combobox"));
    await page.user.click(screen.getByRole("option", { name: "import as a look-alike of 12" }));
    expect(screen.getByRole("button", { name: "Import 2 items" })).toBeTruthy();
  });

  test("a topic that the bank does not have is named, and nothing is imported without saying so", async () => {
    const { understood } = await paste(text.replace("## Meanders", "## Glaciers"));
    expect((await screen.findAllByRole("alert"))[0]?.textContent).toMatch(
      /2 items name topics that the bank does not have yet: “Glaciers”/,
    );
    expect(understood.textContent).toContain("There is no topic “Glaciers”.");
  });

  test("outlives a reload of the page", async () => {
    const { unmount } = await paste(text);
    unmount();
    renderPage(<PastePage />, { stubs: [topics, nothingLike] });
    expect(screen.getByRole<HTMLTextAreaElement>("textbox", { name: "Questions" }).value).toBe(text);
  });
});
