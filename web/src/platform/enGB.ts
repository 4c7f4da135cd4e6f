/**
 * The catalogue: the English sentence of `t` is its key, so that a page reads as what it says. Only what English says
 * otherwise of one stands here; another language is a file of this kind with all sentences in it.
 */
export const singulars: Readonly<Record<string, string>> = {
  "{{share}}% right the next time, of {{count}} wrong answers":
    "{{share}}% right the next time, of {{count}} wrong answer",
  "Said of {{count}} students.": "Said of {{count}} student.",
  "“{{range}}” goes beyond the {{count}} questions of the key.":
    "“{{range}}” goes beyond the {{count}} question of the key.",
  "{{column}} is left out: say above what it holds, if it matters ({{count}} rows have something there).":
    "{{column}} is left out: say above what it holds, if it matters ({{count}} row has something there).",
  "“{{name}}” is said of {{count}} students; that is deleted for good.":
    "“{{name}}” is said of {{count}} student; that is deleted for good.",
  "What is said of {{count}} students is deleted for good, here and in all comparisons.":
    "What is said of {{count}} student is deleted for good, here and in all comparisons.",
  " Recall of {{count}} classes is worked out again.": " Recall of {{count}} class is worked out again.",
  " and {{count}} others": " and {{count}} other",
  " {{count}} items changed since, and stayed as they are now.":
    " {{count}} item changed since, and stayed as it is now.",
  " {{count}} items stayed: changed or used since.": " {{count}} item stayed: changed or used since.",
  " {{count}} open releases keep what students were given.": " {{count}} open release keeps what students were given.",
  ": {{count}} returns will take {{needed}} items; {{unseen}} left.":
    ": {{count}} return will take {{needed}} items; {{unseen}} left.",
  "; {{count}} open releases show it as it was when released":
    "; {{count}} open release shows it as it was when released",
  "A student can take {{count}} goes before a drawn question comes again.":
    "A student can take {{count}} go before a drawn question comes again.",
  "Add {{count}} students": "Add {{count}} student",
  "Add {{count}} units": "Add {{count}} unit",
  "Copy {{count}} items to": "Copy {{count}} item to",
  "Due now: {{count}} topics": "Due now: {{count}} topic",
  "Edit {{count}} items together": "Edit {{count}} item together",
  "Import {{count}} items": "Import {{count}} item",
  "Import {{count}} standards": "Import {{count}} standard",
  "Make {{count}} topics": "Make {{count}} topic",
  "Mark {{count}} answers": "Mark {{count}} answer",
  "{{count}} students went again: {{before}}% in their first go, {{after}}% in their last.":
    "{{count}} student went again: {{before}}% in the first go, {{after}}% in the last.",
  "Workbook: {{count}} quizzes and every answer": "Workbook: {{count}} quiz and every answer",
  "{{count}} students have another go.": "{{count}} student has another go.",
  "{{count}} items leave the bank again.": "{{count}} item leaves the bank again.",
  "{{count}} changed items say again what they said before.": "{{count}} changed item says again what it said before.",
  "{{count}} say again what they said before": "{{count}} says again what it said before",
  "{{count}} stay, changed or used since": "{{count}} stays, changed or used since",
  "undone: {{count}} items are out of the bank again": "undone: {{count}} item is out of the bank again",
  "{{count}} students read it on their list of quizzes.": "{{count}} student reads it on their list of quizzes.",
  "{{count}} students ticked": "{{count}} student ticked",
  "{{count}} students who were ticked": "{{count}} student who was ticked",
  "{{count}} students would tell it a friend": "{{count}} student would tell it a friend",
  "{{count}} quizzes you handed in are not counted here: their results are not shown yet.":
    "{{count}} quiz you handed in is not counted here: its results are not shown yet.",
  "{{seen}}; {{count}} more right answers would settle it": "{{seen}}; {{count}} more right answer would settle it",
  "Students do not see {{count}} marks yet.": "Students do not see {{count}} mark yet.",
  "They will when the {{count}} answers that wait are marked.":
    "They will when the {{count}} answer that waits is marked.",
  "{{count}} answers are marked differently": "{{count}} answer is marked differently",
  "{{count}} answers to mark a second time": "{{count}} answer to mark a second time",
  "{{count}} differences are settled.": "{{count}} difference is settled.",
  "{{count}} more answers say the same and get the same mark:":
    "{{count}} more answer says the same and gets the same mark:",
  "You marked the other {{count}} answers yourself: a colleague can mark them a second time.":
    "You marked the other {{count}} answer yourself: a colleague can mark it a second time.",
  "On: after your password you give a code from your app. {{count}} recovery codes left.":
    "On: after your password you give a code from your app. {{count}} recovery code left.",
  "Only in “{{name}}” ({{count}} goes)": "Only in “{{name}}” ({{count}} go)",
  "Put {{count}} items into the bank": "Put {{count}} item into the bank",
  "Release {{count}} questions to {{className}}": "Release {{count}} question to {{className}}",
  "Released to {{count}} students; no answers yet.": "Released to {{count}} student; no answers yet.",
  "Save {{count}} items": "Save {{count}} item",
  "Seen by {{count}} students": "Seen by {{count}} student",
  "Signed out in {{count}} other browsers.": "Signed out in {{count}} other browser.",
  "The file cannot be read. {{count}} places are wrong:": "The file cannot be read. {{count}} place is wrong:",
  "The newest {{count}} first answers; there are more, from before":
    "The newest {{count}} first answer; there are more, from before",
  "The newest {{shown}} quizzes of the class; {{count}} older ones are not here.":
    "The newest {{shown}} quizzes of the class; {{count}} older one is not here.",
  "The newest {{shown}} quizzes. {{count}} older ones are not in these figures; they stand under Results.":
    "The newest {{shown}} quizzes. {{count}} older one is not in these figures; it stands under Results.",
  "{{count}} students have not handed it in": "{{count}} student has not handed it in",
  "{{count}} answers to mark in “{{name}}”": "{{count}} answer to mark in “{{name}}”",
  "{{count}} more classes: choose one at the top of the page.":
    "{{count}} more class: choose it at the top of the page.",
  "{{count}} answers of yours are not marked yet.": "{{count}} answer of yours is not marked yet.",
  "{{count}} students handed in “{{name}}”: {{outcome}}.": "{{count}} student handed in “{{name}}”: {{outcome}}.",
  "“{{name}}” has closed; {{count}} students did not begin it.":
    "“{{name}}” has closed; {{count}} student did not begin it.",
  "Undone: {{count}} goes marked as before.": "Undone: {{count}} go marked as before.",
  "Wherever it was released ({{count}} releases)": "Wherever it was released ({{count}} release)",
  "because of {{count}} answers in": "because of {{count}} answer in",
  "estimates from the calendar only ({{count}} answers so far)":
    "estimates from the calendar only ({{count}} answer so far)",
  "from {{count}} answers": "from {{count}} answer",
  "in {{count}} days": "in {{count}} day",
  "in {{count}} releases": "in {{count}} release",
  "in {{count}} weeks": "in {{count}} week",
  "no network: {{count}} answers wait on this device": "no network: {{count}} answer waits on this device",
  "of {{count}} questions. Students have": "of {{count}} question. Students have",
  "used in {{count}} places": "used in {{count}} place",
  "{{count}} weeks": "{{count}} week",
  "{{count}} requirements are about units or topics that this class does not have, and were left out.":
    "{{count}} requirement is about a unit or topic that this class does not have, and was left out.",
  "{{count}} more were seen within {{weeks}}.": "{{count}} more was seen within {{weeks}}.",
  "{{count}} more are look-alikes of these.": "{{count}} more is a look-alike of these.",
  "{{count}} more are on topics that you did not choose.": "{{count}} more is on a topic that you did not choose.",
  "{{count}} more are on topics outside this course.": "{{count}} more is on a topic outside this course.",
  "{{count}} more are on topics left out of this class's reviews.":
    "{{count}} more is on a topic left out of this class's reviews.",
  "{{count}} more are on topics not taught yet.": "{{count}} more is on a topic not taught yet.",
  "{{count}} more are on topics taught this week.": "{{count}} more is on a topic taught this week.",
  "{{count}} more are kept for tests.": "{{count}} more is kept for tests.",
  "{{count}} more are for practice only.": "{{count}} more is for practice only.",
  "{{count}} answers came after the time and do not count.": "{{count}} answer came after the time and does not count.",
  "{{count}} answers have not been sent: keep this page open and tell your teacher.":
    "{{count}} answer has not been sent: keep this page open and tell your teacher.",
  "{{count}} answers marked by a ruling for one quiz only are not in these figures.":
    "{{count}} answer marked by a ruling for one quiz only is not in these figures.",
  "{{count}} answers to mark": "{{count}} answer to mark",
  "{{count}} answers to mark.": "{{count}} answer to mark.",
  "{{count}} classes": "{{count}} class",
  "{{count}} colleagues will set it up first when they go on.": "{{count}} colleague will set it up first on going on.",
  "{{count}} courses": "{{count}} course",
  "{{count}} days": "{{count}} day",
  "{{count}} days ago": "{{count}} day ago",
  "{{count}} due topics are left out: {{topics}}.": "{{count}} due topic is left out: {{topics}}.",
  "{{count}} first answers of all years": "{{count}} first answer of all years",
  "{{count}} goals": "{{count}} goal",
  "{{count}} goes": "{{count}} go",
  "{{count}} goes keep the same points.": "{{count}} go keeps the same points.",
  "{{count}} goes marked again{{mended}}.": "{{count}} go marked again{{mended}}.",
  "{{count}} goes still in progress will be marked by it.": "{{count}} go still in progress will be marked by it.",
  "{{count}} imported items removed again.": "{{count}} imported item removed again.",
  "{{count}} imported items removed again.{{kept}}": "{{count}} imported item removed again.{{kept}}",
  "{{count}} items": "{{count}} item",
  "{{count}} items added": "{{count}} item added",
  "{{count}} items are linked to it. Link them to another, or to none, first.":
    "{{count}} item is linked to it. Link it to another, or to none, first.",
  "{{count}} items are no longer there.": "{{count}} item is no longer there.",
  "{{count}} items are not in use, so there is nothing to retire.":
    "{{count}} item is not in use, so there is nothing to retire.",
  "{{count}} items are not retired.": "{{count}} item is not retired.",
  "{{count}} items are retired; only a lead changes these.": "{{count}} item is retired; only a lead changes these.",
  "{{count}} items are unfinished, so they cannot be used.": "{{count}} item is unfinished, so it cannot be used.",
  "{{count}} items as before.": "{{count}} item as before.",
  "{{count}} items as before.{{others}}": "{{count}} item as before.{{others}}",
  "{{count}} items carry it": "{{count}} item carries it",
  "{{count}} items that named one by a tag carry it now.": "{{count}} item that named one by a tag carries it now.",
  "{{count}} items change": "{{count}} item changes",
  "{{count}} items changed.{{left}}": "{{count}} item changed.{{left}}",
  "{{count}} items copied. There they need a topic: Bank, “needs a topic”.":
    "{{count}} item copied. There it needs a topic: Bank, “needs a topic”.",
  "{{count}} items imported.": "{{count}} item imported.",
  "{{count}} items in the tray": "{{count}} item in the tray",
  "{{count}} items moved from “{{topic}}” to “{{name}}”.": "{{count}} item moved from “{{topic}}” to “{{name}}”.",
  "{{count}} items name topics that the bank does not have yet: {{names}}. Unless you make these topics first, the items are imported without a topic, as drafts.":
    "{{count}} item names topics that the bank does not have yet: {{names}}. Unless you make these topics first, the item is imported without a topic, as a draft.",
  "{{count}} items of {{code}} carry {{newCode}} now.": "{{count}} item of {{code}} carries {{newCode}} now.",
  "{{count}} items of {{department}}": "{{count}} item of {{department}}",
  "{{count}} items on it{{open}}": "{{count}} item on it{{open}}",
  "{{count}} items that can be used": "{{count}} item that can be used",
  "{{count}} items to add": "{{count}} item to add",
  "{{count}} items today, {{begun}} in progress": "{{count}} item today, {{begun}} in progress",
  "{{count}} items wait to be checked": "{{count}} item waits to be checked",
  "{{count}} items will be left out: {{what}}. Each says why below, and can be imported all the same.":
    "{{count}} item will be left out: {{what}}. Each says why below, and can be imported all the same.",
  "{{count}} lines are too long for a name, and were left out.":
    "{{count}} line is too long for a name, and was left out.",
  "{{count}} lines or items were not imported:": "{{count}} line or item was not imported:",
  "{{count}} more go into the bank only.": "{{count}} more goes into the bank only.",
  "{{count}} new items": "{{count}} new item",
  "{{count}} of them are in progress now.": "{{count}} of them is in progress now.",
  "{{count}} open releases": "{{count}} open release",
  "{{count}} other classes": "{{count}} other class",
  "{{count}} other topics last.": "{{count}} other topic lasts.",
  "{{count}} pairs of neighbours share a topic and need not.":
    "{{count}} pair of neighbours shares a topic and need not.",
  "{{count}} pieces": "{{count}} piece",
  "It has {{count}} questions and takes about {{minutes}} min.":
    "It has {{count}} question and takes about {{minutes}} min.",
  "Of {{count}} questions, answer as many as you can in {{limit}} minutes.":
    "There is {{count}} question, and you have {{limit}} minutes.",
  "Between two goes there are at least {{count}} hours.": "Between two goes there is at least {{count}} hour.",
  "Between two goes there are at least {{count}} days.": "Between two goes there is at least {{count}} day.",
  "By the seating plan {{count}} pairs of neighbours have begun.":
    "By the seating plan {{count}} pair of neighbours has begun.",
  "{{count}} more goes from your teacher": "{{count}} more go from your teacher",
  "{{count}} points": "{{count}} point",
  "Its questions have {{count}} points; the whole counts": "Its questions have {{count}} point; the whole counts",
  "{{count}} points each": "{{count}} point each",
  "{{count}} questions": "{{count}} question",
  "{{count}} questions are still open": "{{count}} question is still open",
  "{{count}} questions, as student {{student}} would get them; nothing is recorded":
    "{{count}} question, as student {{student}} would get it; nothing is recorded",
  "{{count}} questions: {{words}}": "{{count}} question: {{words}}",
  "{{count}} questions; the first: {{words}}": "{{count}} question; the first: {{words}}",
  "{{count}} quizzes": "{{count}} quiz",
  "{{count}} releases": "{{count}} release",
  "{{count}} revisions": "{{count}} revision",
  "{{count}} rows left out: their items were retired on purpose.":
    "{{count}} row left out: its item was retired on purpose.",
  "{{count}} seconds left": "{{count}} second left",
  "{{count}} standards": "{{count}} standard",
  "{{count}} standards understood.": "{{count}} standard understood.",
  "{{count}} students handed in without an answer.": "{{count}} student handed in without an answer.",
  "{{count}} students are in it and get the new end.": "{{count}} student is in it and gets the new end.",
  "{{count}} have handed in: nothing changes for what they did.":
    "{{count}} has handed in: nothing changes for what they did.",
  "{{count}} students have more time.": "{{count}} student has more time.",
  "More minutes for {{count}} students:": "More minutes for {{count}} student:",
  "{{count}} students wait for your go-ahead": "{{count}} student waits for your go-ahead",
  "Go-ahead for {{count}} students": "Go-ahead for {{count}} student",
  "{{count}} students": "{{count}} student",
  "{{count}} students are answering this now: what you decide holds for them too.":
    "{{count}} student is answering this now: what you decide holds for them too.",
  "{{count}} students did not reach it": "{{count}} student did not reach it",
  "{{count}} students have not handed in.": "{{count}} student has not handed in.",
  "{{count}} students said why": "{{count}} student said why",
  "{{count}} things are worth a look": "{{count}} thing is worth a look",
  "{{count}} topics": "{{count}} topic",
  "{{count}} topics due;": "{{count}} topic due;",
  "{{count}} topics made.": "{{count}} topic made.",
  "{{count}} topics reviewed; the plan updates.": "{{count}} topic reviewed; the plan updates.",
  "{{count}} units": "{{count}} unit",
  "{{count}} weeks ago": "{{count}} week ago",
  "{{name}}: {{count}} answers to mark": "{{name}}: {{count}} answer to mark",
  "“{{topic}}” is part of “{{into}}” now, with {{count}} items.{{recall}}":
    "“{{topic}}” is part of “{{into}}” now, with {{count}} item.{{recall}}",
  "{{count}} steps": "{{count}} step",
  "{{count}} ticks go with the step that you removed.": "{{count}} tick goes with the step that you removed.",
  "{{count}} steps have no quiz yet, so nobody gets past the first of them.":
    "{{count}} step has no quiz yet, so nobody gets past it.",
  "{{count}} students wait for you": "{{count}} student waits for you",
  "Tick {{count}} students off": "Tick {{count}} student off",
  "Class {{className}} has the path. {{count}} quizzes are not released to it: choose them here.":
    "Class {{className}} has the path. {{count}} quiz is not released to it: choose another here.",
  "{{percent}}% of {{count}} quizzes": "{{percent}}% of {{count}} quiz",
  "The table has the newest {{shown}} quizzes. {{count}} older ones are not in it, nor in the means.":
    "The table has the newest {{shown}} quizzes. {{count}} older one is not in it, nor in the means.",
  "{{count}} devices give no sign: without network, or put away. Their answers are safe on them.":
    "{{count}} device gives no sign: without network, or put away. Its answers are safe on it.",
  "{{count}} students wait": "{{count}} student waits",
  "{{count}} students wait, the longest since {{since}}": "{{count}} student waits, since {{since}}",
  "{{count}} answers": "{{count}} answer",
  "{{count}} goes at quizzes, with {{answers}} answers and their marks":
    "{{count}} go at a quiz, with {{answers}} answers and their marks",
  "{{count}} texts that the student wrote": "{{count}} text that the student wrote",
  "{{count}} texts that staff wrote about the student": "{{count}} text that staff wrote about the student",
  "first answers of {{count}} students": "first answer of {{count}} student",
  "{{count}} items in use have ten answers or more": "{{count}} item in use has ten answers or more",
  "{{count}} CASE files saved. Withdrawn standards are not in them.":
    "{{count}} CASE file saved. Withdrawn standards are not in it.",
  "{{count}} parts in the package": "{{count}} part in the package",
  "{{count}} rows in the table": "{{count}} row in the table",
  "{{count}} more parts are not listed: the gravest stand first.":
    "{{count}} more part is not listed: the gravest stand first.",
  "{{count}} more have too few to say anything": "{{count}} more has too few to say anything",
  "The answers speak against the key of {{count}} items: look":
    "The answers speak against the key of {{count}} item: look",
  "Import {{count}} class lists": "Import {{count}} class list",
  "a new class of {{count}} students": "a new class of {{count}} student",
  "{{count}} class lists imported": "{{count}} class list imported",
  "{{count}} classes chosen": "{{count}} class chosen",
  "{{count}} classes in the lists": "{{count}} class in the lists",
  "{{count}} classes made": "{{count}} class made",
  "{{count}} courses made": "{{count}} course made",
  "{{count}} entries refused": "{{count}} entry refused",
  "{{count}} entries sent": "{{count}} entry sent",
  "{{count}} entries were there already": "{{count}} entry was there already",
  "{{count}} leave": "{{count}} leaves",
  "{{count}} more rows were left out in the same way.": "{{count}} more row was left out in the same way.",
  "{{count}} people are called by the name they prefer.": "{{count}} person is called by the name they prefer.",
  "{{count}} people are not in any class here: the school has switched their accounts off.":
    "{{count}} person is not in any class here: the school has switched their account off.",
  "{{count}} students join": "{{count}} student joins",
  "{{count}} students joined": "{{count}} student joined",
  "{{count}} students recognised": "{{count}} student recognised",
  "{{count}} teachers added": "{{count}} teacher added",
  "{{count}} things to know about these lists": "{{count}} thing to know about these lists",
  "{{count}} times somebody has left a class before today, and is not in it.":
    "{{count}} time somebody has left a class before today, and is not in it.",
  "{{count}} times somebody is neither student nor teacher of a class ({{roles}}), and is not in it.":
    "{{count}} time somebody is neither student nor teacher of a class ({{roles}}), and is not in it.",
  "{{file}}.csv: {{count}} rows are marked as to be deleted, and were not read.":
    "{{file}}.csv: {{count}} row is marked as to be deleted, and was not read.",
  "{{count}} of its questions are not here: they were not imported.":
    "{{count}} of its questions is not here: it was not imported.",
  "{{count}} questions stand in it twice; here each is asked once.":
    "{{count}} question stands in it twice; here it is asked once.",
  "{{count}} times it chooses among sections, which cannot be done here: all of them are in the quiz.":
    "{{count}} time it chooses among sections, which cannot be done here: all of them are in the quiz.",
  "{{count}} sections inside others have joined the one around them.":
    "{{count}} section inside another has joined the one around it.",
  "{{count}} of its items are not in the bank any more, or are retired; they are not in the quiz.":
    "{{count}} of its items is not in the bank any more, or is retired; it is not in the quiz.",
};
