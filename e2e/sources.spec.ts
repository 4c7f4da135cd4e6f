/** A shared map with its items: written, a place drawn on it, given to a class, pointed at on a phone, chosen by keyboard. */
import { expect, expectAccessible, serveDemo, studentAt, teacherAt, test } from "./journey.ts";

const demo = serveDemo("larkmoor");

test("a map is kept once with two items on it; students see it first, point at it by touch or choose by keyboard", async ({
  person,
}) => {
  const teacher = await teacherAt(person, demo.address, "Ines Fairley");
  const pane = teacher.getByRole("article", { name: /^Item/ });
  const tray = teacher.getByRole("region", { name: "Tray" });
  const finish = async () => {
    await teacher.getByRole("combobox", { name: "Topic", exact: true }).click();
    await teacher.getByRole("option", { name: /Grid references/ }).click();
    await expect(teacher.getByRole("region", { name: "Still needed" })).toContainText("Nothing is missing");
    await expectAccessible(teacher);
    await teacher.getByRole("button", { name: "Finish", exact: true }).click();
    await pane.getByRole("button", { name: "Add to tray" }).click();
    await expect(pane.getByRole("button", { name: "Remove from tray" })).toBeVisible();
  };

  await teacher.goto(`${demo.address}/stimuli/new`);
  await teacher.getByRole("textbox", { name: "Title" }).fill("The valley of the Tarn");
  await teacher.getByRole("textbox", { name: "Text, map or chart" }).fill("The map shows the valley before the dam.");
  await expectAccessible(teacher);
  await teacher.getByRole("button", { name: "Save and write an item on it" }).click();

  await teacher.getByRole("button", { name: /^Kind:/ }).click();
  await teacher.getByRole("button", { name: /^point on image/, pressed: false }).click();
  await teacher.getByRole("textbox", { name: "Question" }).fill("Where would the dam flood the church?");
  await teacher.getByRole("button", { name: "Choose the picture" }).click();
  await teacher.getByLabel("or one from the department's shelf").fill("map grid");
  await teacher.getByRole("group", { name: "On the shelf" }).getByRole("button", { name: "map grid" }).click();
  await teacher.getByRole("button", { name: "Put it in" }).click();
  const canvas = teacher.getByRole("img", { name: "Places drawn on the picture" });
  await canvas.scrollIntoViewIfNeeded();
  const box = (await canvas.boundingBox())!;
  const drag = async (from: readonly [number, number], to: readonly [number, number]) => {
    await teacher.mouse.move(box.x + box.width * from[0], box.y + box.height * from[1]);
    await teacher.mouse.down();
    await teacher.mouse.move(box.x + box.width * to[0], box.y + box.height * to[1], { steps: 4 });
    await teacher.mouse.up();
  };
  await drag([0.6, 0.1], [0.8, 0.3]);
  await teacher.getByRole("button", { name: "Circle" }).click();
  await drag([0.25, 0.6], [0.25, 0.72]);
  await teacher.getByLabel("Name of place 1").fill("in the east");
  await teacher.getByLabel("Name of place 2").fill("in the west");
  await finish();
  await teacher.goto(`${demo.address}/stimuli`);
  await teacher.getByRole("link", { name: "The valley of the Tarn" }).click();
  await expect(teacher.getByRole("list", { name: "Items on it" })).toContainText(
    "Where would the dam flood the church?",
  );
  await teacher.getByRole("button", { name: "Save and write an item on it" }).click();
  await teacher.getByRole("button", { name: /^Kind:/ }).click();
  await teacher.getByRole("button", { name: /^short text/, pressed: false }).click();
  await teacher.getByRole("textbox", { name: "Question" }).fill("What is a wall across a river called?");
  await teacher.getByLabel("Accepted answer 1").fill("dam");
  await finish();

  await tray.getByRole("button", { name: "Release these 2 to…" }).click();
  await teacher.getByRole("menuitem", { name: "8D" }).click();
  await teacher.getByRole("link", { name: "Release to 8D" }).click();
  await teacher.getByRole("button", { name: "Release to 8D" }).click();
  await expect(teacher.getByRole("heading", { name: "No answers yet." })).toBeVisible();

  const cards = await teacher.evaluate(async () => {
    const { classes } = (await (await fetch("/api/classes")).json()) as { classes: { id: string; name: string }[] };
    const id = classes.find((one) => one.name === "8D")?.id ?? "";
    const { students } = (await (await fetch(`/api/classes/${id}/students`)).json()) as {
      students: { entryCard: string }[];
    };
    return students.slice(0, 2).map((one) => one.entryCard);
  });
  for (const [i, card] of cards.entries()) {
    const student = await studentAt(person, demo.address, card);
    await student.getByRole("button", { name: /^Begin/ }).click();
    for (let position = 1; position <= 2; position++) {
      await expect(student.getByText("The map shows the valley before the dam.")).toBeVisible();
      const picture = student.getByRole("img", { name: /^Map with a grid/ });
      await expect(student.getByText(`Question ${position} of 2`)).toBeVisible();
      await expect(student.getByText(/flood the church\?|a wall across a river called\?/).first()).toBeVisible();
      const isMap = await student.getByText("Where would the dam flood the church?").isVisible();
      if (isMap && i === 0) {
        const at = (await picture.boundingBox())!;
        await student.touchscreen.tap(at.x + at.width * 0.7, at.y + at.height * 0.2);
        await expect(student.getByRole("button", { name: "Take the mark off the picture" })).toBeVisible();
      } else if (isMap) {
        await student.getByText("Answer from a list of places").press("Enter");
        await student.getByRole("radio", { name: "in the west" }).press("Space");
      } else await student.getByRole("textbox", { name: /wall across a river/ }).fill("a dam");
      await expectAccessible(student);
      await student.getByRole("button", { name: position < 2 ? "Next" : "Before you hand in" }).click();
    }
    await student.getByRole("button", { name: "Hand in" }).click();
    const points = i === 0 ? /You got 1 of 2|You got 2 of 2/ : /You got [01] of 2/;
    await expect(student.getByRole("heading", { name: points })).toBeVisible();
    await expect(
      student.getByText(i === 0 ? /✓ Question \d: right/ : /✗ Question \d: not right/).first(),
    ).toBeVisible();
    await expectAccessible(student);
  }
  await teacher.reload();
  const results = teacher.getByRole("table").first();
  await expect(results).toContainText("Where would the dam flood the church?");
  await results.getByText("on “The valley of the Tarn”").first().click();
  await expect(results.getByText("The map shows the valley before the dam.").first()).toBeVisible();
  await expectAccessible(teacher);

  await teacher.goto(`${demo.address}/bank?words=valley+tarn`);
  await expect(teacher.getByRole("listbox")).toContainText("What is a wall across a river called?");
  await teacher.goto(`${demo.address}/stimuli`);
  await teacher.getByRole("link", { name: "The valley of the Tarn" }).click();
  await teacher.getByRole("textbox", { name: "Title" }).fill("The valley of the Tarn today");
  await teacher.getByRole("button", { name: "Save", exact: true }).click();
  await expect(teacher.getByText("“The valley of the Tarn today” is saved.")).toBeVisible();
  await teacher.getByRole("link", { name: "History" }).click();
  await expect(teacher.getByRole("list", { name: "Revisions" })).toContainText("never used");
  await teacher.getByRole("button", { name: /^Revision 1/ }).click();
  await expectAccessible(teacher);
  await teacher.getByRole("button", { name: "Restore revision 1" }).click();
  await expect(teacher.getByRole("list", { name: "Revisions" })).toContainText("Revision 3");
});
