/** Every kind answered by touch and by keyboard, and scored; places on pictures are in sources. */
import type { Page } from "@playwright/test";
import { expect, serveDemo, studentAt, tabTo, teacherAt, test } from "./journey.ts";

const demo = serveDemo("larkmoor");

const block = `## Meanders
1. Which bank of a meander is worn away?
a) The inner bank
*b) The outer bank

2. Which of these belong to a meander?
*a) River cliff
*b) Slip-off slope
c) Sea arch

3. Meanders grow wider over time.
Answer: true

4. What is a bend that was cut off called?
Answer: ox-bow lake / oxbow lake

5. A map says 1 : 50 000. How far on the ground is 2 cm?
Answer: 1 km

6. Put these in order along a river.
Answer: spring > meander > delta

7. Match each bank with what happens there.
inner bank = it grows
outer bank = it is worn away

8. Water is [fastest] on the outside and drops its load on the [inside | outside].`;

/** What a person does about the question before them; every way but these two is the same. */
interface Hand {
  choose: (page: Page, name: string) => Promise<void>;
  moveUp: (page: Page, name: string) => Promise<void>;
  pick: (page: Page, name: string, option: string) => Promise<void>;
  type: (page: Page, name: RegExp, text: string) => Promise<void>;
  goOn: (page: Page, name: string) => Promise<void>;
}

const option = (page: Page, name: string) =>
  page.getByRole("radio", { name, exact: true }).or(page.getByRole("checkbox", { name, exact: true }));

const touch: Hand = {
  choose: (page, name) => option(page, name).tap(),
  moveUp: (page, name) => page.getByRole("button", { name: `Move up: ${name}` }).tap(),
  // The list that opens is the device's own: no page can tap in it.
  pick: async (page, name, choice) => {
    await page.getByRole("combobox", { name }).tap();
    await page.getByRole("combobox", { name }).selectOption(choice);
  },
  type: async (page, name, text) => {
    await page.getByRole("textbox", { name }).tap();
    await page.keyboard.insertText(text);
  },
  goOn: (page, name) => page.getByRole("button", { name, exact: true }).tap(),
};

const keyboard: Hand = {
  choose: (page, name) => option(page, name).press("Space"),
  moveUp: async (page, name) => {
    await tabTo(page, new RegExp(`^Move up: ${name}`));
    await page.keyboard.press("Enter");
  },
  pick: async (page, name, choice) => {
    await page.getByRole("combobox", { name }).focus();
    await page.keyboard.type(choice);
    await expect(
      page.getByRole("combobox", { name }).getByRole("option", { name: choice, exact: true }),
    ).toHaveJSProperty("selected", true);
  },
  type: async (page, name, text) => {
    await page.getByRole("textbox", { name }).focus();
    await page.keyboard.type(text);
  },
  goOn: async (page, name) => {
    await tabTo(page, new RegExp(`^${name}$`));
    await page.keyboard.press("Enter");
  },
};

const rightAnswers: readonly [question: string, answer: (page: Page, hand: Hand) => Promise<void>][] = [
  ["Which bank of a meander is worn away?", (page, hand) => hand.choose(page, "The outer bank")],
  [
    "Which of these belong to a meander?",
    async (page, hand) => {
      await hand.choose(page, "River cliff");
      await hand.choose(page, "Slip-off slope");
    },
  ],
  ["Meanders grow wider over time.", (page, hand) => hand.choose(page, "True")],
  ["What is a bend that was cut off called?", (page, hand) => hand.type(page, /cut off called/, "oxbow lake")],
  ["A map says 1 : 50 000.", (page, hand) => hand.type(page, /How far/, "1")],
  [
    "Put these in order along a river.",
    async (page, hand) => {
      const at = async (name: string) =>
        (await page.getByRole("listitem").allTextContents()).findIndex((text) => text.includes(name));
      for (const [place, name] of ["spring", "meander", "delta"].entries())
        while ((await at(name)) > place) await hand.moveUp(page, name);
    },
  ],
  [
    "Match each bank with what happens there.",
    async (page, hand) => {
      await hand.pick(page, "inner bank", "it grows");
      await hand.pick(page, "outer bank", "it is worn away");
    },
  ],
  ["Question 1 of the November map sheet", (page, hand) => hand.choose(page, "B")],
  ["How sure are you", (page, hand) => hand.choose(page, "3")],
  ["Say in your own words", (page, hand) => hand.type(page, /in your own words/, "The bend is cut off in a flood.")],
  [
    "Water is",
    async (page, hand) => {
      await hand.type(page, /Gap 1/, "fastest");
      await hand.pick(page, "Gap 2", "inside");
    },
  ],
];

