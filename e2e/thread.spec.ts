/** The thread: one item, one quiz, one student, one result, and the plan moves. */
import { expect, expectAccessible, serveDemo, studentAt, teacherAt, test } from "./journey.ts";

const demo = serveDemo();

test("a teacher writes an item, composes what is due, releases it; a student answers; the plan moves and says so", async ({
  person,
}) => {
  const teacher = await teacherAt(person, demo.address);
  await expectAccessible(teacher);

  await test.step("write an item with rationales", async () => {
    await teacher.getByRole("link", { name: "New item" }).click();
    await teacher
      .getByRole("textbox", { name: "Question" })
      .fill("Which landform can be left when a river cuts off a bend?");
    const needed = teacher.getByRole("region", { name: "Still needed" });
    await expect(needed).toContainText("Choose a topic.");
    for (const [i, text] of ["A spit", "An ox-bow lake", "A stack", "A delta"].entries()) {
      await teacher.getByRole("textbox", { name: `Option ${i + 1}`, exact: true }).fill(text);
    }
    await teacher.getByRole("radio", { name: "Option 2 is the right answer" }).check();
    await teacher.getByRole("button", { name: "Give a reason for option 1" }).click();
    await teacher.getByRole("textbox", { name: "Rationale of option 1" }).fill("A spit is built by the sea.");
    await teacher.getByLabel("Topic").click();
    await teacher.getByRole("option", { name: "Rivers: Meanders" }).click();
    await expect(needed).toContainText("Nothing is missing");
    await expect(teacher.getByText("draft saved")).toBeVisible();
    await expectAccessible(teacher);
    await teacher.getByRole("button", { name: "Finish", exact: true }).click();
    await expect(teacher.getByText("Item 25 is in the bank.")).toBeVisible();
    await expect(teacher.getByRole("article", { name: "Item 25" })).toContainText("An ox-bow lake");
    await teacher.getByLabel("Show the key").click();
    await expect(teacher.getByRole("article", { name: "Item 25" })).toContainText("✓ right");
    await expectAccessible(teacher);
  });

  await test.step("the due list, from the calendar alone", async () => {
    await teacher.getByRole("link", { name: "Plans" }).click();
    await expect(teacher.getByRole("heading", { name: "Due now: 4 topics" })).toBeVisible();
    await expect(
      teacher.getByRole("list", { name: "Topics that are due" }).getByRole("listitem").first(),
    ).toContainText("from the calendar only");
    await expectAccessible(teacher);
  });

  await test.step("compose three and weave by keyboard", async () => {
    await teacher.getByRole("button", { name: "Compose 8" }).click();
    await teacher.getByRole("button", { name: "Requirements", exact: true }).click();
    await teacher.getByRole("spinbutton", { name: "Questions" }).fill("3");
    await teacher.getByRole("button", { name: "Compose 3 again" }).click();
    await teacher.getByRole("button", { name: "Requirements", exact: true }).click();
    const list = teacher.getByRole("list", { name: "Questions in order" });
    const places = list.getByRole("button", { name: /^Remove question/ });
    await expect(places).toHaveCount(3);
    // Four are due and three were asked for.
    await expect(teacher.getByRole("button", { name: "1 to look at" })).toBeVisible();
    const order = async () => {
      const beads = await teacher
        .getByRole("group", { name: /^Order of the quiz/ })
        .getByRole("button")
        .all();
      const labels = await Promise.all(beads.map((bead) => bead.getAttribute("aria-label")));
      return labels.map((label) => label?.replace(/^Question \d+: /, ""));
    };
    const before = await order();
    await teacher.getByRole("button", { name: /^Question 1:/ }).focus();
    await teacher.keyboard.press("ArrowRight");
    await expect.poll(order).toEqual([before[1], before[0], before[2]]);
    await teacher.getByRole("button", { name: "Remove question 3" }).click();
    await expect(places).toHaveCount(2);
    await teacher.getByRole("alert").getByRole("button", { name: "Undo" }).click();
    await expect.poll(order).toEqual([before[1], before[0], before[2]]);
    await expectAccessible(teacher);
  });

  await test.step("release", async () => {
    await teacher.getByRole("link", { name: "Release to 8B" }).click();
    await expect(teacher.getByRole("region", { name: /notice/ })).toContainText("as many goes as they like");
    await expectAccessible(teacher);
    await teacher.getByRole("button", { name: "Release to 8B" }).click();
    await expect(teacher.getByRole("heading", { name: "No answers yet." })).toBeVisible();
  });

  const student = await studentAt(person, demo.address, "amber otter drum");
  await test.step("a student answers, loses the network for a moment and loses nothing", async () => {
    await expectAccessible(student);
    await student.getByRole("button", { name: /^Begin/ }).click();
    await expect(student.getByRole("radio")).toHaveCount(4);
    await student.getByRole("radio").first().check();
    await expect(student.getByText("saved", { exact: true })).toBeVisible();
    await expectAccessible(student);
    await student.getByRole("button", { name: "Next" }).click();

    await student.context().setOffline(true);
    await student.getByRole("radio").nth(1).check();
    await expect(
      student.getByRole("status").filter({ hasText: "no network: 1 answer waits on this device" }),
    ).toBeVisible();
    await student.getByRole("button", { name: "Next" }).click();
    await student.getByRole("radio").nth(2).check();
    await student.getByRole("button", { name: "Come back to this later" }).click();
    await expect(
      student.getByRole("status").filter({ hasText: "no network: 3 answers wait on this device" }),
    ).toBeVisible();
    await student.getByRole("button", { name: "Before you hand in" }).click();
    await student.getByRole("button", { name: "Hand in" }).click();
    await expect(student.getByRole("alert")).toContainText("Your answers are safe on this device");

    await student.context().setOffline(false);
    await expect(student.getByText("saved", { exact: true })).toBeVisible();
    await expect(student.getByText("Every question has an answer.")).toBeVisible();
    await expect(student.getByText("You wanted to come back to these:")).toBeVisible();
    await expectAccessible(student);
    await student.getByRole("button", { name: "Hand in" }).click();
    await expect(student.getByRole("heading", { name: /You got [0-3] of 3/ })).toBeVisible();
    await expect(student.getByRole("article").first()).toContainText("Why");
    await expectAccessible(student);
    await student.getByRole("link", { name: "Your quizzes" }).click();
    await expect(student.getByRole("button", { name: /Another go|Begin/ })).toBeVisible();
  });

  await test.step("the teacher sees who chose what, with its uncertainty", async () => {
    await teacher.reload();
    await expect(teacher.getByText("1 of 24 handed in")).toBeVisible();
    const first = teacher.getByRole("table").getByRole("row").nth(1);
    await expect(first).toContainText(/[01] of 1, between/);
    await expect(teacher.getByText("23 students have not handed in.")).toBeVisible();
    await expectAccessible(teacher);
  });

  await test.step("the due list has changed because of it, and says so", async () => {
    await teacher.getByRole("link", { name: "See the plan of 8B" }).click();
    await expect(teacher.getByRole("alert")).toContainText("This list changed today because of 3 answers in");
    // Of four that were due one is left. Whoever is wrong three times (the options stand in an order of chance) may have
    // forgotten elsewhere too: then another topic is due besides, and says that this is why.
    await expect(teacher.getByRole("heading", { name: /^Due now: [1-3] topics?$/ })).toBeVisible();
    await expect(
      teacher.getByRole("list", { name: "Topics that are not due" }).getByText("came back today in"),
    ).toHaveCount(3);
    await expectAccessible(teacher);
  });
});
