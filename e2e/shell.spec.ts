/** What every staff page has: find anything, the keys of the page, the class in focus; and the question of the week. */
import { fileURLToPath } from "node:url";
import { expect, expectAccessible, serveDemo, teacherAt, test } from "./journey.ts";

const demo = serveDemo("larkmoor");
const caseFile = fileURLToPath(new URL("../core/vectors/case-geography.json", import.meta.url));

test("anything is found by keyboard; the keys of the page are listed; the class in focus narrows the lists", async ({
  person,
}) => {
  const teacher = await teacherAt(person, demo.address);
  await teacher.keyboard.press("Control+k");
  const field = teacher.getByRole("combobox", { name: "Items, topics, quizzes, students, actions" });
  await expect(field).toBeFocused();
  await field.fill("fenwick");
  await expect(teacher.getByRole("option", { name: /Umar Fenwick/ })).toBeVisible();
  await expectAccessible(teacher);
  await field.fill("zzqx");
  await expect(teacher.getByText("Nothing here is called “zzqx”.")).toBeVisible();
  await field.fill("meanders");
  await expect(teacher.getByRole("option", { name: /^Meanders/ })).toBeVisible();
  await field.press("Enter");
  await expect(teacher.getByRole("heading", { name: "Items" })).toBeVisible();
  await expect(teacher).toHaveURL(/topic=/);
  await expect(teacher.getByRole("option").first()).toBeVisible();

  await teacher.keyboard.press("Control+/");
  await expect(teacher.getByRole("dialog", { name: "Keys of this page" })).toContainText("Add to tray, or remove");
  await expectAccessible(teacher);
  await teacher.keyboard.press("Escape");

  await teacher.getByRole("combobox", { name: "Class in focus" }).click();
  await teacher.getByRole("option", { name: "9C" }).click();
  await teacher.getByRole("link", { name: "Plans" }).click();
  await expect(teacher.getByRole("heading", { name: "Plan of 9C" })).toBeVisible();
  await teacher.getByRole("link", { name: "Results" }).click();
  const releases = teacher.getByRole("list", { name: "Releases" }).getByRole("listitem");
  await expect(releases.first()).toContainText("9C");
  const ofOne = await releases.count();
  await expectAccessible(teacher);
  await releases.first().getByRole("link").first().focus();
  await teacher.keyboard.press("End");
  await expect(releases.last().getByRole("link")).toBeFocused();
  await teacher.getByLabel("Class", { exact: true }).click();
  await teacher.getByRole("option", { name: "All classes" }).click();
  await expect.poll(() => releases.count()).toBeGreaterThan(ofOne);
  await expect(teacher).toHaveURL(/class=all/);
  await teacher.getByRole("link", { name: "Today" }).click();
  await expect(teacher.getByRole("link", { name: /^(7A|8B|8D|9C)$/ }).first()).toHaveText("9C");
});

test("on Fridays one question keeps the plan true, and its answer can be undone", async ({ person }) => {
  const teacher = await teacherAt(person, demo.address);
  // The Friday of the week in which the schedule alone takes some topic of 8D as taught.
  const friday = await teacher.evaluate(async () => {
    const { classes } = (await (await fetch("/api/classes")).json()) as { classes: { id: string; name: string }[] };
    const id = classes.find((one) => one.name === "8D")?.id ?? "";
    const { units } = (await (await fetch(`/api/classes/${id}/calendar`)).json()) as {
      units: { topics: { taughtOn: string; isSaid: boolean }[] }[];
    };
    const days = units.flatMap((unit) => unit.topics).flatMap((topic) => (topic.isSaid ? [] : [topic.taughtOn]));
    const session = (await (await fetch("/api/session")).json()) as { now: string };
    const today = session.now.slice(0, 10);
    const day = new Date(`${days.findLast((one) => one <= today) ?? ""}T12:00:00Z`);
    day.setUTCDate(day.getUTCDate() + 5 - (day.getUTCDay() || 7));
    return day.toISOString();
  });
  await teacher.setExtraHTTPHeaders({ "x-demo-clock": friday });
  await teacher.reload();
  const question = teacher.getByRole("group", { name: "This week in 8D" });
  await expect(question).toContainText("as planned?");
  await expectAccessible(teacher);
  await question.getByRole("button", { name: "Not yet" }).click();
  await expect(teacher.getByText(/waits until you say that it is taught/)).toBeVisible();
  await expect(question).toBeHidden();
  await teacher.getByRole("button", { name: "Undo" }).click();
  await question.getByRole("button", { name: "Yes" }).click();
  await expect(teacher.getByText(/counts as taught/)).toBeVisible();
  await expect(question).toBeHidden();
});

test("standards come in from a CASE file, and again without doubles; entry cards carry their codes", async ({
  person,
}) => {
  const teacher = await teacherAt(person, demo.address);
  await teacher.goto(`${demo.address}/topics`);
  for (const expected of [/Saltmere Cross.*: 40 new, 0 changed/, /Saltmere Cross.*: 0 new, 0 changed/]) {
    await teacher.getByRole("button", { name: "Import standards" }).click();
    await teacher.getByRole("dialog").locator("input[type=file]").setInputFiles(caseFile);
    await expect(teacher.getByText(expected)).toBeVisible();
  }
  await expect(teacher.getByText("GEO.1.1.a").first()).toBeVisible();
  await teacher.keyboard.press("Control+k");
  await teacher.getByRole("combobox", { name: /^Items, topics/ }).fill("entry cards of 8B");
  await teacher.getByRole("option", { name: "Entry cards of 8B" }).click();
  await expect(teacher.getByRole("img", { name: /^Code of .* card$/ })).toHaveCount(24);
  await teacher.emulateMedia({ media: "print" });
  await expect(teacher.getByRole("navigation", { name: "Areas" })).toBeHidden();
  await expect(teacher.getByRole("button", { name: /^New card/ }).first()).toBeHidden();
  await expect(teacher.getByText("bold cedar kite")).toBeVisible();
});
