/** A second step at sign-in: set up with an app, asked of colleagues, and what helps who has lost it. */
import type { Page } from "@playwright/test";
import { TOTP } from "otpauth";
import { expect, expectAccessible, serveDemo, test } from "./journey.ts";

const demo = serveDemo();
const password = "four plain unlikely words";
const laptop = { width: 1280, height: 800 };
const phone = { width: 390, height: 844 };

/** What an app shows `seconds` from the server's now. */
async function appCode(page: Page, secret: string, seconds = 0): Promise<string> {
  const now = await page.evaluate(async () => {
    const { now } = (await (await fetch("/api/session")).json()) as { now: string };
    return now;
  });
  return new TOTP({ secret }).generate({ timestamp: Date.parse(now) + seconds * 1000 });
}

/** Sets up the second step on the account page that is open; the key, and the recovery codes. */
async function setUp(page: Page): Promise<{ secret: string; codes: string[] }> {
  const panel = page.getByRole("region", { name: "A second step when you sign in" });
  await panel.getByRole("button", { name: "Set it up" }).click();
  await panel.getByLabel("Your password").fill(password);
  await panel.getByRole("button", { name: "Go on" }).click();
  await expect(panel.getByRole("img", { name: "Code to scan with your app" })).toBeVisible();
  const secret = (await panel.getByText(/^([A-Z2-7]{4} ){7}[A-Z2-7]{4}$/).innerText()).replaceAll(" ", "");
  await expectAccessible(page);
  await panel.getByLabel("The code it shows").fill("000 000");
  await panel.getByRole("button", { name: "Turn it on" }).click();
  await expect(panel.getByText("This code is not right")).toBeVisible();
  await panel.getByLabel("The code it shows").fill(await appCode(page, secret));
  await panel.getByRole("button", { name: "Turn it on" }).click();
  const list = page.getByRole("list", { name: "Recovery codes" }).getByRole("listitem");
  await expect(list).toHaveCount(10);
  await expectAccessible(page);
  return { secret, codes: await list.allInnerTexts() };
}

async function signIn(page: Page, email: string): Promise<void> {
  await page.goto(demo.address);
  await page.getByLabel("E-mail").fill(email);
  await page.getByLabel("Password").fill(password);
  await page.getByRole("button", { name: "Sign in", exact: true }).click();
}

