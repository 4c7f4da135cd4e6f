/** A department's day in miniature: topics shared out, an item written, looked over, commented on, mended and used. */
import { expect, expectAccessible, serveDemo, teacherAt, test } from "./journey.ts";

const demo = serveDemo("larkmoor");

test("goals are shared out, an item is written, seen by two, sent back, suggested to, taken and approved", async ({
  person,
}) => {
  const lead = await teacherAt(person, demo.address, "Mara Okafor");
  const writer = await teacherAt(person, demo.address, "Tobias Lind");

  await test.step("a lead turns review on and sets a goal", async () => {
    await lead.getByRole("link", { name: "Team" }).click();
    await lead.getByLabel("Items are checked").click();
    await lead.getByRole("option", { name: /^all:/ }).click();
    await lead.getByLabel("Allow self-approval").click();
    await expect(lead.getByLabel("Allow self-approval")).not.toBeChecked();
    await lead.goto(`${demo.address}/writing`);
    await lead.getByRole("combobox", { name: "Topic of a new goal" }).fill("Floods");
    await lead.getByRole("option", { name: "Rivers: Floods" }).click();
    await lead.getByLabel("Items", { exact: true }).fill("8");
    await lead.getByRole("button", { name: "Set" }).click();
    await lead
      .getByRole("group", { name: "Goal: Floods, anybody" })
      .getByRole("button", { name: "Share evenly" })
      .click();
    await expect(lead.getByRole("group", { name: "Goal: Floods, Tobias Lind" })).toContainText("0 of 2");
    await expectAccessible(lead);
  });

  await test.step("a colleague writes one; a slip in a word is found and mended", async () => {
    await writer.goto(`${demo.address}/writing`);
    await writer
      .getByRole("group", { name: "Goal: Floods, Tobias Lind" })
      .getByRole("link", { name: "Floods" })
      .click();
    await writer.getByRole("textbox", { name: "Question" }).fill("Which chanel of a river is likeliest to flood?");
    const options = [
      "A narrow one in a town",
      "A wide one in a marsh",
      "A deep one at the sea",
      "A dry one in a desert",
    ];
    for (const [i, text] of options.entries())
      await writer.getByRole("textbox", { name: `Option ${i + 1}`, exact: true }).fill(text);
    const look = writer.getByRole("region", { name: "Worth a look" });
    await expect(look).toContainText("“chanel” (perhaps “channel”)");
    await look.getByRole("button", { name: "Write “channel”" }).click();
    await expect(look).not.toContainText("chanel");
    await expect(writer.getByRole("region", { name: "As a student sees it" })).toContainText(
      "Which channel of a river",
    );
    await writer.getByRole("button", { name: "Finish and send for checking" }).click();
    await expect(writer.getByRole("article", { name: /^Item/ })).toContainText("being checked");
  });

  await test.step("it is looked over: a change is suggested, and it is sent back", async () => {
    await lead.goto(`${demo.address}/review`);
    const item = lead.getByRole("region", { name: /^Item/ });
    await expect(item).toContainText("Which channel of a river is likeliest to flood?");
    await item.getByRole("button", { name: "Suggest a change" }).click();
    const dialog = lead.getByRole("dialog");
    await dialog.getByRole("textbox", { name: "Option 4", exact: true }).fill("A shallow one in the hills");
    await dialog.getByLabel("Why").fill("Deserts flood, too.");
    await dialog.getByRole("button", { name: "Suggest it" }).click();
    await expect(item.getByRole("article", { name: /^Comment of/ })).toContainText("Deserts flood, too.");
    await expectAccessible(lead);
    await lead.getByRole("heading", { name: "To check" }).click();
    await lead.keyboard.press("b");
    await lead.getByLabel("What is to be done").fill("Take the change, and hand it in again.");
    await lead.getByRole("button", { name: "Send back", exact: true }).click();
    await expect(lead.getByText("Nothing waits.")).toBeVisible();
  });

  await test.step("its author takes the change with one click and hands it in again", async () => {
    await writer.getByRole("link", { name: "Today" }).click();
    await expect(writer.getByText("sent back: Take the change, and hand it in again.")).toBeVisible();
    await writer.getByRole("link", { name: /^Item \d+$/ }).click();
    const pane = writer.getByRole("article", { name: /^Item/ });
    await pane.getByRole("button", { name: "Accept it" }).click();
    await expect(pane).toContainText("A shallow one in the hills");
    await expect(pane.getByRole("button", { name: "Accept it" })).toHaveCount(0);
    await expectAccessible(writer);
    await pane.getByRole("button", { name: "Send for checking" }).click();
    await expect(pane).toContainText("being checked");
  });

  await test.step("the author cannot approve it, the lead does by a key, and the goal moves", async () => {
    await writer.goto(`${demo.address}/review`);
    await expect(writer.getByText("You wrote this; in your department a colleague approves it.")).toBeVisible();
    await expect(writer.getByRole("button", { name: "Approve (A)" })).toBeDisabled();
    await lead.reload();
    await expect(lead.getByRole("button", { name: "Approve (A)" })).toBeEnabled();
    await lead.keyboard.press("a");
    await expect(lead.getByText("Nothing waits.")).toBeVisible();
    await lead.goto(`${demo.address}/writing`);
    await expect(lead.getByRole("group", { name: "Goal: Floods, Tobias Lind" })).toContainText("1 of 2");
    await expect(lead.getByRole("region", { name: "Written last" })).toContainText("Which channel of a river");
  });

  await test.step("two who open the same item see each other", async () => {
    await lead.getByRole("region", { name: "Written last" }).getByRole("link").first().click();
    await lead.getByRole("article", { name: /^Item/ }).getByRole("link", { name: "Edit" }).click();
    await expect(lead.getByRole("textbox", { name: "Question" })).toBeVisible();
    await writer.goto(lead.url());
    await expect(writer.getByText("Mara Okafor is in this item too.")).toBeVisible();
    await expectAccessible(writer);
  });
});

test("a variant stands beside its original, and a key that may no longer fit is asked about once", async ({
  person,
}) => {
  const teacher = await teacherAt(person, demo.address, "Ruben Castellow");
  await teacher.goto(`${demo.address}/bank?text=Which+month+is+the+wettest`);
  await teacher
    .getByRole("listitem")
    .or(teacher.getByRole("option"))
    .filter({ hasText: "Wettest month" })
    .first()
    .click();
  await teacher.getByRole("link", { name: "Remix" }).click();
  await expect(teacher.getByRole("heading", { name: /^Remix of item/ })).toBeVisible();
  await teacher.getByRole("textbox", { name: "Question" }).fill("Which month is the driest at Westerhaven?");
  const beside = teacher.getByRole("region", { name: "Beside the original" });
  await expect(beside.locator("del")).toHaveText("wettest");
  await expect(beside.locator("ins")).toHaveText("driest");
  await expectAccessible(teacher);
  await teacher.getByRole("button", { name: "Finish", exact: true }).click();
  const dialog = teacher.getByRole("dialog", { name: "Is the key still right?" });
  await dialog.getByRole("button", { name: "Look at it again" }).click();
  await teacher.getByRole("textbox", { name: "Accepted answer 1" }).fill("April");
  await teacher.getByRole("textbox", { name: "Accepted answer 2" }).fill("Apr");
  await teacher.getByRole("button", { name: "Finish", exact: true }).click();
  await expect(teacher.getByRole("article", { name: /^Item/ })).toContainText("driest");
});
