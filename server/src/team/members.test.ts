/** Coming in by a link, what a guest sees, and leaving with everything handed over. */
import { kinds } from "@verdant/core/items/kinds";
import { richTextOf } from "@verdant/core/richText";
import { describe, expect, test } from "vitest";
import { assumed, listItems, saveItem, showItem } from "../bank/service.ts";
import { findMedia, keepMedia } from "../media/service.ts";
import { newId } from "../platform/id.ts";
import type { Guest, OpenScope } from "../platform/scope.ts";
import { release } from "../platform/testing/sittings.ts";
import { otherDepartment, useWorkbench } from "../platform/testing/workbench.ts";
import * as sharing from "../sharing/service.ts";
import { listStimuli, saveStimulus } from "../stimuli/service.ts";
import { listReviews, setReviewRules } from "../review/service.ts";
import { setGoal } from "../writing/service.ts";
import * as members from "./members.ts";
import { signIn } from "./service.ts";

const bench = useWorkbench();

type Invite = Parameters<typeof members.invite>[1]["body"];
const link = async (body: Partial<Invite>) => {
  const made = await members.invite(bench.lead, { body: { role: "teacher", note: "", days: 14, grants: [], ...body } });
  return { id: made.id, secret: made.link.slice(made.link.indexOf("#") + 1) };
};
const come = (secret: string, email: string, password = "long enough", name: string | null = "New Person") =>
  members.acceptInvitation(bench.nobody, { body: { secret, email, password, ...(name !== null && { name }) } });

async function item(
  topicId: string | null,
  words: string,
  use: "practice" | "reserved",
  hash?: string,
  stimulusId: string | null = null,
): Promise<string> {
  const itemId = newId();
  const stem = richTextOf(words);
  const picture = { type: "image" as const, hash: hash ?? "", alt: "A map", credit: "us", width: 40, height: 30 };
  const blank = kinds.oneRightAnswer.blank(newId);
  const content = {
    ...blank,
    stem: hash ? { ...stem, content: [...stem.content, picture] } : stem,
    options: blank.options.map((option, i) => ({ ...option, text: richTextOf(`${words} ${i}`) })),
  };
  const tagging = { ...assumed, topicId, standardIds: [], use, stimulusId };
  await saveItem(bench.lead, { params: { itemId }, body: { version: 0, tagging, content } });
  return itemId;
}

describe("an invitation", () => {
  test("lets somebody new in and somebody who is here by their password, until it is withdrawn or expires", async () => {
    const { id, secret } = await link({ note: "the new colleague" });
    expect(await members.showInvitation(bench.nobody, { body: { secret } })).toMatchObject({ role: "teacher" });
    await expect(come(secret, "new@larkmoor.example", "long enough", null)).rejects.toMatchObject({
      kind: "invalid",
    });
    const session = await come(secret, "new@larkmoor.example");
    expect(session.member).toMatchObject({ name: "New Person", role: "teacher", departmentId: bench.departmentId });
    await expect(come(secret, "new@larkmoor.example")).rejects.toMatchObject({ kind: "conflict" });
    await expect(come(secret, "new@larkmoor.example", "another password", null)).rejects.toMatchObject({
      kind: "invalid",
    });
    expect((await members.listInvitations(bench.lead)).invitations).toMatchObject([{ id, came: ["New Person"] }]);

    const twice = await Promise.allSettled([1, 2].map(() => come(secret, "twice@larkmoor.example")));
    expect(twice.map((one) => one.status).sort()).toEqual(["fulfilled", "rejected"]);
    for (const one of twice) if (one.status === "rejected") expect(one.reason).toMatchObject({ kind: "conflict" });

    const { lead } = await otherDepartment(bench);
    await expect(
      members.withdrawInvitation(lead, { params: { invitationId: id } }),
      "another department's lead",
    ).rejects.toMatchObject({ kind: "missing" });
    await members.withdrawInvitation(bench.lead, { params: { invitationId: id } });
    await expect(come(secret, "late@larkmoor.example")).rejects.toMatchObject({ kind: "invalid" });
    const short = await link({ days: 1 });
    bench.clock.now = new Date(bench.clock.now.getTime() + 25 * 3_600_000);
    await expect(come(short.secret, "late@larkmoor.example")).rejects.toMatchObject({ kind: "invalid" });
    await expect(come(`${id}.${"x".repeat(43)}`, "late@larkmoor.example"), "a guess").rejects.toMatchObject({
      kind: "invalid",
    });
  });
});

