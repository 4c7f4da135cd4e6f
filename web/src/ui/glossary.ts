/** Our words, each with the one thing that it means; docs/words.md has the same. Explained where they are met, and under Help. */
import { t } from "../platform/words.ts";

const entries = {
  item: [t("Item"), t("A question with its key, explanation, topic and standards, kept once in the bank.")],
  bank: [t("Bank"), t("All items of the department.")],
  characteristic: [
    t("Characteristic"),
    t("Something that a department keeps of its students to compare groups by, if it wants to. Only staff see it."),
  ],
  key: [t("Key"), t("The right answer, as the item is marked by it.")],
  draft: [t("Draft"), t("An item in which something is missing, or that nobody has approved yet. No quiz uses it.")],
  checking: [t("Checking"), t("A colleague looks an item over before it is used, if the department wants that.")],
  secondMark: [
    t("Second mark"),
    t(
      "What a colleague gives to a written answer without seeing the first mark. It shows how far two people agree; the first mark counts until the two are settled.",
    ),
  ],
  secondLook: [
    t("Second look"),
    t("An item is in use at once, and some items (each tenth, and all reserved ones) are checked afterwards."),
  ],
  retired: [
    t("Retired"),
    t("An item that is no longer used in quizzes. It keeps its history, and can be put back into use."),
  ],
  practice: [t("Practice item"), t("Used in reviews; students may see its key afterwards.")],
  reserved: [t("Reserved item"), t("Kept for tests: students never see its text again after they have answered it.")],
  twin: [
    t("Practice twin"),
    t(
      "A practice item that asks the same as a reserved one. Students see it afterwards, in place of the reserved one.",
    ),
  ],
  lookAlike: [
    t("Look-alike"),
    t(
      "An item that asks nearly the same as another, with other numbers or words. Two look-alikes are never in one quiz.",
    ),
  ],
  remix: [t("Remix"), t("A copy of an item to make another from. The two are look-alikes.")],
  tray: [t("Tray"), t("Items you have put aside to use together. Only you see your tray.")],
  view: [t("View"), t("A search of the bank with its filters, saved under a name.")],
  topic: [t("Topic"), t("What an item is about. Topics stand in a tree: a topic has a parent topic, or none.")],
  standard: [
    t("Standard"),
    t("What students are to be able to do, from a published framework; an item can serve several."),
  ],
  demand: [t("Demand"), t("What a question asks for: to recall, to apply or to reason.")],
  wrongIdea: [t("Wrong idea"), t("A mistaken belief that a wrong answer shows, named once for the department.")],
  linked: [
    t("Linked text, map or chart"),
    t("A passage or picture that several items ask about. In a quiz these stand together."),
  ],
  manyFromFew: [
    t("Many from few"),
    t("One pattern with a table of values, or one list of pairs, from which many items are made."),
  ],
  unit: [t("Unit"), t("A part of a course, with its topics in the order they are taught.")],
  plan: [
    t("Plan"),
    t("When each topic of a class comes back, worked out from the calendar and from what students answered."),
  ],
  due: [t("Due"), t("A topic that should come back now, before too much of it is forgotten.")],
  return: [t("Return"), t("A topic coming back in a review.")],
  recall: [
    t("Recall"),
    t(
      "How many of ten students would get a question on the topic right today. It is an estimate; it says what it rests on.",
    ),
  ],
  review: [t("Review"), t("A short quiz that mixes questions on several past topics.")],
  mixed: [
    t("Mixed order"),
    t(
      "Neighbouring questions are on different topics as far as the items allow. 100% is the best order that was found.",
    ),
  ],
  braid: [
    t("Braid"),
    t(
      "The picture of a quiz: a line for each unit, a bead for each question in its place. Drag a bead to move its question.",
    ),
  ],
  held: [t("Held"), t("A question that stays in its place when you compose or mix again.")],
  draw: [t("Draw"), t("A place of a quiz for which each student gets different questions out of several.")],
  classList: [t("Class list"), t("Who is in a class, as the school's own system has it.")],
  path: [
    t("Path"),
    t(
      "Steps that each student takes at their own pace: practice, a task that you tick off, a check that opens when they are ready.",
    ),
  ],
  part: [t("Part"), t("A section of a quiz with a heading and an order of its own.")],
  interlude: [t("Interlude"), t("Words between two questions; no question.")],
  release: [
    t("Release"),
    t("A quiz that has been given to a class. Later changes of the quiz or its items do not touch it."),
  ],
  go: [t("Go"), t("Once through a released quiz by one student.")],
  secondAnswer: [
    t("Second answer"),
    t(
      "After a wrong answer that was looked at: one answer more, after a hint, for a part of the points. Only the first says what was known.",
    ),
  ],
  seatingPlan: [
    t("Seating plan"),
    t("Who sits where. Neighbours then do not have the same question before them at the same place."),
  ],
  goAhead: [t("Go-ahead"), t("A teacher lets one student begin a go, by a tap or by a word said in the room.")],
  openingWord: [
    t("Opening word"),
    t("Two words said in the room: whoever types them within five minutes has the go-ahead for one go."),
  ],
  lookingBack: [
    t("Looking back"),
    t("A few questions that students answer before another go. They count for nothing; the teacher reads them."),
  ],
  opensAnother: [
    t("Quiz that opens another"),
    t("A quiz may stay closed until a student has reached enough in another one."),
  ],
  inProgress: [t("In progress"), t("Begun and not handed in yet.")],
  entryCard: [t("Entry card"), t("Three words that let a student in. No account is needed.")],
  ruling: [
    t("Ruling"),
    t("What was decided about a key that was wrong. Every answer is marked again by it; it can be undone."),
  ],
  secureLine: [
    t("Secure line"),
    t(
      "The share right from which a standard counts as secure. A student is called secure when we are four-fifths sure of it.",
    ),
  ],
  doubt: [
    t("Item to look at"),
    t(
      "The answers of many students speak against it: another answer may be the right one, a wrong option may be defensible, or it asks for something else than its neighbours.",
    ),
  ],
  fit: [t("Fit"), t("Whether the students who do well in the rest of the quiz get this item right too.")],
  interval: [
    t("Interval"),
    t("Where the true share most likely lies: in 95 of 100 cases like this it lies between the two ends."),
  ],
  starter: [t("Starter"), t("One question for the first minutes of a lesson, from what went wrong.")],
  goal: [t("Goal"), t("How many items a topic is to get, and from whom.")],
  guest: [t("Guest"), t("Somebody from outside the department who sees, or writes, only what was opened for them.")],
  lead: [t("Lead"), t("A colleague who looks after the department's settings, members and rules.")],
} as const satisfies Record<string, readonly [term: string, meaning: string]>;

export type Term = keyof typeof entries;
export const glossary: Readonly<Record<Term, readonly [term: string, meaning: string]>> = entries;
