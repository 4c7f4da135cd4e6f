/** The checker beside the editor: it speaks while one types, mends by one click, and keeps what is meant so. */
import { expect, expectAccessible, serveDemo, teacherAt, test } from "./journey.ts";

const demo = serveDemo();

test("a finding is mended by one click; another is kept with a reason that is still there the next time", async ({
  person,
}) => {
  const teacher = await teacherAt(person, demo.address);
  await teacher.getByRole("link", { name: "New item" }).click();
  const found = teacher.getByRole("region", { name: "Worth a look" });
  await expect(found).toBeHidden();
  await teacher.getByRole("textbox", { name: "Question" }).fill("Which of these is not a river of the region?");
  const unmarked = found.getByRole("group", { name: /“not” turns the question round/ });
  await expect(unmarked).toContainText("easily read over");
  await expectAccessible(teacher);
  await unmarked.getByRole("button", { name: "Make “not” bold" }).click();
  await expect(unmarked).toBeHidden();
  await expect(teacher.getByRole("region", { name: "As a student sees it" }).locator("strong, b")).toHaveText("not");

  const unexplained = found.getByRole("group", { name: "There is no explanation." });
  await unexplained.getByRole("button", { name: "Keep, because…" }).click();
  await found.getByRole("textbox", { name: "Keep, because" }).fill("the class finds it out itself.");
  await found.getByRole("button", { name: "Keep", exact: true }).click();
  await expect(found).toContainText("Kept, because the class finds it out itself.");
  await expect(teacher.getByText(/draft kept/)).toBeVisible();
  await teacher.reload();
  await expect(found).toContainText("Kept, because the class finds it out itself.");
  await found.getByRole("button", { name: /^Look again: There is no explanation/ }).click();
  await expect(unexplained.getByRole("button", { name: "Keep, because…" })).toBeVisible();
});

test("a match is written row by row, sorts into groups, and is answered by the lists beside each thing", async ({
  person,
}) => {
  const teacher = await teacherAt(person, demo.address);
  await teacher.goto(`${demo.address}/bank/new`);
  await teacher.getByRole("textbox", { name: "Question" }).fill("Sort these landforms by what made them.");
  await teacher.getByLabel("Kind").click();
  await teacher.getByRole("option", { name: /^match/ }).click();
  const pairs = [
    ["Cliff", "erosion"],
    ["Beach", "deposition"],
    ["Stack", "Erosion"],
  ] as const;
  for (const [i, [left, right]] of pairs.entries()) {
    await teacher.getByRole("textbox", { name: `Left side of pair ${i + 1}` }).fill(left);
    await teacher.getByRole("textbox", { name: `Answer of pair ${i + 1}` }).fill(right);
  }
  await teacher.getByRole("textbox", { name: "Answer of pair 3" }).blur();
  await expect(teacher.getByRole("textbox", { name: "Answer of pair 3" })).toHaveValue("erosion");
  await teacher.getByLabel("Topic").click();
  await teacher.getByRole("option", { name: /Coastal landforms/ }).click();
  await expect(teacher.getByRole("region", { name: "Still needed" })).toContainText("Nothing is missing");
  await expectAccessible(teacher);
  await teacher.getByRole("button", { name: "Finish", exact: true }).click();
  const pane = teacher.getByRole("article", { name: /^Item/ });
  await expect(pane.getByRole("combobox", { name: "Cliff" }).getByRole("option")).toHaveText([
    "choose…",
    "deposition",
    "erosion",
  ]);
  await pane.getByRole("combobox", { name: "Cliff" }).selectOption("erosion");
  await pane.getByRole("combobox", { name: "Beach" }).selectOption("erosion");
  await pane.getByLabel("Show the key").click();
  await expect(pane).toContainText("✓ right");
  await expect(pane).toContainText("✗ right: deposition");
  await expectAccessible(teacher);
});
