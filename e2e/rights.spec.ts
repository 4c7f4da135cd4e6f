/** A department lets a guest in by link and a colleague go: what each sees, and where everything stays. */
import type { Page } from "@playwright/test";
import { expect, expectAccessible, serveDemo, teacherAt, test } from "./journey.ts";

const demo = serveDemo("larkmoor");

/** A lead makes a link for one part of the bank. */
async function inviteGuest(lead: Page, may: "sees" | "sees and writes", part: string) {
  await lead.getByRole("link", { name: "Team" }).click();
  await lead.getByRole("button", { name: "Invite somebody" }).click();
  const form = lead.getByRole("form", { name: "New invitation" });
  await form.getByRole("combobox", { name: "Invite" }).click();
  await lead.getByRole("option", { name: /^a guest/ }).click();
  await form.getByRole("combobox", { name: "The guest" }).click();
  await lead.getByRole("option", { name: may, exact: true }).click();
  await form.getByRole("combobox", { name: "Part of the bank" }).click();
  await lead.getByRole("option", { name: part, exact: true }).click();
  await expectAccessible(lead);
  await form.getByRole("button", { name: "Create a link" }).click();
  const invitation = lead
    .getByRole("group", { name: "Invitation of a guest" })
    .filter({ hasText: `${may === "sees" ? "sees" : "writes"} ${part}` });
  return { invitation, link: await invitation.getByLabel("Link to pass on").inputValue() };
}

test("a guest by link sees exactly what was granted: in the interface, at the API and in a copy", async ({
  person,
}) => {
  const lead = await teacherAt(person, demo.address);
  const { invitation, link } = await inviteGuest(lead, "sees", "Coasts");
  const guest = await person({ width: 1280, height: 800 });
  await guest.goto(link);
  await expect(guest.getByText("Mara Okafor invites you to see Coasts in the item bank.")).toBeVisible();
  await expectAccessible(guest);
  await guest.getByLabel("Your name").fill("Ada Fern");
  await guest.getByLabel("E-mail").fill("ada.fern@moorend.example");
  await guest.getByLabel("Password").fill("long enough to keep");
  await guest.getByRole("button", { name: "Join" }).click();
  await expect(guest.getByRole("heading", { name: "Items open to you" })).toBeVisible();
  await expect(guest.getByRole("navigation", { name: "Topics" }).getByRole("button")).toHaveText([
    "All topics",
    /^Coasts \d+/,
    /^Waves and drift \d+/,
    /^Coastal landforms \d+/,
  ]);
  await guest.getByRole("searchbox", { name: "Search items" }).fill("meander");
  await expect(guest.getByText("Nothing that is open to you matches.")).toBeVisible();
  await guest.getByRole("searchbox", { name: "Search items" }).fill("spit");
  await guest.getByRole("list", { name: "Items" }).getByRole("button").first().click();
  await guest.getByLabel("Show the key").click();
  await expect(guest.getByRole("article")).toContainText("✓ right");
  await expectAccessible(guest);

  const answers = await guest.evaluate(async () => {
    const status = async (path: string) => (await fetch(`/api${path}`)).status;
    const all = (await (await fetch("/api/shared/items?limit=200")).json()) as {
      items: { use: string }[];
      total: number;
    };
    return {
      uses: [...new Set(all.items.map((item) => item.use))],
      total: all.total,
      closed: await Promise.all(
        ["/items", "/topics", "/department/transfers", "/members", "/coverage", "/classes"].map(status),
      ),
    };
  });
  expect(answers.uses).toEqual(["practice"]);
  expect(answers.total).toBeGreaterThan(20);
  expect(answers.closed).toEqual([403, 403, 403, 403, 403, 403]);

  await invitation.getByRole("button", { name: "Withdraw" }).click();
  await expect(invitation).toHaveCount(0);
  const late = await person({ width: 1280, height: 800 });
  await late.goto(link);
  await expect(late.getByText(/This link lets nobody in any more/)).toBeVisible();
});

