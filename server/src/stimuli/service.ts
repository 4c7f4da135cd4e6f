/** Shared texts, maps and charts: each change is a revision; items hang on the stimulus, releases on a revision. */
import type { Input, Result } from "@verdant/contract/endpoint";
import type * as contract from "@verdant/contract/stimuli";
import { canonicalJson } from "@verdant/core/canonicalJson";
import { headline, mediaIn } from "@verdant/core/richText";
import { stimulusFaults } from "@verdant/core/stimuli/stimulus";
import { typesetText } from "../bank/maths.ts";
import { refreshSearchWords } from "../bank/index/searchWords.ts";
import { missingMedia } from "../media/service.ts";
import type { Fault } from "@verdant/core/items/kind";
import { Failure, need } from "../platform/failure.ts";
import { record } from "../platform/history.ts";
import { newId } from "../platform/id.ts";
import { atomically, type Member, type Scope } from "../platform/scope.ts";
import { firstOf } from "../platform/firstOf.ts";
import * as store from "./store.ts";

const stimuliListed = 2000;

type Stimulus = Result<typeof contract.showStimulus>;

export async function listStimuli({ db, caller }: Scope<Member>): Promise<Result<typeof contract.listStimuli>> {
  const rows = await store.listStimuli(db, caller.departmentId, stimuliListed + 1);
  const { first, isMore } = firstOf(rows, stimuliListed);
  return {
    isMore,
    stimuli: first.map(({ changedAt, items, ...row }) => ({
      ...row,
      items: items ?? 0,
      changedAt: changedAt.toISOString(),
    })),
  };
}

export async function showStimulus(
  { db, caller, now }: Scope<Member>,
  { params }: Input<typeof contract.showStimulus>,
): Promise<Stimulus> {
  const { departmentId } = caller;
  const row = need(await store.findStimulus(db, departmentId, params.stimulusId), "stimulus");
  const items = await store.listItemsOf(db, departmentId, row.id);
  return {
    id: row.id,
    version: row.version,
    content: row.content,
    items: items.map(({ content, ...item }) => ({ ...item, stem: headline(content.stem) })),
    openReleases: await store.countOpenReleases(db, departmentId, row.id, now()),
  };
}

export async function listStimulusRevisions(
  { db, caller }: Scope<Member>,
  { params }: Input<typeof contract.listStimulusRevisions>,
): Promise<Result<typeof contract.listStimulusRevisions>> {
  const rows = await store.listRevisions(db, caller.departmentId, params.stimulusId);
  need(rows[0], "stimulus");
  return { revisions: rows.map((row) => ({ ...row, at: row.at.toISOString(), releases: row.releases ?? 0 })) };
}

/** Stimuli as they are now, as they are shown beside questions. */
export function listShownStimuli(
  { db, caller }: Scope<Member>,
  stimulusIds: readonly string[],
): Promise<contract.ShownStimulus[]> {
  return store.listContents(db, caller.departmentId, [...new Set(stimulusIds)]);
}

export function saveStimulus(
  scope: Scope<Member>,
  { params, body }: Input<typeof contract.saveStimulus>,
): Promise<Stimulus> {
  return atomically(scope, async (within) => {
    const { db, caller, now } = within;
    const { departmentId, personId } = caller;
    const content = { ...body.content, text: typesetText(body.content.text) };
    const faults = stimulusFaults(content);
    if (faults.length > 0) throw new Failure("stimulusUnfinished", {}, { errors: faults.map(asError) });
    const hashes = [...new Set(mediaIn(content.text))];
    if ((await missingMedia(within, hashes)).length > 0)
      throw new Failure("pictureGone", {}, { at: "/body/content/text" });
    const before = await store.findStimulus(db, departmentId, params.stimulusId, true);
    if ((before?.version ?? 0) !== body.version) throw stale();
    if (before && canonicalJson(before.content) === canonicalJson(content)) return showStimulus(within, { params });
    const revisionId = newId();
    const change = { latestRevisionId: revisionId, changedAt: now() };
    if (before) await store.updateStimulus(db, departmentId, params.stimulusId, change);
    else if (!(await store.insertStimulus(db, { departmentId, id: params.stimulusId, createdBy: personId, ...change })))
      throw stale();
    await store.insertRevision(
      db,
      {
        departmentId,
        id: revisionId,
        stimulusId: params.stimulusId,
        n: (before?.n ?? 0) + 1,
        content: JSON.stringify(content),
        authorId: personId,
        at: now(),
      },
      hashes,
    );
    const items = await store.listItemsOf(db, departmentId, params.stimulusId);
    await refreshSearchWords(
      db,
      departmentId,
      items.map((item) => item.id),
    );
    await record(within, {
      departmentId,
      entity: "stimulus",
      entityId: params.stimulusId,
      action: before ? "saved" : "written",
      ...(before && { before: { revisionId: before.revisionId } }),
      after: { revisionId, title: content.title },
    });
    return showStimulus(within, { params });
  });
}

export function removeStimulus(
  scope: Scope<Member>,
  { params }: Input<typeof contract.removeStimulus>,
): Promise<{ ok: true }> {
  return atomically(scope, async (within) => {
    const { db, caller, now } = within;
    const { departmentId } = caller;
    const { stimulusId } = params;
    need(await store.findStimulus(db, departmentId, stimulusId, true), "stimulus");
    const items = await store.listItemsOf(db, departmentId, stimulusId);
    if (items.length > 0) throw new Failure("stimulusInUse", { count: items.length });
    await store.archiveStimulus(db, departmentId, stimulusId, now());
    await record(within, { departmentId, entity: "stimulus", entityId: stimulusId, action: "removed" });
    return { ok: true };
  });
}

const stale = () => new Failure("savedMeanwhile");

/** A fault of the content as what is wrong with the field that holds it. */
const asError = ({ path, code, terms = {} }: Fault) => ({
  pointer: `/body/content/${path.join("/")}`,
  code,
  terms: { ...terms },
});
