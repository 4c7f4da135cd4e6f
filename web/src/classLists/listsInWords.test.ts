import {
  listNoteCodes,
  listNoteTerms,
  type Comparison,
  type Errand,
  type ListedClassView,
} from "@verdant/contract/classLists";
import { expect, test } from "vitest";
import {
  changeInWords,
  errandInWords,
  listNoteInWords,
  sentInWords,
  sumInWords,
  takenInWords,
} from "./listsInWords.ts";

test("every note is a sentence with all its terms in it, and no hole left open", () => {
  for (const code of listNoteCodes) {
    const terms = Object.fromEntries(listNoteTerms[code].map((name, i) => [name, name === "count" ? 7 : `T${i}`]));
    const sentence = listNoteInWords({ code, terms });
    expect(sentence).not.toMatch(/[{}]|undefined|NaN/);
    for (const term of Object.values(terms)) expect(sentence).toContain(String(term));
  }
});

const nothing = {
  ...{ classes: 1, classesMade: 0, coursesMade: 0, studentsMade: 0, joined: 0 },
  ...{ recognised: 0, renamed: 0, left: 0, teachers: 0 },
};
test("what was imported is said, and that nothing was different too", () => {
  expect(takenInWords(nothing)).toBe("1 class list imported; nothing was different");
  expect(takenInWords({ ...nothing, classes: 2, joined: 3, studentsMade: 1, left: 1, teachers: 1 })).toBe(
    "2 class lists imported: 3 students joined, 1 of them new here, 1 left, 1 teacher added",
  );
});

test("what was sent, what was there, what was refused and who is in no list stand in one sentence", () => {
  const sent = { sent: 0, unchanged: 0, refused: [], refusedCount: 0, unknown: [] };
  expect(sentInWords(sent)).toBe("nothing new to send");
  expect(sentInWords({ ...sent, sent: 1, unchanged: 2, refusedCount: 3, unknown: ["Ada Quill", "Ben Moss"] })).toBe(
    "1 entry sent; 2 entries were there already; 3 entries refused; not sent, since no class list has them: Ada Quill and Ben Moss",
  );
});

test("each state of reading and sending says what has changed and what has not", () => {
  const errand = (more: Partial<Errand>) =>
    errandInWords({ kind: "fetch", share: 0.428, taken: null, sent: null, ...more } as Errand);
  expect(errand({ state: "waiting" })).toBe("waits its turn");
  expect(errand({ state: "running" })).toBe("42% read");
  expect(errand({ state: "running", kind: "send" })).toBe("42% sent");
  expect(errand({ state: "ready" })).toBe("read; nothing is imported yet");
  expect(errand({ state: "failed" })).toBe("could not be read; nothing has changed");
  expect(errand({ state: "failed", kind: "send" })).toBe("could not be sent to the end");
  expect(errand({ state: "dropped" })).toBe("removed; nothing was imported");
  expect(errand({ state: "dropped", kind: "send" })).toBe("stopped; what was sent before stays there");
  expect(errand({ state: "done", taken: nothing })).toBe(takenInWords(nothing));
});

const change = {
  ...{ joining: [], recognised: 0, same: [], renamed: [], leaving: [], unsure: [], unclaimed: [] },
  ...{ teachersJoining: [], teachersUnknown: [] },
};
const listed = (more: Partial<ListedClassView>): ListedClassView => ({
  ...{ sourcedId: "k", name: "9C Geography", course: "Geography 9", year: null, students: 24, teachers: [] },
  taking: { as: "ours", classId: "c" },
  change,
  ...more,
});
const joining = [
  { sourcedId: "a", name: "Ada Quill", isNew: true, from: null },
  { sourcedId: "b", name: "Ben Moss", isNew: false, from: "9B" },
];
test("what importing a class would do is counted from what is shown below it", () => {
  expect(changeInWords(listed({ change: null }), 0)).toBeNull();
  expect(changeInWords(listed({}), 0)).toBe("as it is here already");
  expect(changeInWords(listed({ change: { ...change, joining, teachersJoining: ["Mara"] } }), 2)).toBe(
    "2 students join, 1 of them new here, 2 leave, taught by Mara too",
  );
  expect(changeInWords(listed({ taking: { as: "new", courseId: null }, change: { ...change, joining } }), 0)).toBe(
    "a new class of 24 students",
  );
});

test("the sum is that of its classes", () => {
  const sum = (classes: ListedClassView[], leaving = 0) => sumInWords({ classes } as unknown as Comparison, leaving);
  expect(sum([listed({ change: null })])).toBe("No class is chosen yet.");
  const made = listed({ sourcedId: "j", taking: { as: "new", courseId: null }, change: { ...change, joining } });
  expect(sum([listed({ change: { ...change, joining } }), made, listed({ sourcedId: "l", change: null })], 1)).toBe(
    "2 classes chosen, 1 of them new, 4 students join, 1 leaves",
  );
});
