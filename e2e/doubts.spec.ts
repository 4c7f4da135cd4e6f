import { expect, expectAccessible, serveDemo, teacherAt, test } from "./journey.ts";

const demo = serveDemo("larkmoor");

test("a wrong key is found by the answers, looked at, and put right wherever it was given", async ({ person }) => {
  const teacher = await teacherAt(person, demo.address);
  await test.step("what the answers of a year say is worked out by itself, soon after the start", async () => {
    await expect(async () => {
      await teacher.goto(`${demo.address}/results`);
      await expect(teacher.getByRole("link", { name: /^The answers speak against the key of 1 item/ })).toBeVisible({
        timeout: 5000,
      });
    }).toPass();
  });
  await teacher.getByRole("link", { name: /^The answers speak against the key/ }).click();
  const doubted = teacher.getByRole("article").filter({ hasText: "A country's birth rate is 12." });
  await expect(doubted).toContainText(/Of the third who did best elsewhere, \d+ gave “In a year 12 babies are born/);
  await expectAccessible(teacher);

  await test.step("an item that is fine goes to the end, and comes back when that is undone", async () => {
    const other = teacher.getByRole("article").nth(1);
    const number = await other.getAttribute("aria-label");
    await other.getByRole("button", { name: "It is fine as it is" }).click();
    const looked = teacher.getByRole("region", { name: "Looked at and left as they are" });
    await expect(looked.getByRole("article", { name: number ?? "" })).toContainText("Mara Okafor looked at it on");
    await teacher.getByRole("button", { name: "Undo" }).click();
    await expect(looked).toHaveCount(0);
  });

  await doubted.getByRole("link", { name: "Check the key" }).click();
  await teacher.getByRole("radio", { name: /^Another answer is right(?! as well)/ }).check();
  const asked = teacher.getByRole("region", { name: "The question as it was released" });
  await asked.getByRole("radio", { name: /^In a year 12 babies are born/ }).check();
  const change = teacher.getByRole("region", { name: "What it would change" });
  await expect(change.getByRole("heading")).toHaveText(/^\d+ gain/);
  await change.getByRole("button", { name: "Mark again" }).click();
  await expect(teacher.getByText(/goes marked again, and the item has/)).toBeVisible();

  await teacher.goto(`${demo.address}/doubts`);
  await expect(teacher.getByRole("article").first()).toBeVisible();
  await expect(doubted).toHaveCount(0);
});
