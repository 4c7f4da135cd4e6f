/** Everything of a department goes to another installation, where it is gone on with. */
import { spawnSync } from "node:child_process";
import { fileURLToPath } from "node:url";
import { cardsOf, expect, serveDemo, studentAt, teacherAt, test } from "./journey.ts";

const here = serveDemo();
const there = serveDemo("empty", () => ({ DEMO: "0" }));

/** The command that whoever runs an installation gives. */
function archive(...given: string[]): string {
  const program = fileURLToPath(new URL("../server/dist/archive.js", import.meta.url));
  const env = { ...process.env, DATABASE_URL: there.database, NODE_OPTIONS: "" };
  const { status, stdout, stderr } = spawnSync(process.execPath, [program, ...given], { env, encoding: "utf8" });
  expect(stderr).toBe("");
  expect(status).toBe(0);
  return stdout;
}

test("an archive is moved to a second installation: its lead signs in there, and a student with a new card", async ({
  person,
}, info) => {
  const lead = await teacherAt(person, here.address);
  const [card = ""] = await cardsOf(lead, "8B");
  await lead.goto(`${here.address}/exchange`);
  await lead.getByRole("button", { name: "Export everything", exact: true }).click();
  const [file] = await Promise.all([
    lead.waitForEvent("download"),
    lead
      .getByRole("link", { name: /^Download .*\.zip$/ })
      .first()
      .click(),
  ]);
  const path = info.outputPath("everything.zip");
  await file.saveAs(path);
  expect(archive("look", path)).toContain("with people");

  const said = archive("restore", path);
  const password = /^Mara Okafor signs in with m\.okafor\S* and the password (\S+)$/m.exec(said);
  expect(said).toContain("All students have new entry cards");
  const [, email] = /signs in with (\S+) and/.exec(said) ?? [];

  const again = await person({ width: 1280, height: 800 });
  await again.goto(there.address);
  await again.getByLabel("E-mail").fill(email ?? "");
  await again.getByLabel("Password").fill(password?.[1] ?? "");
  await again.getByRole("button", { name: "Sign in", exact: true }).click();
  await expect(again.getByRole("heading", { name: "Due for review" })).toBeVisible();
  await again.getByRole("link", { name: "Bank" }).click();
  await expect(again.getByText("24 items")).toBeVisible();
  const [anew = ""] = await cardsOf(again, "8B");
  expect(anew).not.toBe(card);
  const student = await studentAt(person, there.address, anew);
  await expect(student.getByRole("heading", { name: "Your quizzes" })).toBeVisible();
});