async function guestWith(email: string, grants: Invite["grants"]): Promise<OpenScope<Guest>> {
  const { secret } = await link({ role: "guest", grants });
  const { guest } = await come(secret, email);
  return bench.scopeOf({ kind: "guest", departmentId: bench.departmentId, personId: guest!.personId, name: "Guest" });
}

describe("a guest", () => {
  test("writes where that was granted and nowhere else, by the department's rules, and leaves it there", async () => {
    const topics = await bench.db.selectFrom("topic").select(["id", "name", "parentId"]).execute();
    const root = topics.find((one) => one.name === "Rivers")!;
    const leaf = topics.find((one) => one.parentId === root.id)!.id;
    const coasts = topics.find((one) => one.name === "Coasts")!.id;
    const guest = await guestWith("writer@moor.example", [
      { topicId: root.id, seesReserved: false, mayEdit: true },
      { topicId: coasts, seesReserved: true, mayEdit: false },
    ]);
    const blank = kinds.oneRightAnswer.blank(newId);
    const contentOf = (words: string) => ({
      ...blank,
      stem: richTextOf(words),
      options: blank.options.map((option, i) => ({ ...option, text: richTextOf(`${words} ${i}`) })),
    });
    const save = (itemId: string, version: number, topicId: string, words = "The ibis wades") =>
      sharing.saveSharedItem(guest, {
        params: { itemId },
        body: { version, topicId, demand: "apply", keptFindings: [], content: contentOf(words) },
      });
    const mine = newId();
    expect(await save(mine, 0, leaf)).toMatchObject({ status: "approved", version: 1, mayEdit: true, demand: "apply" });
    for (const topicId of [coasts, newId()])
      await expect(save(newId(), 0, topicId)).rejects.toMatchObject({ kind: "invalid" });
    await expect(save(mine, 1, coasts), "moved out of the branch").rejects.toMatchObject({ kind: "invalid" });
    await expect(save(mine, 0, leaf)).rejects.toMatchObject({ kind: "stale" });

    const theirs = await item(leaf, "The heron fishes", "practice");
    const reserved = await item(leaf, "The crane sleeps", "reserved");
    const toRead = await item(coasts, "The gull cries", "reserved");
    const tagged = await showItem(bench.lead, { params: { itemId: theirs } });
    expect(await save(theirs, 1, leaf, "The heron hunts")).toMatchObject({ status: "approved", version: 2 });
    const { revision, owner, tagging } = await showItem(bench.lead, { params: { itemId: theirs } });
    expect({ author: revision.author, owner }).toEqual({ author: "New Person", owner: tagged.owner });
    expect(tagging).toEqual({ ...tagged.tagging, demand: "apply" });
    await expect(save(reserved, 1, leaf)).rejects.toMatchObject({ kind: "missing" });
    await expect(save(toRead, 1, leaf)).rejects.toMatchObject({ kind: "forbidden" });
    await expect(save(toRead, 1, coasts)).rejects.toMatchObject({ kind: "forbidden" });

    const unfinished = await sharing.saveSharedItem(guest, {
      params: { itemId: newId() },
      body: { version: 0, topicId: leaf, demand: "recall", keptFindings: [], content: blank },
    });
    expect(unfinished.status).toBe("draft");
    const list = async () =>
      (await sharing.listSharedItems(guest, { query: { limit: 200 } })).items.map((one) => one.id);
    expect(await list()).toContain(unfinished.id);
    const own = await saveItem(bench.lead, {
      params: { itemId: newId() },
      body: { version: 0, content: blank, tagging: { ...assumed, topicId: leaf, standardIds: [] } },
    });
    expect(await list(), "drafts of others").not.toContain(own.id);

    await setReviewRules(bench.lead, { body: { mode: "all", mayApproveOwn: false } });
    const waiting = await save(newId(), 0, leaf, "The stork stands");
    expect(waiting.status).toBe("inReview");
    expect((await save(mine, 1, leaf, "The ibis flies")).content.stem).toEqual(richTextOf("The ibis flies"));
    expect((await listReviews(bench.lead)).requests.map((one) => one.itemId).sort()).toEqual([waiting.id, mine].sort());

    const svg = Buffer.from('<svg xmlns="http://www.w3.org/2000/svg" width="47" height="31"/>');
    const { hash } = await keepMedia(guest, svg);
    await expect(findMedia(guest, hash), "in no item yet").resolves.toBeDefined();

    const { personId } = guest.caller;
    const open = (mayEdit: boolean) =>
      members.changeGrants(bench.lead, {
        params: { personId },
        body: { grants: [{ topicId: leaf, seesReserved: false, mayEdit }] },
      });
    await open(false);
    await expect(save(theirs, 2, leaf)).rejects.toMatchObject({ kind: "forbidden" });
    await expect(keepMedia(guest, Buffer.from(`${svg.toString()} `))).rejects.toMatchObject({ kind: "forbidden" });
    expect(await list(), "what is in use is read still").toContain(mine);
    expect(await list(), "drafts are for who writes").not.toContain(unfinished.id);
    expect(
      (await members.listMembers(bench.lead)).members.find((one) => one.personId === personId)?.grants,
    ).toMatchObject([{ topicId: leaf, mayEdit: false }]);
    await members.endMembership(bench.lead, { params: { personId }, body: { handOverTo: null } });
    expect((await showItem(bench.lead, { params: { itemId: mine } })).owner).toBe(bench.lead.caller.name);
    await setReviewRules(bench.lead, { body: { mode: "off", mayApproveOwn: true } });
  });

  test("sees what is in use on the topics of the link and nothing else: in lists, counts, words, previews, pictures, copies", async () => {
    const topics = await bench.db.selectFrom("topic").select(["id", "name", "parentId"]).execute();
    const root = topics.find((one) => one.name === "Rivers")!;
    const leaf = topics.find((one) => one.parentId === root.id)!;
    const elsewhere = topics.find((one) => one.name === "Coasts")!;
    const svg = (n: number) => Buffer.from(`<svg xmlns="http://www.w3.org/2000/svg" width="4${n}" height="30"/>`);
    const [shown, hidden] = [await keepMedia(bench.lead, svg(1)), await keepMedia(bench.lead, svg(2))];
    const stimulus = { schemaVersion: 1 as const, title: "A river", text: richTextOf("It runs to the sea.") };
    const stimulusId = newId();
    await saveStimulus(bench.lead, { params: { stimulusId }, body: { version: 0, content: stimulus } });
    const open = await item(leaf.id, "The quokka crosses a river", "practice", shown.hash, stimulusId);
    const reserved = await item(leaf.id, "The zebu crosses a river", "reserved", hidden.hash);
    const foreign = await item(elsewhere.id, "The okapi stands on a beach", "practice");
    const draft = await item(null, "The tapir has no topic", "practice");

    const enter = (seesReserved: boolean, email: string) =>
      guestWith(email, [{ topicId: root.id, seesReserved, mayEdit: false }]);
    const guest = await enter(false, "guest@moor.example");
    const list = (scope: OpenScope<Guest>, text = "") =>
      sharing.listSharedItems(scope, { query: { text, limit: 200 } });
    const all = await list(guest);
    const visible = await bench.db
      .selectFrom("item")
      .innerJoin("topicAncestor", "topicAncestor.topicId", "item.topicId")
      .where("topicAncestor.ancestorId", "=", root.id)
      .where("item.use", "=", "practice")
      .where("item.status", "=", "approved")
      .select("item.id")
      .execute();
    expect(all.items.map((one) => one.id).sort()).toEqual(visible.map((one) => one.id).sort());
    expect(all.topics.find((one) => one.id === root.id)?.count).toBe(visible.length);
    expect(all.topics.map((one) => one.id)).not.toContain(elsewhere.id);
    for (const words of ["zebu", "okapi", "tapir", '"zebu crosses"', "topic:Coasts", "status:draft okapi", "zebuu"])
      expect((await list(guest, words)).total, words).toBe(0);
    expect(
      (await list(guest, "quokka by:me waits:me")).items.map((one) => one.id),
      "filters that are not for guests",
    ).toEqual([open]);
    const show = (scope: OpenScope<Guest>, itemId: string) => sharing.showSharedItem(scope, { params: { itemId } });
    expect((await show(guest, open)).content.kind).toBe("oneRightAnswer");
    for (const id of [reserved, foreign, draft])
      await expect(show(guest, id)).rejects.toMatchObject({ kind: "missing" });
    await expect(findMedia(guest, shown.hash)).resolves.toBeDefined();
    await expect(findMedia(guest, hidden.hash)).rejects.toMatchObject({ kind: "missing" });

    const tester = await enter(true, "tester@moor.example");
    expect((await list(tester, "zebu")).items.map((one) => one.id)).toEqual([reserved]);
    await expect(findMedia(tester, hidden.hash)).resolves.toBeDefined();

    const { lead } = await otherDepartment(bench);
    const own = { departmentId: lead.caller.departmentId, itemIds: [open] };
    await expect(sharing.copySharedItems(guest, { body: own }), "no member there").rejects.toMatchObject({
      kind: "forbidden",
    });
    await bench.db
      .insertInto("membership")
      .values({
        departmentId: own.departmentId,
        id: newId(),
        personId: guest.caller.personId,
        role: "teacher",
        joinedAt: bench.clock.now,
        leftAt: null,
      })
      .execute();
    await expect(sharing.copySharedItems(guest, { body: { ...own, itemIds: [open, reserved] } })).rejects.toMatchObject(
      { kind: "missing" },
    );
    expect(await sharing.copySharedItems(guest, { body: own })).toEqual({ copied: 1 });
    const copies = await listItems(lead, { query: { text: "quokka", sort: "newest", limit: 5 } });
    expect(copies.total).toBe(1);
    await sharing.copySharedItems(guest, { body: own });
    const { stimuli } = await listStimuli(lead);
    expect(stimuli, "once, with both copies").toMatchObject([{ title: "A river", items: 2 }]);
    await expect(findMedia(lead, shown.hash)).resolves.toBeDefined();
    const { origin } = await bench.db
      .selectFrom("item")
      .select("origin")
      .where("id", "=", copies.items[0]!.id)
      .executeTakeFirstOrThrow();
    expect(origin?.key).toMatch(/, item \d+$/);

    await members.endMembership(bench.lead, {
      params: { personId: guest.caller.personId },
      body: { handOverTo: null },
    });
    expect((await list(guest)).total).toBe(0);
    expect((await list(tester, "quokka")).total, "others stay").toBe(1);
  });

  test("is shown something, and a colleague is not shown less: a link says one or the other", async () => {
    await expect(
      link({ role: "guest", grants: [{ topicId: newId(), seesReserved: false, mayEdit: false }] }),
    ).rejects.toMatchObject({
      kind: "invalid",
    });
  });
});

