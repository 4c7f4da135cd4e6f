/** Sixty questions from one pattern, and a value put right in all of them. */
import { expect, expectAccessible, serveDemo, teacherAt, test } from "./journey.ts";

const demo = serveDemo("larkmoor");

test("six scales by ten distances give sixty items; a change shows what it touches before it is kept", async ({
  person,
}) => {
  const teacher = await teacherAt(person, demo.address);
  await teacher.getByRole("link", { name: "Bank" }).click();
  await teacher.getByRole("button", { name: "More" }).click();
  await teacher.getByRole("menuitem", { name: "Many from few" }).click();
  await teacher.getByRole("link", { name: "New pattern" }).click();
  await teacher.getByRole("textbox", { name: "Name" }).fill("My own distances");
  await teacher.getByLabel("Topic of its items").fill("scale");
  await teacher.getByRole("option").first().click();
  await teacher.getByRole("textbox", { name: "Question" }).fill("How far is {distance} cm on a map at 1 : {scale}?");
  await teacher
    .getByRole("textbox", { name: "Values" })
    .fill("scale = 10000; 25000; 50000; 100000; 250000; 500000\ndistance = 1; 2; 3; 4; 5; 6; 7; 8; 9; 10");
  const key = teacher.getByRole("textbox", { name: "Right answer" });
  await key.fill("distance * height");
  const makes = teacher.getByRole("region", { name: "What it makes" });
  await expect(makes).toContainText("“height” is no number here.");
  await key.fill("distance * scale / 100000");
  await teacher.getByRole("textbox", { name: "Unit" }).fill("km");
  await teacher
    .getByRole("textbox", { name: "Wrong answers" })
    .fill("distance * scale / 10000\ndistance * scale / 1000000");
  await expect(makes.getByRole("heading", { name: "New (60)" })).toBeVisible();
  await expect(makes.getByRole("article").first()).toContainText("0.1 km✓ right");
  await expectAccessible(teacher);

  // What is written survives a reload.
  await teacher.reload();
  await teacher.getByRole("button", { name: "Put 60 items into the bank" }).click();
  await expect(teacher.getByText("“My own distances” is saved: 60 items added.")).toBeVisible();
  await expectAccessible(teacher);
  await teacher.getByRole("link", { name: /My own distances/ }).click();
  await teacher
    .getByRole("textbox", { name: "Values" })
    .fill("scale = 10000; 25000; 50000; 100000; 250000; 750000\ndistance = 1; 2; 3; 4; 5; 6; 7; 8; 9");
  await expect(teacher.getByText("9 to change, 6 to retire, 45 as they are")).toBeVisible();
  await expect(makes.getByRole("region", { name: "Changes" })).toContainText("1 : 750000");
  await teacher.getByRole("button", { name: "Save the changes" }).click();
  await expect(teacher.getByText("is saved: 9 changed, 6 retired, 45 as they were.")).toBeVisible();
  await expect(teacher.getByRole("link", { name: /My own distances/ })).toBeVisible();
  await teacher.getByRole("link", { name: "Back to the bank" }).click();
  await teacher.getByLabel("Search items").fill("750000");
  await expect(teacher.getByText("9 items")).toBeVisible();
});