test("a lead sets up a second step and asks for it; a colleague sets it up first; a phone that is lost is helped", async ({
  person,
}) => {
  const lead = await person(laptop);
  await lead.goto(demo.address);
  // The page asks what the installation is and may draw itself anew under the finger.
  await expect(async () => {
    await lead.getByRole("button", { name: "Create a department" }).click({ timeout: 5000 });
    await expect(lead.getByLabel("Department and school")).toBeVisible({ timeout: 5000 });
  }).toPass();
  await lead.getByLabel("Department and school").fill("History, Brookvale School");
  await lead.getByLabel("Your name").fill("Noor Haddon");
  await lead.getByLabel("E-mail").fill("n.haddon@brookvale.example");
  await lead.getByLabel("Password, at least 10 characters").fill(password);
  await lead.getByRole("button", { name: "Create the department" }).click();
  await expect(lead.getByRole("heading", { name: "Welcome" })).toBeVisible();

  await lead.goto(`${demo.address}/team`);
  const ask = lead.getByRole("switch", { name: "Ask all staff for a second step when they sign in" });
  await ask.click();
  await expect(lead.getByText("Set up your own second step first")).toBeVisible();
  await lead.goto(`${demo.address}/account`);
  await setUp(lead);
  await lead.goto(`${demo.address}/team`);
  await ask.click();
  await expect(ask).toBeChecked();
  await expect(lead.getByText("All staff have it.")).toBeVisible();
  await lead.getByRole("button", { name: "Invite somebody" }).click();
  await lead.getByRole("button", { name: "Create a link" }).click();
  const link = await lead.getByLabel("Link to pass on").inputValue();

  const colleague = await person(phone);
  await colleague.goto(new URL(link, demo.address).href);
  await colleague.getByLabel("Your name").fill("Tam Birch");
  await colleague.getByLabel("E-mail").fill("t.birch@brookvale.example");
  await colleague.getByLabel("Password").fill(password);
  await colleague.getByRole("button", { name: "Join" }).click();
  await expect(colleague.getByText("Your department asks for a second step when you sign in.")).toBeVisible();
  await expectAccessible(colleague);
  const { codes } = await setUp(colleague);
  expect(new Set(codes.map((code) => code.length))).toEqual(new Set([11]));
  // The codes stay until somebody says that they are kept; then all is open.
  await colleague.getByRole("button", { name: "I have saved the codes: go on" }).click();
  await expect(colleague.getByRole("heading", { name: "Welcome" })).toBeVisible();

  const elsewhere = await person(laptop);
  await signIn(elsewhere, "t.birch@brookvale.example");
  const code = elsewhere.getByRole("textbox", { name: "Code" });
  await expect(code).toBeFocused();
  await expectAccessible(elsewhere);
  await code.fill(codes[0] ?? "");
  await elsewhere.getByRole("button", { name: "Sign in", exact: true }).click();
  await expect(elsewhere.getByRole("button", { name: "Tam Birch: account" })).toBeVisible();

  await lead.reload();
  const row = lead.getByRole("listitem", { name: "Tam Birch" });
  await expect(row).toContainText("second step on");
  await row.getByRole("button", { name: "Turn second step off" }).click();
  await expect(row).not.toContainText("second step on");
  await lead.getByRole("button", { name: "Who changed what" }).click();
  await expect(lead.getByText("turned off the second step, which was lost, of")).toBeVisible();
  await elsewhere.reload();
  await expect(elsewhere.getByText("Your department asks for a second step when you sign in.")).toBeVisible();
});

test("with an app: the next code lets in, a used one does not", async ({ person }) => {
  const page = await person(laptop);
  await signIn(page, "m.okafor@larkmoor.example");
  await expect(page.getByText("do not go together")).toBeVisible();
  await page.getByLabel("Password").fill("larkmoor-demo");
  await page.getByRole("button", { name: "Sign in", exact: true }).click();
  await page.getByRole("button", { name: "Mara Okafor: account" }).click();
  await page.getByRole("menuitem", { name: "Your account" }).click();
  const panel = page.getByRole("region", { name: "A second step when you sign in" });
  await panel.getByRole("button", { name: "Set it up" }).click();
  await panel.getByLabel("Your password").fill("larkmoor-demo");
  await panel.getByRole("button", { name: "Go on" }).click();
  const secret = (await panel.getByText(/^([A-Z2-7]{4} ){7}[A-Z2-7]{4}$/).innerText()).replaceAll(" ", "");
  const first = await appCode(page, secret);
  await panel.getByLabel("The code it shows").fill(first);
  await panel.getByRole("button", { name: "Turn it on" }).click();
  await expect(panel.getByText("10 recovery codes left")).toBeVisible();

  const other = await person(phone);
  await other.goto(demo.address);
  await other.getByLabel("E-mail").fill("m.okafor@larkmoor.example");
  await other.getByLabel("Password").fill("larkmoor-demo");
  await other.getByRole("button", { name: "Sign in", exact: true }).click();
  await other.getByRole("textbox", { name: "Code" }).fill(first);
  await other.getByRole("button", { name: "Sign in", exact: true }).click();
  await expect(other.getByText("was used before")).toBeVisible();
  await other.getByRole("textbox", { name: "Code" }).fill(await appCode(other, secret, 30));
  await other.getByRole("button", { name: "Sign in", exact: true }).click();
  await expect(other.getByRole("button", { name: "Mara Okafor: account" })).toBeVisible();

  await panel.getByRole("button", { name: "Turn it off" }).click();
  await panel.getByLabel("Your password").fill("larkmoor-demo");
  await panel.getByRole("button", { name: "Turn it off" }).click();
  await expect(panel.getByRole("button", { name: "Set it up" })).toBeVisible();
});
