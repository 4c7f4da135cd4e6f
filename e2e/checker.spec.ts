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
  await expect(unmarked).toContainText("easily overlooked");
  await expectAccessible(teacher);
  await unmarked.getByRole("button", { name: "Make “not” bold" }).click();
  await expect(unmarked).toBeHidden();
  await expect(teacher.getByRole("region", { name: "As a student sees it" }).locator("strong, b")).toHaveText("not");

  const unexplained = found.getByRole("group", { name: "There is no explanation." });
  await unexplained.getByRole("button", { name: "Dismiss because…" }).click();
  await found.getByRole("textbox", { name: "Dismiss because" }).fill("the class finds it out itself.");
  await found.getByRole("button", { name: "Dismiss", exact: true }).click();
  await expect(found).toContainText("Dismissed because the class finds it out itself.");
  await expect(teacher.getByText(/draft saved/)).toBeVisible();
  await teacher.reload();
  await expect(found).toContainText("Dismissed because the class finds it out itself.");
  await found.getByRole("button", { name: /^Look again: There is no explanation/ }).click();
  await expect(unexplained.getByRole("button", { name: "Dismiss because…" })).toBeVisible();
});