test("eleven kinds are answered by two students, rightly where there is a right answer: one by touch, one by keyboard", async ({
  person,
}) => {
  const teacher = await teacherAt(person, demo.address, "Tobias Lind");
  await teacher.goto(`${demo.address}/bank/paste`);
  await teacher.getByRole("textbox", { name: "Questions" }).fill(block);
  await teacher.getByRole("button", { name: "Import 8 items" }).click();
  await expect(teacher.getByText("8 items imported.", { exact: true })).toBeVisible();
  const { cards, ids } = await teacher.evaluate(async () => {
    const read = async (path: string) => (await (await fetch(`/api${path}`)).json()) as never;
    const { items } = (await read("/items?sort=newest&limit=8")) as { items: { id: string }[] };
    const { classes } = (await read("/classes")) as { classes: { id: string; name: string }[] };
    const id = classes.find((one) => one.name === "8D")?.id ?? "";
    const { students } = (await read(`/classes/${id}/students`)) as { students: { entryCard: string }[] };
    return { ids: items.map((item) => item.id), cards: students.slice(2, 4).map((student) => student.entryCard) };
  });
  expect(ids).toHaveLength(8);
  ids.push(
    ...(await teacher.evaluate(async () => {
      const paper = (await (await fetch("/api/items?text=kind:key+%22question+1%22")).json()) as {
        items: { id: string }[];
      };
      const text = (words: string) => ({
        type: "richText",
        content: [{ type: "paragraph", content: [{ type: "text", text: words }] }],
      });
      const written = [
        {
          kind: "opinion",
          stem: text("How sure are you about meanders?"),
          ...{ form: "scale", choices: [], steps: 4, low: "not at all", high: "very" },
        },
        {
          kind: "written",
          stem: text("Say in your own words how an ox-bow lake forms."),
          ...{
            lines: 4,
            showsCriteria: false,
            criteria: [
              {
                id: "c",
                name: "Gives reasons",
                levels: [
                  { id: "n", points: 0, text: "none" },
                  { id: "y", points: 1, text: "some" },
                ],
              },
            ],
          },
        },
      ];
      const { topics } = (await (await fetch("/api/topics")).json()) as { topics: { id: string; name: string }[] };
      const topicId = topics.find((one) => one.name === "Meanders")?.id;
      const made = (await (
        await fetch("/api/items", {
          method: "POST",
          headers: { "content-type": "application/json" },
          body: JSON.stringify({ items: written.map((one) => ({ topicId, content: { schemaVersion: 1, ...one } })) }),
        })
      ).json()) as { itemIds?: string[]; detail?: string };
      if (!made.itemIds) throw new Error(JSON.stringify(made));
      return [...paper.items.slice(0, 1).map((one) => one.id), ...made.itemIds];
    })),
  );
  expect(ids).toHaveLength(11);
  for (const id of ids) {
    await teacher.goto(`${demo.address}/bank?item=${id}`);
    const pane = teacher.getByRole("article", { name: /^Item/ });
    await pane.getByRole("button", { name: "Add to tray" }).click();
    await expect(pane.getByRole("button", { name: "Remove from tray" })).toBeVisible();
    await expect(pane.getByRole("button", { name: "Remove from tray" })).toBeVisible();
  }
  await teacher.getByRole("button", { name: "Release these 11 to…" }).click();
  await teacher.getByRole("menuitem", { name: "8D" }).click();
  await teacher.getByRole("link", { name: "Release to 8D" }).click();
  await teacher.getByRole("button", { name: "Release to 8D" }).click();
  await expect(teacher.getByRole("heading", { name: "No answers yet." })).toBeVisible();

  for (const [i, hand] of [touch, keyboard].entries()) {
    const student = await studentAt(person, demo.address, cards[i] ?? "");
    await student.getByRole("button", { name: /^Begin/ }).click();
    for (let position = 1; position <= 11; position++) {
      await expect(student.getByText(`Question ${position} of 11`)).toBeVisible();
      const main = student.getByRole("main");
      await expect(main).toContainText(new RegExp(rightAnswers.map(([question]) => question).join("|")));
      const said = (await main.textContent()) ?? "";
      const asked = rightAnswers.find(([question]) => said.includes(question));
      await asked?.[1](student, hand);
      await hand.goOn(student, position < 11 ? "Next" : "Before you hand in");
    }
    await student.getByRole("button", { name: "Hand in" }).click();
    await expect(student.getByRole("heading", { name: /You got 9 of/ })).toBeVisible();
    await expect(student.getByText(/✓ Question \d+: right/)).toHaveCount(9);
    await expect(student.getByText(/Question \d+: not marked yet/)).toHaveCount(1);
    await expect(student.getByText(/Question \d+: your view/)).toHaveCount(1);
  }
});
