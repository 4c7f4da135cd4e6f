/** A bank one finds one's way in: by typing, by gaps, and by topics that are put together and taken apart. */
import { readFileSync } from "node:fs";
import type { Page } from "@playwright/test";
import { expect, expectAccessible, serveDemo, teacherAt, test } from "./journey.ts";

const demo = serveDemo("larkmoor");

const list = (teacher: Page) => teacher.getByRole("listbox", { name: /^Items, / });
const search = (teacher: Page) => teacher.getByRole("combobox", { name: "Search items" });

test("an item is found by a misspelt word and by filters that are suggested while they are typed; the view is kept", async ({
  person,
}) => {
  const teacher = await teacherAt(person, demo.address);
  await teacher.getByRole("link", { name: "Bank", exact: true }).click();
  await list(teacher).press("End");
  await expect(teacher.getByRole("article", { name: "Item 1", exact: true })).toBeVisible();
  await list(teacher).press("ArrowUp");
  await expect(teacher.getByRole("article", { name: "Item 2", exact: true })).toBeVisible();
  await search(teacher).fill("meandr");
  await expect(teacher.getByText(/Nothing has “meandr”; looked for/)).toBeVisible();
  await expect(list(teacher)).toContainText(/meander/i);

  await search(teacher).fill("topic:coas");
  await teacher.getByRole("option", { name: /^topic:Coasts/ }).click();
  await expect(teacher.getByRole("region", { name: "Topic" }).getByRole("button", { name: /^Coasts/ })).toHaveAttribute(
    "aria-pressed",
    "true",
  );
  await search(teacher).press("End");
  await search(teacher).pressSequentially("kind:or");
  await expect(list(teacher).getByRole("option").first()).toContainText("· order ·");
  await expectAccessible(teacher);
  await search(teacher).fill("topic:nowhere");
  await expect(teacher.getByText("“topic:nowhere”: No topic is called “nowhere”.")).toBeVisible();

  await search(teacher).fill("topic:Coasts use:reserved");
  await expect(list(teacher).getByRole("option")).toHaveCount(1);
  await teacher.getByRole("button", { name: "Save this view" }).click();
  await teacher.getByRole("textbox", { name: "Name of the view" }).fill("For the coasts test");
  await teacher.getByRole("checkbox", { name: "for the whole department" }).check();
  await teacher.getByRole("button", { name: "Save the view" }).click();
  const colleague = await teacherAt(person, demo.address, "Ines Fairley");
  await colleague.goto(`${demo.address}/bank`);
  await colleague.getByRole("link", { name: "For the coasts test" }).click();
  await expect(search(colleague)).toHaveValue("topic:Coasts use:reserved");
  await expect(list(colleague).getByRole("option")).toHaveCount(1);
  await list(colleague).getByRole("option").click();
  await expect(colleague.getByRole("region", { name: "Results and uses" })).toBeVisible();
  await expectAccessible(colleague);
});

test("what a search finds is changed together, and one undo gives it back", async ({ person }) => {
  const teacher = await teacherAt(person, demo.address);
  await teacher.goto(`${demo.address}/bank?text=${encodeURIComponent('tag:"map sheet 4" kind:one')}`);
  const change = teacher.getByRole("button", { name: /^Edit all \d+/ });
  const count = Number(/\d+/.exec(await change.innerText())?.[0]);
  await change.click();
  await teacher.getByRole("combobox", { name: "Demand" }).click();
  await teacher.getByRole("option", { name: "reason" }).click();
  await expectAccessible(teacher);
  await teacher.getByRole("button", { name: `Save ${count} items`, exact: true }).click();
  await expect(teacher.getByText(`${count} items changed.`)).toBeVisible();
  const demand = teacher.getByRole("region", { name: "Demand" });
  await expect(demand.getByRole("button")).toHaveText([`reason${count}`]);
  await teacher.getByRole("button", { name: "Undo" }).click();
  await expect(teacher.getByText(`${count} items as before.`)).toBeVisible();
  await expect(demand.getByRole("button").first()).not.toHaveText(`reason${count}`);
});

