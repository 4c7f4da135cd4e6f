/** What was done, as one would say it: the audit keeps short names, people read sentences. */
import { t } from "../platform/words.ts";

/** Of each kind of thing: what one calls it where it has no name, and what can be done to it. */
const words: Record<string, { readonly noun: string; readonly did: Record<string, string> }> = {
  item: {
    noun: t("an item"),
    did: {
      written: t("wrote"),
      saved: t("changed"),
      changedTogether: t("changed"),
      retired: t("retired"),
      takenBack: t("put back into use"),
      takenToDraft: t("took back to a draft"),
      takenOut: t("removed again just after it was imported"),
      handedIn: t("sent for checking"),
      approved: t("approved"),
      sentBack: t("sent back"),
      joinedFamily: t("put with its look-alikes"),
      leftFamily: t("took out of its look-alikes"),
      twinSet: t("chose the practice twin of"),
      twinAskedFor: t("asked for a twin of"),
      twinNotAskedFor: t("asked no longer for a twin of"),
      ruled: t("ruled on the key of"),
      rulingUndone: t("undid the ruling on"),
      doubtsLookedAt: t("looked at what speaks against"),
      doubtsOpened: t("wants to look again at what speaks against"),
      copiedOut: t("copied into another department"),
    },
  },
  stimulus: {
    noun: t("a text, map or chart"),
    did: { written: t("wrote"), saved: t("changed"), removed: t("archived") },
  },
  media: { noun: t("a picture or recording"), did: { described: t("described"), removed: t("removed") } },
  many: { noun: t("a pattern or list"), did: { written: t("wrote"), saved: t("changed") } },
  topic: {
    noun: t("a topic"),
    did: {
      added: t("added the topic"),
      changed: t("changed the topic"),
      archived: t("archived the topic"),
      restored: t("restored the topic"),
      merged: t("merged the topic"),
      mergeUndone: t("undid the merging of the topic"),
      split: t("split the topic"),
    },
  },
  standard: { noun: t("a standard"), did: { changed: t("changed"), linked: t("linked"), unlinked: t("unlinked") } },
  student: { noun: t("a student"), did: { erased: t("erased the data of") } },
  framework: { noun: t("standards"), did: { imported: t("brought") } },
  quiz: {
    noun: t("a quiz"),
    did: {
      created: t("made"),
      composed: t("composed"),
      recomposed: t("composed anew"),
      arranged: t("arranged"),
      renamed: t("renamed"),
    },
  },
  path: {
    noun: t("a path"),
    did: {
      made: t("made"),
      changed: t("changed"),
      archived: t("archived"),
      broughtBack: t("brought back"),
      ticked: t("ticked students off on"),
      tickTakenBack: t("took ticks back on"),
    },
  },
  release: {
    noun: t("a quiz"),
    did: {
      released: t("released"),
      shut: t("closed"),
      resultsOpened: t("opened the results of"),
      resultsHidden: t("hid the results of"),
      timesChanged: t("changed the times of"),
      minutesGiven: t("gave more minutes in"),
      saidToAll: t("said something to all who have"),
      saidToSome: t("said something to some who have"),
      messageTakenBack: t("took back a word to all who have"),
      goAheadGiven: t("gave the go-ahead for"),
      goAheadTakenBack: t("took a go-ahead back for"),
      weightSet: t("said what weighs in the marks of"),
      excused: t("excused students from"),
      excusedNoLonger: t("excused students no longer from"),
      openingWordMade: t("made an opening word for"),
      extraGoGiven: t("gave another go in"),
      extraGoTakenBack: t("took a given go back in"),
      marksShown: t("showed the marks so far of"),
    },
  },
  markingComment: {
    noun: t("a sentence to students"),
    did: { kept: t("kept"), removed: t("removed") },
  },
  sitting: {
    noun: t("a go"),
    did: {
      markedByPerson: t("marked"),
      secondMarked: t("marked a second time"),
      reasonRead: t("read a reason given in"),
      markSettled: t("settled two marks of"),
      markedAgain: t("marked again"),
      letBackIn: t("let the student back into"),
      handedInFor: t("handed in for its student"),
      voided: t("took out"),
      broughtBack: t("brought back"),
    },
  },
  characteristic: {
    noun: t("a characteristic"),
    did: {
      added: t("added the characteristic"),
      changed: t("changed the characteristic"),
      removed: t("deleted the characteristic"),
    },
  },
  class: {
    noun: t("a class"),
    did: {
      made: t("made the class"),
      enrolled: t("enrolled students in"),
      listTaken: t("imported the class list of"),
      seated: t("set the seating plan of"),
      starterShown: t("showed a starter to"),
      taughtAgain: t("taught a topic again to"),
      remedyTakenBack: t("took back what was done with"),
      characteristicsSet: t("said something of students of"),
      studentNoted: t("changed a note about a student of"),
      teachersSet: t("said who teaches"),
      calendarSet: t("set the calendar of"),
      taughtSet: t("said what was taught in"),
      returnPlanned: t("planned a return for"),
      returnDropped: t("removed a planned return of"),
    },
  },
  enrolment: {
    noun: t("a student"),
    did: { changed: t("changed"), entryCardReissued: t("gave a new card to"), moved: t("moved to another class") },
  },
  group: { noun: t("a group"), did: { set: t("set") } },
  course: { noun: t("a course"), did: { set: t("changed the course"), secureLineSet: t("set the secure line of") } },
  department: {
    noun: t("the department"),
    did: {
      imported: t("read a file into"),
      importUndone: t("undid an import into"),
      importAgreed: t("agreed to an import into"),
      exported: t("wrote out"),
      schoolSystemConnected: t("connected the school’s system to"),
      schoolSystemDisconnected: t("disconnected the school’s system from"),
      keptPartDropped: t("did away with a kept part of a package in"),
      secondFactorAsked: t("asked for a second step at sign-in in"),
      secondFactorNotAsked: t("stopped asking for a second step at sign-in in"),
      setReviewRules: t("changed the checking of items in"),
      secureLineSet: t("set the secure line of"),
      reflectionFormSet: t("changed the questions to look back in"),
    },
  },
  member: {
    noun: t("a member"),
    did: {
      joined: t("joined by a link:"),
      left: t("ended the membership of"),
      roleChanged: t("changed the role of"),
      grantsChanged: t("changed what is open to"),
      passwordChanged: t("changed the password of"),
      passwordLinkMade: t("made a link for a new password of"),
      secondFactorOn: t("turned on the second step of"),
      secondFactorOff: t("turned off the second step of"),
      secondFactorReset: t("turned off the second step, which was lost, of"),
      recoveryCodesRenewed: t("made new recovery codes for"),
      recoveryCodeUsed: t("signed in with a recovery code as"),
      guessedAt: t("saw more than ten wrong passwords in a quarter of an hour for"),
    },
  },
  invitation: { noun: t("an invitation"), did: { made: t("made"), withdrawn: t("withdrew") } },
  writingGoal: { noun: t("a goal"), did: { set: t("set"), shared: t("shared out"), dropped: t("removed") } },
  requirements: {
    noun: t("requirements"),
    did: { kept: t("saved requirements"), removed: t("removed requirements") },
  },
  view: { noun: t("a view"), did: { kept: t("saved the view"), removed: t("removed the view") } },
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
  const others = count > 1 ? t(" and {{count}} others", { count: count - 1 }) : "";
  return `${did[action] ?? spelt(action)} ${what || noun}${others}`;
}

/** Whether a deed of this name is known here. */
export const isNamed = (entity: string, action: string): boolean => words[entity]?.did[action] !== undefined;

const spelt = (word: string) => word.replace(/[A-Z]/g, (letter) => ` ${letter.toLowerCase()}`);
