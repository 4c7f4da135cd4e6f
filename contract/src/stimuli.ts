/** Shared texts, maps and charts that several items hang on. */
import type { Stimulus } from "@verdant/core/stimuli/stimulus";
import { z } from "zod";
import { Status } from "./bank.ts";
import { endpoint } from "./endpoint.ts";
import { KindName } from "./items/kinds.ts";
import { RichText } from "./items/richText.ts";
import { Done, Id, limits, Moment } from "./wire.ts";

export const StimulusContent = z.strictObject({
  schemaVersion: z.literal(1),
  title: z.string().trim().max(limits.name),
  text: RichText,
}) satisfies z.ZodType<Stimulus>;

/** A stimulus as it is shown beside its questions. */
export const ShownStimulus = z.object({ id: Id, content: StimulusContent });
export type ShownStimulus = z.infer<typeof ShownStimulus>;

export const EditedStimulus = z.object({
  id: Id,
  /** Grows with every save; a save names the version it was made to. */
  version: z.int(),
  content: StimulusContent,
  /** The items that hang on it, in the order of their numbers. */
  items: z.array(z.object({ id: Id, number: z.int(), kind: KindName, status: Status, stem: z.string() })),
  /** Releases that are open now and show it as it was when they were released. */
  openReleases: z.int(),
});
export type EditedStimulus = z.infer<typeof EditedStimulus>;

export const listStimuli = endpoint({
  method: "get",
  path: "/stimuli",
  access: "member",
  summary: "The department's shared texts, maps and charts, by title, with how many items hang on each.",
  result: z.object({
    stimuli: z.array(z.object({ id: Id, title: z.string(), items: z.int(), changedAt: Moment })),
    /** There are more than are listed. */
    isMore: z.boolean(),
  }),
});

export const showStimulus = endpoint({
  method: "get",
  path: "/stimuli/:stimulusId",
  access: "member",
  summary: "A shared text, map or chart with the items that hang on it.",
  params: z.object({ stimulusId: Id }),
  result: EditedStimulus,
});

export const saveStimulus = endpoint({
  method: "put",
  path: "/stimuli/:stimulusId",
  access: "member",
  summary:
    "Makes a revision of a stimulus, or the stimulus itself when version is 0. What was released stays as it was.",
  params: z.object({ stimulusId: Id }),
  body: z.object({ version: z.int().nonnegative(), content: StimulusContent }),
  result: EditedStimulus,
});

export const listStimulusRevisions = endpoint({
  method: "get",
  path: "/stimuli/:stimulusId/revisions",
  access: "member",
  summary: "What a stimulus said over time, the newest first, with how many releases show each.",
  params: z.object({ stimulusId: Id }),
  result: z.object({
    revisions: z.array(
      z.object({
        id: Id,
        n: z.int(),
        content: StimulusContent,
        author: z.string(),
        at: Moment,
        releases: z.int(),
      }),
    ),
  }),
});

export const removeStimulus = endpoint({
  method: "delete",
  path: "/stimuli/:stimulusId",
  access: "member",
  summary: "Takes a stimulus away that no item hangs on.",
  params: z.object({ stimulusId: Id }),
  result: Done,
});

export const stimuliEndpoints = { listStimuli, showStimulus, saveStimulus, listStimulusRevisions, removeStimulus };