test("a gap of the coverage leads to writing, and is closed by what is written", async ({ person }) => {
  const teacher = await teacherAt(person, demo.address, "Tobias Lind");
  await teacher.goto(`${demo.address}/bank`);
  await teacher.getByRole("button", { name: "More" }).click();
  await teacher.getByRole("menuitem", { name: "Coverage" }).click();
  await teacher.getByRole("button", { name: "by demand" }).click();
  await expect(teacher.getByRole("region", { name: "What reviews will need" })).toContainText("unseen");
  await expectAccessible(teacher);
  await teacher.getByRole("link", { name: "reason: write one for Fronts and pressure" }).click();
  await expect(teacher.getByRole("combobox", { name: "Topic", exact: true })).toHaveValue(
    "Weather and climate: Fronts and pressure",
  );
  await teacher.getByRole("textbox", { name: "Question" }).fill("Why does rain fall along a cold front?");
  const options = ["Warm air is pushed up and cools", "Cold air dries the ground", "Warm air sinks", "The sea boils"];
  for (const [i, text] of options.entries())
    await teacher.getByRole("textbox", { name: `Option ${i + 1}`, exact: true }).fill(text);
  await expect(teacher.getByRole("region", { name: "Still needed" })).toContainText("Nothing is missing");
  await teacher.getByRole("button", { name: "Finish", exact: true }).click();
  await expect(teacher.getByRole("article", { name: /^Item 451/ })).toBeVisible();
  await teacher.goto(`${demo.address}/coverage?by=demand`);
  await expect(
    teacher.getByRole("row", { name: /Fronts and pressure/ }).getByRole("link", { name: "reason: 1 can be used" }),
  ).toBeVisible();
});

test("a topic is dragged under another, merged, and taken apart again with recall as it was", async ({ person }) => {
  const teacher = await teacherAt(person, demo.address);
  const recall = () =>
    teacher.evaluate(async () => {
      const read = async (path: string) => (await (await fetch(`/api${path}`)).json()) as never;
      const { classes } = (await read("/classes")) as { classes: { id: string; name: string }[] };
      const id = classes.find((one) => one.name === "8B")?.id ?? "";
      return JSON.stringify(await read(`/classes/${id}/due`));
    });
  const before = await recall();
  await teacher.goto(`${demo.address}/bank`);
  await teacher
    .getByRole("region", { name: "Topic" })
    .getByRole("button", { name: /^Meanders/ })
    .click();
  await expect(teacher).toHaveURL(/topic=/);
  const view = teacher.url();
  await teacher.goto(`${demo.address}/topics`);
  const row = (name: string) =>
    teacher.getByRole("treeitem").filter({ has: teacher.getByLabel(`Name of the topic ${name}`) });
  const handle = (await row("Meanders").getByTitle("Drag onto its new parent topic").boundingBox())!;
  const target = (await row("Coasts").getByLabel("Name of the topic Coasts").boundingBox())!;
  await teacher.mouse.move(handle.x + handle.width / 2, handle.y + handle.height / 2);
  await teacher.mouse.down();
  await teacher.mouse.move(target.x + 60, target.y + target.height / 2, { steps: 12 });
  await teacher.mouse.up();
  await expect(teacher.getByText("“Meanders” is moved.")).toBeVisible();
  await teacher.getByRole("button", { name: "Undo" }).click();

  await row("Meanders")
    .getByRole("button", { name: /standards?$/ })
    .click();
  await expectAccessible(teacher);
  await teacher.getByRole("combobox", { name: "Merge it into" }).click();
  await teacher.getByRole("option", { name: "Erosion and transport" }).click();
  await teacher.getByRole("button", { name: "Merge", exact: true }).click();
  await expect(teacher.getByText(/“Meanders” is part of “Erosion and transport” now, with \d+ items\./)).toBeVisible();
  await teacher.getByRole("button", { name: "Close the message" }).click();
  await expect(row("Meanders")).toHaveCount(0);
  expect(await recall()).not.toBe(before);
  const colleague = await teacherAt(person, demo.address, "Ines Fairley");
  await colleague.goto(view);
  await expect(colleague.getByText(/The topic of this view is no longer there/)).toBeVisible();
  await expectAccessible(colleague);
  await colleague.getByRole("button", { name: "Remove filter" }).click();
  await expect(list(colleague)).toBeVisible();
  // However long ago it was said that it can be undone.
  await teacher.keyboard.press("ControlOrMeta+z");
  await teacher.keyboard.press("Enter");
  await expect(row("Meanders")).toBeVisible();
  // The row is there before the server has worked everything out again.
  await expect.poll(recall).toBe(before);
});

