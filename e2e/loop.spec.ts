/** The whole loop on the demo's term of data: find, write, plan, compose, release, sit, read; axe on every screen. */
import type { Page } from "@playwright/test";
import { answerQuestion } from "./answerQuestion.ts";
import { expect, expectAccessible, serveDemo, studentAt, teacherAt, test } from "./journey.ts";

const demo = serveDemo("larkmoor");

async function idOf(page: Page, path: string, list: string, name: string): Promise<string> {
  return page.evaluate(
    async ([at, key, wanted]) => {
      const answer = (await (await fetch(at as string)).json()) as Record<string, { id: string; name: string }[]>;
      return answer[key as string]?.find((one) => one.name === wanted)?.id ?? "";
    },
    [path, list, name],
  );
}

test("the bank is found by a mistyped word and narrowed by facets; the address reopens the same view", async ({
  person,
}) => {
  const teacher = await teacherAt(person, demo.address);
  // A button that becomes ready while colours are measured would be measured on its way.
  await expect(teacher.getByRole("button", { name: /^Compose/, disabled: false })).toHaveCount(4);
  await expectAccessible(teacher);
  await teacher.getByRole("link", { name: "Bank" }).click();
  await expect(teacher.getByText("450 items")).toBeVisible();
  // Key by key, as fast as the machine can: the field must not wait for the address.
  await teacher.getByLabel("Search items").pressSequentially("meandr");
  await expect(teacher.getByLabel("Search items")).toHaveValue("meandr");
  await expect(teacher.getByText(/Nothing has “meandr”; looked for “meander”/)).toBeVisible();
  await teacher.getByRole("button", { name: /^several right answers/ }).click();
  await expect(teacher.getByText(/^1 item$/)).toBeVisible();
  await teacher.getByRole("option").first().click();
  await expect(teacher.getByRole("article", { name: /^Item/ })).toBeVisible();
  await expectAccessible(teacher);
  await teacher.reload();
  await expect(teacher.getByText(/^1 item$/)).toBeVisible();
  await teacher.getByRole("button", { name: "Show all items" }).click();
  await expect(teacher.getByText("450 items")).toBeVisible();

  await test.step("items are set aside and given at once", async () => {
    const list = teacher.getByRole("listbox", { name: /^Items/ });
    await list.focus();
    for (const key of ["Home", " ", "ArrowDown", " "]) await teacher.keyboard.press(key);
    await expect(teacher.getByRole("region", { name: "Tray" })).toContainText("2 items in the tray");
    await teacher.getByRole("button", { name: "Release these 2 to…" }).click();
    await teacher.getByRole("menuitem", { name: "8B" }).click();
    await expect(teacher.getByRole("link", { name: "Release to 8B" })).toBeVisible();
    await expect(teacher.getByRole("button", { name: /^Remove question/ })).toHaveCount(2);
  });
});

test("each kind is written and answered; a picture needs its description", async ({ person }) => {
  const teacher = await teacherAt(person, demo.address, "Ines Fairley");
  await teacher.goto(`${demo.address}/bank/new`);
  await teacher.getByRole("textbox", { name: "Question" }).fill("How many degrees is a right angle on a compass?");
  await teacher.getByRole("button", { name: /^Kind:/ }).click();
  await teacher.getByRole("button", { name: /^numeric/, pressed: false }).click();
  await teacher.getByLabel("Right number").fill("90");
  await teacher.getByLabel("Unit").fill("°");
  await teacher.getByLabel("Topic").click();
  await teacher.getByRole("option", { name: /Grid references/ }).click();
  await expect(teacher.getByRole("region", { name: "Still needed" })).toContainText("Nothing is missing");
  await expectAccessible(teacher);
  await teacher.getByRole("button", { name: "Finish", exact: true }).click();
  const pane = teacher.getByRole("article", { name: "Item 451" });
  await pane.getByRole("textbox", { name: /^How many degrees/ }).fill("90,0");
  await pane.getByRole("textbox", { name: /^How many degrees/ }).blur();
  await pane.getByLabel("Show the key").click();
  await expect(pane).toContainText("✓ right");
  await pane.getByRole("link", { name: "Remix" }).click();
  await expect(teacher.getByRole("heading", { name: "Remix of item 451" })).toBeVisible();

  await teacher.goto(`${demo.address}/bank/new`);
  await teacher.getByRole("textbox", { name: "Question" }).click();
  await teacher.getByRole("button", { name: "Picture", exact: true }).click();
  await teacher
    .getByText("Choose a picture")
    .locator("input")
    .setInputFiles({
      name: "map.svg",
      mimeType: "image/svg+xml",
      buffer: Buffer.from(
        '<svg xmlns="http://www.w3.org/2000/svg" width="80" height="60"><rect width="80" height="60"/></svg>',
      ),
    });
  await expect(teacher.getByRole("button", { name: "Put it in" })).toBeDisabled();
  await teacher.getByLabel(/What it shows/).fill("A black rectangle");
  await expectAccessible(teacher);
  await teacher.getByRole("button", { name: "Put it in" }).click();
  await expect(teacher.getByRole("img", { name: "A black rectangle" }).first()).toBeVisible();
});