describe("members", () => {
  test("who leaves hands over items, goals and running releases, is signed out, and keeps the name in the history", async () => {
    const { personId } = bench.teacher.caller;
    const heir = bench.lead.caller.personId;
    const own = newId();
    const tagging = { ...assumed, topicId: null, standardIds: [] };
    const content = kinds.oneRightAnswer.blank(newId);
    await saveItem(bench.teacher, { params: { itemId: own }, body: { version: 0, tagging, content } });
    const { id: topicId } = await bench.db.selectFrom("topic").select("id").executeTakeFirstOrThrow();
    await setGoal(bench.teacher, { params: { goalId: newId() }, body: { topicId, personId, wanted: 3, until: null } });
    const { releaseId } = await release(bench, { count: 2 });
    await bench.db.updateTable("release").set({ releasedBy: personId }).where("id", "=", releaseId).execute();
    const leave = (by: typeof bench.lead, handOverTo: string | null) =>
      members.endMembership(by, { params: { personId }, body: { handOverTo } });
    await expect(leave(bench.lead, null)).rejects.toMatchObject({ kind: "invalid" });
    await expect(leave(bench.lead, personId)).rejects.toMatchObject({ kind: "invalid" });
    const handed = await leave(bench.lead, heir);
    expect(handed).toMatchObject({ goals: 1, releases: 1 });
    expect((await showItem(bench.lead, { params: { itemId: own } })).owner).toBe(bench.lead.caller.name);
    expect(
      (await listItems(bench.lead, { query: { text: `by:"${bench.teacher.caller.name}"`, sort: "newest", limit: 5 } }))
        .total,
    ).toBe(0);
    expect(
      (await members.listMembers(bench.lead)).members.find((one) => one.personId === personId)?.leftAt,
    ).not.toBeNull();
    const { deeds } = await members.listActivity(bench.lead, { query: {} });
    expect(deeds[0]).toMatchObject({ entity: "member", action: "left", what: bench.teacher.caller.name });
  });

  test("the last lead neither leaves nor becomes a teacher, not even of two who go at the same moment", async () => {
    const lead = bench.lead.caller.personId;
    const role = (personId: string, to: "lead" | "teacher") =>
      members.changeRole(bench.lead, { params: { personId }, body: { role: to } });
    await expect(role(lead, "teacher")).rejects.toMatchObject({ kind: "conflict" });
    const { secret } = await link({ role: "lead" });
    const second = (await come(secret, "second@larkmoor.example")).member!.personId;
    const leave = (personId: string, handOverTo: string) =>
      members.endMembership(bench.lead, { params: { personId }, body: { handOverTo } });
    const both = await Promise.allSettled([leave(lead, second), leave(second, lead)]);
    expect(both.filter((one) => one.status === "fulfilled")).toHaveLength(1);
    const leads = await bench.db
      .selectFrom("membership")
      .select("personId")
      .where("departmentId", "=", bench.departmentId)
      .where("role", "=", "lead")
      .where("leftAt", "is", null)
      .execute();
    expect(leads).toHaveLength(1);
  });

  test("a link sets a new password once, and not for who belongs elsewhere too", async () => {
    const { secret } = await link({});
    const { personId } = (await come(secret, "forgot@larkmoor.example")).member!;
    const made = await members.makePasswordLink(bench.lead, { params: { personId } });
    const token = made.link.slice(made.link.indexOf("#") + 1);
    const set = (password: string) => members.setPassword(bench.nobody, { body: { secret: token, password } });
    expect((await set("a new password")).member?.personId).toBe(personId);
    await expect(set("yet another one")).rejects.toMatchObject({ kind: "invalid" });
    const enter = (password: string) => signIn(bench.nobody, { body: { email: "forgot@larkmoor.example", password } });
    await expect(enter("long enough")).rejects.toMatchObject({ kind: "invalid" });
    expect((await enter("a new password")).member?.personId).toBe(personId);
    const { lead } = await otherDepartment(bench);
    await bench.db
      .insertInto("membership")
      .values({
        departmentId: lead.caller.departmentId,
        id: newId(),
        personId,
        role: "teacher",
        joinedAt: bench.clock.now,
        leftAt: null,
      })
      .execute();
    await expect(members.makePasswordLink(bench.lead, { params: { personId } })).rejects.toMatchObject({
      kind: "conflict",
    });
  });
});