test("a twin is asked for, written from the writing day, and known to the item that it explains", async ({
  person,
}) => {
  const lead = await teacherAt(person, demo.address);
  await lead.goto(`${demo.address}/bank?text=${encodeURIComponent("use:reserved topic:Tectonics")}`);
  await list(lead).getByRole("option").first().click();
  const twin = lead.getByRole("region", { name: "Practice twin" });
  await twin.getByRole("button", { name: "Ask for one" }).click();
  await expect(twin).toContainText("Mara Okafor asked for a twin.");
  const colleague = await teacherAt(person, demo.address, "Tobias Lind");
  await colleague.goto(`${demo.address}/writing`);
  await expectAccessible(colleague);
  await colleague.getByRole("list", { name: "Twins asked for" }).getByRole("link", { name: "Write it" }).click();
  await colleague.getByRole("textbox", { name: "Question" }).fill("A question that may be shown in its place?");
  await colleague.getByRole("button", { name: "Finish", exact: true }).click();
  // The key of the original is still there, and is asked about.
  const sure = colleague.getByRole("button", { name: "It is right" });
  await sure
    .or(colleague.getByRole("region", { name: "Practice twin" }))
    .first()
    .waitFor();
  if (await sure.isVisible()) await sure.click();
  await expect(colleague.getByRole("region", { name: "Practice twin" })).toContainText(/Shown in place of item \d+/);
  await lead.reload();
  await expect(twin).toContainText("A question that may be shown in its place?");
  await expectAccessible(lead);
});

test("a newer version of a framework: what it withdrew is marked, found and replaced; a goal is given by dragging", async ({
  person,
}) => {
  const lead = await teacherAt(person, demo.address);
  const file = JSON.parse(readFileSync(new URL("../core/vectors/case-geography.json", import.meta.url), "utf8")) as {
    CFItems: { humanCodingScheme: string }[];
  };
  const bring = async (data: object) => {
    await lead.goto(`${demo.address}/topics`);
    await lead.getByRole("button", { name: "Import standards" }).click();
    const dialog = lead.getByRole("dialog");
    await dialog.locator('input[type="file"]').setInputFiles({
      name: "framework.json",
      mimeType: "application/json",
      buffer: Buffer.from(JSON.stringify(data)),
    });
    await expect(dialog.or(lead.getByText(/new, \d+ changed/)).last()).toBeVisible();
    await expect(lead.getByText(/\d+ new, \d+ changed, \d+ withdrawn/)).toBeVisible();
  };
  await bring(file);
  await lead.goto(`${demo.address}/bank?text=meander`);
  await lead.getByRole("button", { name: /^Edit all \d+/ }).click();
  await lead.getByRole("combobox", { name: "Add standards" }).fill("GEO.1.1.a");
  await lead.getByRole("option", { name: /^GEO\.1\.1\.a/ }).click();
  await lead
    .getByRole("dialog")
    .getByRole("button", { name: /^Save \d+ items?$/ })
    .click();
  await expect(lead.getByText(/\d+ items changed\./)).toBeVisible();
  await bring({ ...file, CFItems: file.CFItems.filter((one) => one.humanCodingScheme !== "GEO.1.1.a") });
  const row = lead.getByRole("group", { name: "Withdrawn: GEO.1.1.a" });
  await expect(row).toContainText(/\d+ items carry it/);
  await expectAccessible(lead);
  await row.getByRole("link").click();
  await expect(list(lead)).toContainText("GEO.1.1.a (withdrawn)");
  await lead.goBack();
  await row.getByRole("combobox", { name: "In place of GEO.1.1.a" }).fill("GEO.1.1.b");
  await lead.getByRole("option", { name: /^GEO\.1\.1\.b/ }).click();
  await row.getByRole("button", { name: "Use it instead" }).click();
  await expect(lead.getByText(/items of GEO\.1\.1\.a carry GEO\.1\.1\.b now/)).toBeVisible();
  await expect(row).toHaveCount(0);

  await lead.goto(`${demo.address}/writing`);
  const goal = lead.getByRole("group", { name: "Goal: Scale and relief, anybody" });
  const handle = (await goal.getByTitle(/drag/i).boundingBox())!;
  const target = (await lead.getByText("Ruben Castellow").first().boundingBox())!;
  await lead.mouse.move(handle.x + handle.width / 2, handle.y + handle.height / 2);
  await lead.mouse.down();
  await lead.mouse.move(target.x + 20, target.y + target.height / 2, { steps: 12 });
  await lead.mouse.up();
  await expect(lead.getByRole("group", { name: "Goal: Scale and relief, Ruben Castellow" })).toBeVisible();
});