test("a plan is seen and changed; a quiz by blueprint, with a draw and a part, is previewed and released", async ({
  person,
}) => {
  const teacher = await teacherAt(person, demo.address, "Tobias Lind");
  const classId = await idOf(teacher, "/api/classes", "classes", "9C");
  await teacher.goto(`${demo.address}/plans/${classId}`);
  await expect(teacher.getByRole("table", { name: "Returns by week" })).toBeVisible();
  await teacher
    .getByRole("button", { name: /^Plan a return of/ })
    .first()
    .click();
  await expect(teacher.getByText(/comes back on/)).toBeVisible();
  await expectAccessible(teacher);

  await teacher.getByRole("button", { name: /^Compose/ }).click();
  await expect(teacher.getByRole("group", { name: "Mix of units" })).toBeVisible();
  const places = teacher.getByRole("button", { name: /^Remove question/ });
  const before = await places.count();
  await teacher.getByRole("button", { name: "One question of Cities more" }).click();
  await expect(places).toHaveCount(before + 1);
  await teacher.getByLabel("Undo", { exact: true }).click();
  await expect(places).toHaveCount(before);
  // What was changed is kept with the quiz, not with the page.
  await teacher.reload();
  await teacher.getByRole("button", { name: "Redo" }).click();
  await expect(places).toHaveCount(before + 1);
  await teacher.getByLabel("Undo", { exact: true }).click();
  await expect(places).toHaveCount(before);
  await teacher.getByRole("button", { name: "Hold question 1 where it is" }).click();
  await expect(teacher.getByRole("button", { name: "Hold question 1 where it is" })).toHaveAttribute(
    "aria-pressed",
    "true",
  );
  await teacher.getByRole("button", { name: "Swap question 2" }).click();
  await teacher.getByRole("button", { name: "Put it here" }).first().click();

  await test.step("a question is worth more here, and can be moved again and again without looking for it", async () => {
    const first = teacher.getByRole("listitem").filter({ has: teacher.getByText("Held", { exact: true }) });
    await first.getByRole("button", { expanded: false }).first().click();
    await teacher.getByLabel("Points for question 1").fill("2.3");
    await teacher.getByLabel("Points for question 1").press("Enter");
    await expect(first.getByText(/, 2.25 points$/)).toBeVisible();
    await first.getByRole("button", { expanded: true }).first().click();
    await teacher.getByRole("button", { name: "Move question 1 down" }).press("Enter");
    await expect(teacher.getByRole("button", { name: "Move question 2 down" })).toBeFocused();
    await teacher.keyboard.press("Enter");
    await expect(teacher.getByRole("button", { name: "Move question 3 down" })).toBeFocused();
    await expect(teacher.getByRole("button", { name: "Hold question 3 where it is" })).toHaveText("Held");
    for (const number of [3, 2]) {
      await teacher.getByRole("button", { name: `Move question ${number} up` }).click();
      await expect(teacher.getByRole("button", { name: `Hold question ${number - 1} where it is` })).toHaveText("Held");
    }
  });

  await test.step("the add line inserts an item and a draw, by keyboard", async () => {
    await teacher.getByRole("button", { name: "Add before question 2", exact: true }).click();
    const line = teacher.getByRole("combobox", { name: /^Add here/ });
    await line.fill("migration");
    await expect(teacher.getByRole("option", { name: /draw 2 of the \d+ on Migration/ })).toBeVisible();
    await expectAccessible(teacher);
    await line.press("Enter");
    await expect(places).toHaveCount(before + 1);
    await line.fill("city");
    await teacher
      .getByRole("option", { name: /draw 2 of the/ })
      .first()
      .click();
    await expect(teacher.getByText(/[\d,]+ different quizzes are possible/)).toBeVisible();
    await line.press("Escape");
  });

  await test.step("an item is added to what the draw draws from", async () => {
    const draw = teacher.getByRole("button", { name: /^Each student gets 2 of these \d+/ });
    const size = Number(/of these (\d+)/.exec(await draw.innerText())?.[1]);
    await draw.click();
    await teacher.getByRole("combobox", { name: "Add an item to the pool" }).fill("migration");
    await expect(teacher.getByRole("listbox")).toBeVisible();
    await expectAccessible(teacher);
    await teacher.getByRole("option", { disabled: false }).first().click();
    await expect(draw).toHaveText(new RegExp(`of these ${size + 1}:`));
    await draw.click();
  });

  await test.step("what cannot be met is said", async () => {
    await teacher.getByRole("button", { name: "Requirements", exact: true }).click();
    await teacher.getByRole("combobox", { name: "Add a requirement" }).fill("Energy and resources");
    await teacher.getByRole("option", { name: "on Energy and resources" }).click();
    await teacher.getByRole("spinbutton", { name: "Number on Energy and resources" }).fill("9");
    await expect(teacher.getByText(/^only \d could serve/)).toBeVisible();
    await expectAccessible(teacher);
    await teacher.getByRole("button", { name: /^Compose \d+ again/ }).click();
    await expect(teacher.getByText(/Energy and resources: wanted 9/)).toBeVisible();
    await teacher.getByLabel("Undo", { exact: true }).click();
  });

  await teacher.getByRole("link", { name: "Preview" }).click();
  await expect(teacher.getByRole("article", { name: "Question 1", exact: true })).toBeVisible();
  await teacher.getByRole("button", { name: /Show another student/ }).click();
  await expect(teacher.getByText(/as student 2 would get them/)).toBeVisible();
  await expectAccessible(teacher);
  await teacher.getByRole("link", { name: "Back to the composer" }).click();

  await teacher.getByRole("link", { name: "Release to 9C" }).click();
  await teacher.getByRole("button", { name: /^Preset/ }).click();
  await teacher.getByRole("menuitem", { name: "a test" }).click();
  await teacher.getByRole("button", { name: /^Pages/ }).click();
  await teacher.getByRole("menuitem", { name: /without going back/ }).click();
  await expect(teacher.getByRole("alert").filter({ hasText: "Nobody can go back" })).toBeVisible();
  await teacher.getByLabel("Release it to another class, group or student").fill("9C: ");
  await teacher.getByRole("option").first().click();
  await expectAccessible(teacher);
  await teacher.getByRole("button", { name: /^Release to/ }).click();
  await expect(teacher.getByRole("button", { name: "Show students their results" })).toBeVisible();
});

