/** The school's class lists: read from the school's system while it fails, compared, imported; marks sent there. */
import { createServer, type Server } from "node:http";
import type { AddressInfo } from "node:net";
import { schoolLists } from "../standIns/lists.ts";
import { account, createSchoolSystem } from "../standIns/schoolSystem.ts";
import { expect, expectAccessible, serveDemo, teacherAt, test } from "./journey.ts";

const system = createSchoolSystem(schoolLists("small", (process.env["TEST_CLOCK"] ?? "2026-11-28").slice(0, 10)));
let server: Server | undefined;
const demo = serveDemo("small", async () => {
  server = createServer((req, res) => {
    system.app(req, res);
  });
  await new Promise<void>((resolve) => server?.listen(0, "127.0.0.1", resolve));
  return { SCHOOL_SYSTEMS: `http://127.0.0.1:${(server.address() as AddressInfo).port}` };
});
test.afterAll(() => {
  server?.close();
});

test("a class list is read while the school's system fails twice; who is who is said, one leaves, marks go back", async ({
  person,
}) => {
  const lead = await teacherAt(person, demo.address);
  await test.step("connected with the name and secret that the school gave", async () => {
    await lead.goto(`${demo.address}/team`);
    await lead.getByRole("link", { name: "Class lists" }).click();
    await lead.getByLabel("Name (client id)").fill(account.clientId);
    await lead.getByLabel("Secret (client secret)").fill("a wrong one");
    await lead.getByRole("button", { name: "Connect" }).click();
    await lead.getByRole("button", { name: "Read from the school’s system" }).click();
    await expect(lead.getByText(/does not accept the name and secret/)).toBeVisible({ timeout: 60_000 });
    await lead.getByRole("button", { name: "Change" }).click();
    await lead.getByLabel("Secret (client secret)").fill(account.clientSecret);
    await lead.getByRole("button", { name: "Connect" }).click();
    await expect(lead.getByText(/^Connected to http/)).toBeVisible();
  });
  await test.step("read although the system fails twice, in small pages", async () => {
    system.mode.failNext = 2;
    system.mode.pageRows = 10;
    await lead.getByRole("button", { name: "Read from the school’s system" }).click();
    await lead.getByRole("link", { name: "Compare and import" }).click({ timeout: 60_000 });
    expect(system.answered.get("failed")).toBe(2);
  });
  const ours = lead.getByRole("listitem", { name: "8B Geography" });
  await test.step("our class is found by its name; other subjects are left out", async () => {
    await expect(ours.getByText("2 students join, 22 students recognised")).toBeVisible();
    await expect(lead.getByRole("status").filter({ hasText: "chosen" })).toHaveText("1 class chosen, 2 students join");
    await expectAccessible(lead);
  });
  await test.step("Ben is called otherwise now, Amara leaves", async () => {
    await ours.getByRole("combobox", { name: "Ben Ashdown-Reeve" }).click();
    await lead.getByRole("option", { name: "is Ben Ashdown" }).click();
    await expect(ours.getByText("Ben Ashdown becomes Ben Ashdown-Reeve")).toBeVisible();
    await ours.getByRole("checkbox", { name: "Amara Quill" }).check();
    await lead.getByRole("button", { name: "Import 1 class list" }).click();
    await expect(
      lead.getByText("1 class list imported: 1 student joined, 1 of them new here, 23 students recognised"),
    ).toHaveCount(2);
  });
  await test.step("the class says so", async () => {
    await lead.goto(`${demo.address}/team`);
    await lead.getByRole("link", { name: "Students and calendar" }).first().click();
    const students = lead.getByRole("list", { name: "Students of the class" });
    await expect(students).toContainText("Ben Ashdown-Reeve");
    await expect(students).toContainText("Tamsin Oakes");
    await expect(students).not.toContainText("Amara Quill");
  });
  await test.step("its marks go to the school's system, and nothing is sent a second time", async () => {
    system.mode.failNext = 2;
    await lead.goto(`${demo.address}/class-lists`);
    await lead.getByRole("button", { name: "Send marks of 8B" }).click();
    const sent = lead.getByText(/^Marks of 8B: .*(\d+ entries|1 entry) sent/).or(lead.getByText(/entr(y|ies) sent/));
    await expect(sent.first()).toBeVisible({ timeout: 60_000 });
    expect(system.sent.categories.size).toBe(1);
    await lead.getByRole("button", { name: "Send marks of 8B" }).click();
    await expect(lead.getByText(/nothing new to send/)).toBeVisible({ timeout: 60_000 });
    await expectAccessible(lead);
  });
  await test.step("read again, nothing would change", async () => {
    await lead.getByRole("button", { name: "Read from the school’s system" }).click();
    await lead.getByRole("link", { name: "Compare and import" }).click({ timeout: 60_000 });
    await expect(ours.getByText("as it is here already")).toBeVisible();
  });
});

test("on a phone a file of class lists is looked at and removed again", async ({ person }) => {
  const lead = await person({ width: 390, height: 844 });
  await lead.goto(demo.address);
  await lead.getByRole("button", { name: /Mara Okafor/ }).click();
  await expect(lead.getByRole("heading", { name: "Due for review" })).toBeVisible();
  await lead.goto(`${demo.address}/class-lists`);
  const file = await (
    await fetch(`http://127.0.0.1:${(server?.address() as AddressInfo).port}/lists.zip`)
  ).arrayBuffer();
  await lead.getByLabel("Choose a file").setInputFiles({
    ...{ name: "class-lists.zip", mimeType: "application/zip", buffer: Buffer.from(file) },
  });
  await expect(lead.getByRole("heading", { name: "3 classes in the lists" })).toBeVisible();
  await lead.getByLabel("Find a class, course or teacher").fill("history");
  const history = lead.getByRole("listitem", { name: "8B History" });
  await history.getByRole("combobox").click();
  await lead.getByRole("option", { name: "new in a course called History 8" }).click();
  await expect(history.getByText(/^a new class of 24 students/)).toBeVisible();
  await expectAccessible(lead);
  await lead.getByRole("link", { name: "Back to class lists" }).click();
  await lead
    .getByRole("listitem")
    .filter({ hasText: "class-lists.zip" })
    .getByRole("button", { name: "Remove" })
    .click();
  await expect(lead.getByText("class-lists.zip: removed; nothing was imported")).toBeVisible();
});
