/** What was done, as one would say it: the audit keeps short names, people read sentences. */

/** Of each kind of thing: what one calls it where it has no name, and what can be done to it. */
const words: Record<string, { readonly noun: string; readonly did: Record<string, string> }> = {
  item: {
    noun: "an item",
    did: {
      written: "wrote",
      saved: "changed",
      changedTogether: "changed",
      retired: "retired",
      takenBack: "took back into use",
      takenToDraft: "took back to a draft",
      takenOut: "took out again just after it was put in",
      handedIn: "handed in",
      approved: "approved",
      sentBack: "sent back",
      joinedFamily: "put with its look-alikes",
      leftFamily: "took out of its look-alikes",
      twinSet: "chose the practice twin of",
      twinAskedFor: "asked for a twin of",
      twinNotAskedFor: "asked no longer for a twin of",
      ruled: "ruled on the key of",
      rulingUndone: "took back the ruling on",
      copiedOut: "copied into another department",
    },
  },
  stimulus: { noun: "a text, map or chart", did: { written: "wrote", saved: "changed", removed: "put away" } },
  media: { noun: "a picture or recording", did: { described: "described", removed: "removed" } },
  many: { noun: "a pattern or list", did: { written: "wrote", saved: "changed" } },
  topic: {
    noun: "a topic",
    did: {
      added: "added the topic",
      changed: "changed the topic",
      archived: "put away the topic",
      restored: "brought back the topic",
      merged: "merged the topic",
      mergeUndone: "took apart again the topic",
      split: "split the topic",
    },
  },
  standard: { noun: "a standard", did: { changed: "changed", linked: "linked", unlinked: "unlinked" } },
  framework: { noun: "standards", did: { imported: "brought" } },
  quiz: {
    noun: "a quiz",
    did: {
      created: "made",
      composed: "composed",
      recomposed: "composed anew",
      arranged: "arranged",
      renamed: "renamed",
    },
  },
  release: {
    noun: "a quiz",
    did: { released: "gave out", shut: "shut", resultsOpened: "opened the results of" },
  },
  sitting: { noun: "a sitting", did: { markedByPerson: "marked", markedAgain: "marked again" } },
  class: {
    noun: "a class",
    did: {
      made: "made the class",
      enrolled: "enrolled students in",
      calendarSet: "set the calendar of",
      taughtSet: "said what was taught in",
      returnPlanned: "planned a return for",
      returnDropped: "took back a planned return of",
    },
  },
  enrolment: { noun: "a student", did: { changed: "changed", entryCardReissued: "gave a new card to" } },
  group: { noun: "a group", did: { set: "set" } },
  course: { noun: "a course", did: { set: "changed the course", secureLineSet: "set the secure line of" } },
  department: {
    noun: "the department",
    did: {
      imported: "read a file into",
      exported: "wrote out",
      secondFactorAsked: "asked for a second step at sign-in in",
      secondFactorNotAsked: "stopped asking for a second step at sign-in in",
      setReviewRules: "changed the review of items in",
      secureLineSet: "set the secure line of",
    },
  },
  member: {
    noun: "a member",
    did: {
      joined: "came in by a link:",
      left: "ended the membership of",
      roleChanged: "changed the role of",
      grantsChanged: "changed what is open to",
      passwordChanged: "changed the password of",
      passwordLinkMade: "made a link for a new password of",
      secondFactorOn: "turned on the second step of",
      secondFactorOff: "turned off the second step of",
      secondFactorReset: "turned off the second step, which was lost, of",
      recoveryCodesRenewed: "made new recovery codes for",
      recoveryCodeUsed: "signed in with a recovery code as",
      guessedAt: "saw more than ten wrong passwords in a quarter of an hour for",
    },
  },
  invitation: { noun: "an invitation", did: { made: "made", withdrawn: "withdrew" } },
  writingGoal: { noun: "a writing goal", did: { set: "set", shared: "shared out", dropped: "took away" } },
  view: { noun: "a view", did: { kept: "kept the view", removed: "removed the view" } },
};

export interface Deed {
  readonly entity: string;
  readonly action: string;
  /** The name or number of the first thing; empty where it has none. */
  readonly what: string;
  readonly count: number;
}

/** "wrote item 12", "changed item 3 and 40 others". */
export function deedInWords({ entity, action, what, count }: Deed): string {
  const { noun, did } = words[entity] ?? { noun: spelt(entity), did: {} };
  const others = count > 1 ? ` and ${count - 1} ${count === 2 ? "other" : "others"}` : "";
  return `${did[action] ?? spelt(action)} ${what || noun}${others}`;
}

/** Whether a deed of this name is known here. */
export const isNamed = (entity: string, action: string): boolean => words[entity]?.did[action] !== undefined;

const spelt = (word: string) => word.replace(/[A-Z]/g, (letter) => ` ${letter.toLowerCase()}`);