test("results are read by item, standard and student, and open tomorrow's lesson", async ({ person }) => {
  const teacher = await teacherAt(person, demo.address, "Ruben Castellow");
  await teacher.getByRole("link", { name: "Results" }).click();
  await expectAccessible(teacher);
  const releaseId = await teacher.evaluate(async () => {
    const { releases } = (await (await fetch("/api/results")).json()) as {
      releases: { id: string; className: string; handedIn: number }[];
    };
    return releases.find((one) => one.className === "8D" && one.handedIn > 20)?.id ?? "";
  });
  await teacher.goto(`${demo.address}/results/${releaseId}`);
  await teacher.getByRole("button", { name: "Show the thirds of the class" }).click();
  await expect(teacher.getByText(/top third \d+%/).first()).toBeVisible();
  await teacher
    .getByRole("button", { name: /^Bring .* back sooner/ })
    .first()
    .click();
  await expect(teacher.getByText(/comes back on/)).toBeVisible();
  await expectAccessible(teacher);
  for (const tab of ["Standards", "Students"]) {
    await teacher.getByRole("tab", { name: tab }).click();
    await expect(teacher.getByRole("tabpanel")).toContainText(tab === "Standards" ? "secure line" : "Counts");
    await expectAccessible(teacher);
  }
  await teacher.getByRole("button", { name: "Go: first go" }).click();
  await teacher.getByRole("menuitem", { name: "all goes" }).click();
  await expect(teacher).toHaveURL(/go=all/);
  // Only what has a look-alike can be asked again; the weakest of all need not have one.
  const starters = await teacher.getByRole("link", { name: "Use as tomorrow's starter" }).all();
  const addresses = await Promise.all(starters.map((one) => one.getAttribute("href")));
  const again = teacher.getByText("Now this one:");
  const next = teacher.getByRole("button", { name: "Next" });
  for (const address of new Set(addresses)) {
    await teacher.goto(demo.address + (address ?? ""));
    await expect(next).toBeEnabled();
    while (await next.isEnabled()) await next.click();
    if (await again.isVisible()) break;
  }
  await expect(again).toBeVisible();
  await expectAccessible(teacher);
});