test("a guest who may write: an item and a change of one, kept over a reload, and only on what was opened", async ({
  person,
}) => {
  const lead = await teacherAt(person, demo.address);
  const { link } = await inviteGuest(lead, "sees and writes", "Coastal landforms");
  const guest = await person({ width: 1280, height: 800 });
  await guest.goto(link);
  await expect(guest.getByText(/invites you to see and write Coastal landforms/)).toBeVisible();
  await guest.getByLabel("Your name").fill("Bela Moss");
  await guest.getByLabel("E-mail").fill("bela.moss@moorend.example");
  await guest.getByLabel("Password").fill("long enough to keep");
  await guest.getByRole("button", { name: "Join" }).click();
  await guest.getByRole("button", { name: "New item" }).click();
  await guest.getByRole("textbox", { name: "Question" }).fill("What joins an island to the mainland?");
  await expect(guest.getByText("not saved yet; held in this browser")).toBeVisible();
  await guest.reload();
  await expect(guest.getByRole("textbox", { name: "Question" })).toHaveText("What joins an island to the mainland?");
  for (const [i, text] of ["a tombolo", "a stack", "a stump", "an arch"].entries())
    await guest.getByRole("textbox", { name: `Option ${i + 1}`, exact: true }).fill(text);
  await guest.getByRole("radio", { name: "Option 1 is the right answer" }).check();
  await expectAccessible(guest);
  await guest.getByRole("button", { name: "Save" }).click();
  await expect(guest.getByText(/Item \d+ is saved/)).toBeVisible();
  await expect(guest.getByRole("article")).toContainText("What joins an island to the mainland?");

  await guest.getByRole("article").getByRole("button", { name: "Edit" }).click();
  await guest.getByRole("textbox", { name: "Question" }).fill("What links an island to the mainland?");
  await lead.evaluate(async () => {
    const { items } = (await (await fetch("/api/items?limit=1")).json()) as { items: { id: string }[] };
    const path = `/api/items/${items[0]?.id ?? ""}`;
    const { version, tagging, content } = (await (await fetch(path)).json()) as Record<string, object>;
    const body = JSON.stringify({ version, tagging: { ...tagging, demand: "reason" }, content });
    await fetch(path, { method: "PUT", headers: { "content-type": "application/json" }, body });
  });
  await guest.getByRole("button", { name: "Save" }).click();
  await expect(guest.getByText("Somebody saved this item after you opened it.", { exact: true })).toBeVisible();
  await expectAccessible(guest);
  await guest.getByRole("button", { name: "Keep my version" }).click();
  await expect(guest.getByRole("article")).toContainText("What links an island to the mainland?");

  await lead.goto(`${demo.address}/bank?text=${encodeURIComponent('"links an island"')}`);
  await expect(lead.getByRole("listbox", { name: /^Items, 1 in all/ })).toContainText("What links an island");
  await lead.goto(`${demo.address}/team`);
  const row = lead.getByRole("listitem", { name: "Bela Moss" });
  await expect(row).toContainText("writes Coastal landforms");
  await row.getByRole("button", { name: "What is open" }).click();
  await row.getByRole("combobox", { name: "The guest" }).click();
  await lead.getByRole("option", { name: "sees", exact: true }).click();
  await row.getByRole("button", { name: "Save" }).click();
  await expect(row).toContainText("sees Coastal landforms");
  await expectAccessible(lead);
  await guest.reload();
  await expect(guest.getByRole("article")).toBeVisible();
  await expect(guest.getByRole("button", { name: "New item" })).toHaveCount(0);
  await expect(guest.getByRole("button", { name: "Edit" })).toHaveCount(0);
});

