/** What must not get lost: a draft across a reload, two versions of one item, a sitting across reloads and devices. */
import { expect, findItem, releaseDue, serveDemo, studentAt, teacherAt, test } from "./journey.ts";

const demo = serveDemo();

test("a draft survives a reload, and of two people's versions each part is chosen", async ({ person }) => {
  const [mara, tobias] = [await teacherAt(person, demo.address), await teacherAt(person, demo.address, "Tobias Lind")];
  for (const page of [mara, tobias]) {
    await page.getByRole("link", { name: "Bank" }).click();
    await findItem(page, "groyne", /Groyne at Penmarrow/);
    await page.getByRole("link", { name: "Edit" }).click();
  }
  const question = (page: typeof mara) => page.getByRole("textbox", { name: "Question" });
  await question(mara).fill("Mara's words for the groyne?");
  await expect(mara.getByText("draft saved")).toBeVisible();
  await mara.reload();
  await expect(question(mara)).toHaveText("Mara's words for the groyne?");

  await question(tobias).fill("Tobias's words for the groyne?");
  await tobias.getByRole("textbox", { name: "Next step" }).fill("Tobias's next step");
  await tobias.getByRole("button", { name: "Finish", exact: true }).click();
  await expect(tobias.getByText("Item 12 is in the bank.")).toBeVisible();

  await mara.getByRole("button", { name: "Finish", exact: true }).click();
  await expect(mara.getByText(/Tobias Lind saved this item after you opened it/)).toBeVisible();
  await expect(mara.getByRole("alert")).toContainText("Tobias's words for the groyne?");
  await expect(mara.getByRole("alert")).toContainText("Mara's words for the groyne?");
  const nextStep = mara.getByRole("group", { name: "Version of: Next step" });
  await nextStep.getByRole("button", { name: "Tobias Lind’s version" }).click();
  await mara.getByRole("button", { name: "Save this version" }).click();
  const pane = mara.getByRole("article", { name: "Item 12" });
  await expect(pane).toContainText("Mara's words for the groyne?");
  await pane.getByRole("link", { name: "History" }).click();
  await expect(mara.getByRole("list", { name: "Revisions" }).getByRole("button")).toHaveCount(3);
  await expect(mara.getByRole("region", { name: "Revision 3" }).locator("ins")).toHaveText(["Mara"]);
  await expect(mara.getByRole("region", { name: "Revision 3" })).not.toContainText("Tobias's next step");
});

test("leaving by another way than the button leaves a revision too", async ({ person }) => {
  const teacher = await teacherAt(person, demo.address);
  await teacher.getByRole("link", { name: "New item" }).click();
  await teacher.getByRole("textbox", { name: "Question" }).fill("Left in the middle of writing?");
  await expect(teacher.getByText("draft saved")).toBeVisible();
  await teacher.getByRole("link", { name: "Bank" }).click();
  await expect(teacher.getByRole("option", { name: /Left in the middle of writing/ })).toContainText("draft");
});

test("a sitting goes on after a reload and on another device; the first device says so and loses nothing", async ({
  person,
}) => {
  const teacher = await teacherAt(person, demo.address);
  await releaseDue(teacher);
  const card = "bold cedar kite";
  const phone = await studentAt(person, demo.address, card);
  await phone.getByRole("button", { name: /^Begin/ }).click();
  await phone.getByRole("radio").nth(2).check();
  await expect(phone.getByText("saved", { exact: true })).toBeVisible();
  await phone.reload();
  await expect(phone.getByText("Question 2 of")).toBeVisible();
  await phone.getByRole("button", { name: "Back", exact: true }).click();
  await expect(phone.getByRole("radio").nth(2)).toBeChecked();

  const tablet = await studentAt(person, demo.address, card);
  await tablet.getByRole("button", { name: /^Carry on/ }).click();
  await tablet.getByRole("button", { name: "Back", exact: true }).click();
  await expect(tablet.getByRole("radio").nth(2)).toBeChecked();
  await phone.getByRole("radio").nth(0).click();
  await expect(phone.getByText("You carry on with this quiz on another device.")).toBeVisible();
  await phone.getByRole("button", { name: "Carry on here" }).click();
  await expect(phone.getByRole("radio").first()).toBeVisible();

  await teacher.getByRole("button", { name: "Close it now" }).click();
  await expect(teacher.getByText("1 of 24 handed in")).toBeVisible();
  // Nothing is pressed here: the phone hears that the quiz was closed. What the tablet may still hold counts for a while; until then no key is to be seen, unless nothing more will come.
  await expect(phone.getByText(/may still arrive from another device/)).toBeVisible();
  await phone.getByRole("button", { name: "All my answers are in: open it now" }).click();
  await expect(phone.getByRole("heading", { name: /You got/ })).toBeVisible();
});

test("on the first visit already a reload without network goes on with the sitting, and loses nothing", async ({
  person,
}) => {
  const teacher = await teacherAt(person, demo.address);
  await releaseDue(teacher);
  const student = await studentAt(person, demo.address, "calm river lamp");
  await student
    .getByRole("button", { name: /^Begin/ })
    .first()
    .click();
  await expect(student.getByText(/^Question 1 of/)).toBeVisible();
  await expect
    .poll(() => student.evaluate(async () => (await navigator.serviceWorker.ready).active?.state))
    .toBe("activated");
  // What was loaded before the worker was there is kept as well.
  await expect
    .poll(() => student.evaluate(async () => (await (await caches.open("verdant-shell-2")).keys()).length > 3))
    .toBe(true);
  await student.context().setOffline(true);
  await student.reload();
  await expect(student.getByText(/^Question 1 of/)).toBeVisible();
  await student.getByRole("radio").nth(1).check();
  await expect(student.getByText("no network: 1 answer waits on this device").first()).toBeVisible();
  await student.context().setOffline(false);
  await expect(student.getByText("saved", { exact: true })).toBeVisible();
  await student.reload();
  await student.getByRole("button", { name: "Back", exact: true }).click();
  await expect(student.getByRole("radio").nth(1)).toBeChecked();
});