test("topics, standards, courses, classes and calendars are kept in place", async ({ person }) => {
  const teacher = await teacherAt(person, demo.address);
  await teacher.getByRole("link", { name: "Team" }).click();
  await expectAccessible(teacher);
  await teacher.getByRole("link", { name: "Topics and standards" }).click();
  await teacher.getByRole("textbox", { name: "Name of the topic Water" }).fill("Water and rivers");
  await teacher.keyboard.press("Enter");
  await expect(teacher.getByRole("textbox", { name: "Name of the topic Water and rivers" })).toBeVisible();
  await teacher.getByRole("button", { name: "Import standards" }).click();
  await teacher.getByLabel("Name of the framework").fill("Skills");
  await teacher.getByLabel(/^The list/).fill("S1 Fieldwork\n  S1.1 Plan an enquiry");
  await expectAccessible(teacher);
  await teacher.getByRole("button", { name: "Import 2 standards" }).click();
  await expect(teacher.getByText(/Skills: 2 new/)).toBeVisible();
  await expectAccessible(teacher);

  await teacher.goto(`${demo.address}/courses/${await idOf(teacher, "/api/courses", "courses", "Year 9 geography")}`);
  await expect(teacher.getByLabel("Name of the course")).toHaveValue("Year 9 geography");
  await expectAccessible(teacher);
  await teacher.goto(`${demo.address}/classes/${await idOf(teacher, "/api/classes", "classes", "7A")}`);
  await teacher.getByLabel("Paste names, one a line").fill("Nia Newcomer\nMoss, Ivy");
  await teacher.getByRole("button", { name: "Add 2 students" }).click();
  await expect(teacher.getByText("28 students")).toBeVisible();
  const taught = teacher.getByRole("group", { name: "Meanders" });
  await taught.getByRole("button", { name: "Taught today" }).click();
  await expect(taught).toContainText("as you said");
  await expectAccessible(teacher);
  await teacher.getByRole("link", { name: "Entry cards" }).click();
  await expectAccessible(teacher);
});

test("a student takes another go at a running review, with every kind on a phone", async ({ person }) => {
  const teacher = await teacherAt(person, demo.address);
  const card = await teacher.evaluate(async () => {
    const { cards } = (await (await fetch("/api/demo/people")).json()) as { cards: { card: string }[] };
    return cards[0]?.card ?? "";
  });
  const student = await studentAt(person, demo.address, card);
  await expectAccessible(student);
  await student.getByRole("button", { name: /^Begin/ }).click();
  const answerAll = async () => {
    for (let position = 1; position <= 20; position++) {
      await expect(student.getByText(`Question ${position} of`)).toBeVisible();
      await answerQuestion(student);
      if (position === 1) await expectAccessible(student);
      const last = student.getByRole("button", { name: "Before you hand in" });
      if (await last.isVisible()) {
        await last.click();
        break;
      }
      await student.getByRole("button", { name: "Next" }).click();
    }
    await student.getByRole("button", { name: "Hand in" }).click();
    await expect(student.getByRole("heading", { name: /You got/ })).toBeVisible();
  };
  await answerAll();
  await expectAccessible(student);
  await student.getByRole("button", { name: "Another go" }).click();
  await answerAll();
  await expect(student.getByText(/Your first go counts/)).toBeVisible();
});