test("a lead of another department comes in by a link, copies an item, and finds it at home", async ({ person }) => {
  const lead = await teacherAt(person, demo.address);
  const link = await lead.evaluate(async () => {
    const { topics } = (await (await fetch("/api/topics")).json()) as { topics: { id: string; name: string }[] };
    const grants = [{ topicId: topics.find((one) => one.name === "Meanders")?.id, seesReserved: false }];
    const body = JSON.stringify({ role: "guest", grants });
    const headers = { "content-type": "application/json" };
    return ((await (await fetch("/api/invitations", { method: "POST", headers, body })).json()) as { link: string })
      .link;
  });
  const other = await person({ width: 1280, height: 800 });
  const [email, password] = ["otto.reed@fenwick.example", "long enough to keep"];
  await other.goto(demo.address);
  await other.getByRole("button", { name: "Create a department" }).click();
  await other.getByLabel("Department and school").fill("Geography, Fenwick School");
  await other.getByLabel("Your name").fill("Otto Reed");
  await other.getByLabel("E-mail").fill(email);
  await other.getByLabel(/^Password/).fill(password);
  await other.locator("form").getByRole("button", { name: "Create" }).click();
  await expect(other.getByRole("navigation", { name: "Areas" })).toBeVisible();

  await other.goto(demo.address + link);
  await other.getByRole("button", { name: "I have an account here already" }).click();
  await other.getByLabel("E-mail").fill(email);
  await other.getByLabel("Password").fill(password);
  await other.getByRole("button", { name: "Join" }).click();
  await other.getByRole("searchbox", { name: "Search items" }).fill("ox-bow");
  const found = other
    .getByRole("list", { name: "Items" })
    .getByRole("listitem")
    .filter({ hasText: /ox-bow/i })
    .first();
  await found.getByRole("button", { name: /ox-bow/i }).click();
  await expect(other.getByRole("article")).toContainText(/ox-bow/i);
  await other.getByRole("button", { name: "Mark to copy" }).click();
  await other.getByRole("button", { name: "Copy 1 item to Geography, Fenwick School" }).click();
  await expect(other.getByText(/1 item copied/)).toBeVisible();
  await other.getByRole("button", { name: "Otto Reed: account" }).click();
  await other.getByRole("menuitem", { name: "Go to Geography, Fenwick School" }).click();
  await expect(other.getByRole("navigation", { name: "Areas" })).toBeVisible();
  await other.goto(`${demo.address}/bank?text=lacks:topic`);
  await expect(other.getByRole("listbox", { name: "Items, 1 in all" })).toContainText(/ox-bow/i);
  await expectAccessible(other);
});

test("a colleague leaves: items and goals are in somebody's hands, and the door is shut", async ({ person }) => {
  const leaving = await teacherAt(person, demo.address, "Tobias Lind");
  const lead = await teacherAt(person, demo.address);
  await lead.getByRole("link", { name: "Team" }).click();
  await lead.getByRole("listitem", { name: "Tobias Lind" }).getByRole("button", { name: "Has left" }).click();
  await lead.getByRole("combobox", { name: "Who takes over" }).click();
  await lead.getByRole("option", { name: "Ines Fairley" }).click();
  await expectAccessible(lead);
  await lead.getByRole("button", { name: "Hand over and end" }).click();
  await expect(lead.getByText(/Tobias Lind has left\. Ines Fairley has \d+ items, 1 goal/)).toBeVisible();
  await expect(lead.getByText("Left: Tobias Lind")).toBeVisible();
  await leaving.reload();
  await expect(leaving.getByRole("heading", { name: "Sign in" })).toBeVisible();
  await lead.goto(`${demo.address}/bank?text=${encodeURIComponent('by:"Tobias Lind"')}`);
  await expect(lead.getByText(/No item matches/)).toBeVisible();
  await lead.goto(`${demo.address}/writing`);
  await expect(lead.getByRole("group", { name: "Goal: Plates, Ines Fairley" })).toBeVisible();
  await lead.goto(`${demo.address}/team`);
  await lead.getByRole("listitem", { name: "Mara Okafor" }).getByRole("button", { name: "Leave" }).click();
  await lead.getByRole("combobox", { name: "Who takes over" }).click();
  await lead.getByRole("option", { name: "Ines Fairley" }).click();
  await lead.getByRole("button", { name: "Hand over and end" }).click();
  await expect(lead.getByText(/This is the last lead/)).toBeVisible();
  await lead.getByRole("button", { name: "Cancel" }).click();
  await lead.getByRole("button", { name: "Who changed what" }).click();
  await expect(lead.getByRole("list", { name: "Deeds" })).toContainText("ended the membership of Tobias Lind");
  await expectAccessible(lead);
});
