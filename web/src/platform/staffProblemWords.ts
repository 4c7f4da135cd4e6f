/** What only staff can meet; students' browsers do not load it. */
import type { StaffProblem, Thing } from "@verdant/contract/problemCodes";
import { thingWords, type ProblemWords } from "./problemWords.ts";
import { inAList, t } from "./words.ts";

export const staffWords: ProblemWords<StaffProblem> = {
  itemNotInQuiz: () => t("This item does not stand in the quiz."),
  quizChanged: () =>
    t("A colleague changed this quiz after you opened it. Look at the new version, then change it again."),
  goVoidedAlready: () => t("A colleague has taken this go out already."),
  closedForStudent: () => t("The quiz is closed for this student. Give it a later closing time first."),
  goRunningNow: () =>
    t("The student is in another go now. Bring this one back once that is handed in, or take that one out first."),
  goBegunSince: () => t("The student has begun another go since, so this one cannot come back."),
  reasonMissing: () => t("Say why; the student reads it."),
  pathChanged: () =>
    t("A colleague changed this path after you opened it. Look at the new version, then change it again."),
  stepGone: () =>
    t("This step is no longer there: a colleague removed it. Remove it here too, or add it as a new one."),
  stepTwice: () => t("This quiz stands on the path already."),
  quizNotForClass: () => t("This quiz is not released to the class."),
  stepNeedsNoTick: () => t("Only a task is ticked off; practice and checks are done by their quiz."),
  quizChangedBeforeRelease: () =>
    t("A colleague changed this quiz after you opened it. Look at the new version, then release it."),
  itemTwiceInQuiz: () => t("One of the items stands twice."),
  itemNotUsable: () => t("One of the items cannot be used: it is retired or is not there."),
  unitExhausted: (terms) =>
    t("The bank has no further practice item of {{unit}} that is no look-alike of one here.", terms),
  itemGone: () => t("The item is no longer there."),
  unitAllHeld: () => t("Every question of this unit is held. Stop holding one, or remove it."),
  nothingToCompose: (terms) =>
    t(
      "Nothing can be composed for {{className}} yet: no topic that has been taught has a usable practice item. Write items, or check the dates of the units.",
      terms,
    ),
  nothingToUndo: () => t("There is nothing to undo."),
  nothingToRedo: () => t("There is nothing to redo."),
  lastChangeOfOther: (terms) => t("The last change is {{by}}’s. Only they can undo it.", terms),
  itemChanged: () =>
    t("Somebody saved this item after you opened it. Your work is saved as a draft; compare the two and save again."),
  bankChanged: (terms) =>
    t("The bank has changed: {{found}} items match now, not {{expected}}. Nothing was changed; look again.", terms),
  colleagueNotHere: () => t("This colleague is not in your department."),
  standardGone: () => t("One of the standards is no longer there."),
  topicGone: () => t("This topic is no longer there. Choose another."),
  stimulusGone: () => t("This text, map or chart is no longer there. Choose another."),
  pictureGone: () => t("One of the pictures is no longer there. Add it again."),
  retiredStays: () => t("A retired item stays as it was. Make a remix of it instead."),
  itemUnfinished: () => t("Something is missing in this item, so it cannot be used yet. Finish it first."),
  checkingFirst: () => t("In your department a colleague checks an item first. Send it for checking."),
  successorNotInUse: () => t("Choose another item that is in use to take its place."),
  twinOnlyForTests: () => t("Only an item that is reserved for tests has a practice twin."),
  twinForPractice: () => t("Choose an item for practice: it is shown in place of the one that is reserved for tests."),
  setNameTaken: () => t("There is a set of this name already. Choose another name."),
  schoolYearBackwards: () => t("The school year would end before it begins."),
  spanBackwards: () => t("A span of days would end before it begins."),
  unitNotOfCourse: () => t("One of the units is not of this class's course."),
  letterTwice: () => t("Two units have the same letter."),
  topicInTwoUnits: () => t("A topic stands in two units of this course."),
  unitGone: () => t("One of the units is no longer there."),
  oneTopicGone: () => t("One of the topics is no longer there."),
  unitInUse: (terms) =>
    t("The unit {{unit}} cannot be removed: a class has dates for it, or a quiz has questions from it.", terms),
  classNameTaken: (terms) => t("There is a class {{name}} already. Give it another name.", terms),
  characteristicChanged: () =>
    t("A colleague changed what is kept of students after you opened this page. Look at it anew."),
  characteristicTwice: () => t("This name stands here twice."),
  tooManyCharacteristics: (terms) => t("A department may keep {{most}} characteristics at most.", terms),
  twoValues: () => t("Give two values at least, so that there is something to compare."),
  studentNotInClass: () => t("One of the students is not in this class."),
  nobodyHadRevision: () => t("No student has had this revision of the item, so there is nothing to rule on."),
  answerNotWhole: () => t("Give the right answer whole, as a student would, with nothing left open."),
  undoneAlready: () => t("This was undone already. Nothing has changed."),
  sameClass: () => t("The student is in this class already."),
  nobodyInTime: () => t("None of them is in a go with a time limit any more. Nothing was changed."),
  gateGone: () => t("The quiz that was to open this one is no longer there. Choose another, or none."),
  targetGone: () => t("One of those you chose is no longer there. Choose again."),
  quizEmpty: () => t("This quiz has no questions yet; add some, then release it."),
  itemCannotBeReleased: (terms) =>
    t(
      "Item {{number}} cannot be released: it is retired, unfinished or not approved. Remove it from the quiz, or look at the item.",
      terms,
    ),
  drawTooSmall: (terms) =>
    t(
      "A draw gives each student {{take}}, but only {{usable}} of its items can be used. Let each student get fewer, or change its pool.",
      terms,
    ),
  closesBeforeOpening: () => t("It would close before it opens. Choose a later time."),
  stillInProgress: () => t("This student is still in progress. The answer can be marked once the quiz is handed in."),
  markedByKey: () => t("This question is marked by its key."),
  levelsMissing: () => t("Choose a level for each criterion."),
  reasonNotOfRight: () => t("Only what was said of a right answer can be read by others."),
  notMarkedYet: () => t("Nobody has marked this answer yet. Mark it the first time."),
  ownMark: () => t("You marked this answer yourself: a colleague has to mark it the second time."),
  markedTwice: ({ by }) => t("{{by}} has marked this answer a second time already.", { by: by || t("A colleague") }),
  nothingToSettle: () => t("These two marks are settled already, or are the same by now."),
  markedMeanwhile: ({ by }) =>
    by === ""
      ? t(
          "Somebody has marked this answer meanwhile. Yours was not saved: look at that mark, then mark again if you still would.",
        )
      : t(
          "{{by}} has marked this answer meanwhile. Yours was not saved: look at that mark, then mark again if you still would.",
          { by },
        ),
  fileItemNotValid: (terms) => t("Item “{{item}}” is not as it should be.", terms),
  filePictureMissing: (terms) => t("The file shows the picture {{hash}}, which it does not hold.", terms),
  filePictureDamaged: (terms) =>
    t("The picture or recording {{hash}}… of the file is damaged or is none that can be shown.", terms),
  fileNamesUnknown: ({ what, key }) =>
    t("The file names the {{what}} “{{key}}”, which it does not hold and the department does not have.", {
      what: thingWords[what as Thing],
      key,
    }),
  topicOverItself: (terms) => t("The topic “{{topic}}” is its own parent.", terms),
  fileHasErrors: ({ count }) => t("The file cannot be read. {{count}} places are wrong:", { count: Number(count) }),
  fileHasManyErrors: ({ count }) =>
    t("The file cannot be read. The first {{most}} places that are wrong:", { most: count }),
  fileNotJson: (terms) => t("This is no department file: it is not JSON ({{why}}). Nothing was imported.", terms),
  fileBrokeOff: () => t("It broke off on the way here. Nothing was imported; send the file again."),
  transferFailed: () => t("Something went wrong here, not with your file. It was noted; try again later."),
  askerNoLead: () => t("Whoever asked for it leads this department no more."),
  archiveBroken: (terms) => t("This is no zip file that can be read ({{why}}). Nothing was imported.", terms),
  archiveTooMany: (terms) => t("The zip file holds more than {{most}} files. Nothing was imported.", terms),
  archiveUnsafe: (terms) =>
    t("“{{file}}” in the zip file is locked, or a link to somewhere else. Nothing was imported.", terms),
  archiveNameTwice: (terms) => t("“{{file}}” is in the zip file twice. Nothing was imported.", terms),
  archiveFileMissing: (terms) => t("“{{file}}” is not in the zip file.", terms),
  archiveFileTooLarge: (terms) => t("“{{file}}” in the zip file has more than {{megabytes}} MB.", terms),
  archiveBomb: (terms) =>
    t("“{{file}}” in the zip file grows far beyond its packed size when it is opened. Nothing was imported.", terms),
  archiveNotHere: () =>
    t(
      "This zip file holds everything of a department. Whoever runs an installation restores it where the department is not (docs/operating.md); it cannot be put into one that is here.",
    ),
  wordFileNotHere: () =>
    t("This is a word-processor file: take it to Bank, Import items, where you see what it makes."),
  formatHoldsAll: () =>
    t("This file holds the whole department: some items alone go out as a table, a text or a package."),
  archiveTooLarge: (terms) =>
    t(
      "Everything together has more than {{megabytes}} MB, too much to be kept here. Whoever runs the installation writes it to a file (docs/operating.md).",
      terms,
    ),
  tableQuoteOpen: (terms) =>
    t(
      'Row {{row}} opens a quotation mark (") that is not closed: what follows would be taken for one cell. Close it, and import the file again.',
      terms,
    ),
  tableTooManyRows: (terms) => t("A table may have {{most}} rows at most: import it in parts.", terms),
  tableTooManyColumns: (terms) => t("Row {{row}} has more than {{most}} columns: this is no table of items.", terms),
  tableCellTooLong: (terms) => t("A cell of row {{row}} has more than {{most}} characters: shorten it.", terms),
  tableNoText: () => t("This is no table: save it as CSV (UTF-8) or as a workbook (.xlsx)."),
  tableHeadingsMissing: () =>
    t(
      "No row of this file names the columns of a table of items: “id”, or “kind” and “stem”. Tables with other headings can be imported at Bank → Import items.",
    ),
  tableHeadingTwice: (terms) => t("Two columns are called “{{heading}}”: rename or remove one.", terms),
  tableEmpty: () => t("There is no row under the headings."),
  workbookBroken: () => t("This is no workbook that can be read: it is damaged, or protected by a password."),
  workbookCellTooLong: (terms) =>
    t("“{{item}}” has a text that is too long for a cell of a workbook: export a table (CSV) instead.", terms),
  manifestMissing: () =>
    t("The zip file has no “imsmanifest.xml” at its top: it is no package of items. Nothing was imported."),
  manifestBroken: (terms) =>
    t("“imsmanifest.xml” cannot be read; it is broken in line {{line}}. Nothing was imported.", terms),
  packageEmpty: () => t("The package names no items. Nothing was imported."),
  fileTooLarge: (terms) => t("A file may have {{megabytes}} MB at most.", terms),
  importNotUndone: () => t("This cannot be undone: it has brought no items, or it was undone already."),
  importNotWaiting: () => t("This import no longer waits for a yes: it was cancelled, or has ended."),
  transferOver: () => t("It is over already; there is nothing left to cancel."),
  exportNotDone: () => t("This export is not done yet."),
  quizAsPackage: () => t("A quiz is exported as a package, with just its items."),
  keptNoQuiz: () =>
    t("No quiz can be made of this: none of its items is in the bank. Import the package that holds them."),
  listsNotHere: () =>
    t("These are no class lists: a zip file with classes.csv, users.csv and enrollments.csv is expected (OneRoster)."),
  listsHere: () => t("These are class lists: import them under Team, Class lists."),
  listsOnlyChanges: (terms) =>
    t("{{file}}.csv holds only what has changed: ask for a full export of the class lists.", terms),
  listsIncomplete: ({ file, column }) =>
    column === ""
      ? t("{{file}}.csv is missing: ask for a full export of the class lists.", { file })
      : t("{{file}}.csv has no column {{column}}: ask for class lists as OneRoster 1.2 has them.", { file, column }),
  listsEmpty: () => t("There are no classes in these lists."),
  listsOver: () => t("These lists have been imported or removed already. Read them again."),
  listsChanged: () => t("Something has changed since you looked. Look at the lists again, then import them."),
  noClassTaken: () => t("Choose at least one class to import."),
  classListedTwice: (terms) => t("Two classes of the lists would become {{name}}: choose one of them.", terms),
  classNotListed: (terms) => t("{{name}} is in no class list yet: import its list first.", terms),
  systemNotAllowed: (terms) =>
    t("This installation may not speak with {{service}}. Whoever runs it can allow it.", terms),
  systemNotConnected: () => t("Connect to the school’s system first."),
  systemSecretWrong: (terms) =>
    t("{{service}} does not accept the name and secret. Check both under Connection, then try again.", terms),
  systemRefused: (terms) =>
    t("{{service}} refused to answer ({{status}}). Ask whoever looks after it what the department may read.", terms),
  systemFails: (terms) =>
    t("{{service}} does not work at the moment ({{status}}); it was asked several times. Try again later.", terms),
  systemSilent: (terms) => t("{{service}} does not answer; it was asked several times. Try again later.", terms),
  systemTooMuch: (terms) => t("{{service}} answers with more than can be read.", terms),
  systemUnreadable: (terms) =>
    t("What {{service}} answers about {{what}} cannot be read. Tell whoever looks after it.", terms),
  secretMissing: () => t("Type the secret."),
  transfersFull: ({ most }) =>
    t(
      "{{most}} files are under way or wait for a yes already. Import one of them, cancel it, or wait until it is done.",
      { most },
    ),
  reservedNotShown: () => t("This item is reserved for tests, so it is not shown in class. Use its practice twin."),
  nothingMade: () => t("There are no values yet, so nothing can be made of it."),
  nothingMadeBecause: (terms) => t("Nothing can be made of it: {{why}}", terms),
  savedMeanwhile: () =>
    t("Somebody saved this after you opened it. Open it again; what you wrote is still on this page."),
  sendBytes: () => t("Send the bytes of one picture or recording."),
  fileEmpty: () => t("The file is empty. Choose another."),
  recordingTooLarge: (terms) =>
    t("A recording may have {{megabytes}} megabytes. Cut it or save it smaller, and try again.", terms),
  pictureTooLarge: (terms) => t("A picture may have {{megabytes}} megabytes. Save it smaller and try again.", terms),
  pictureTooComplicated: () => t("This picture is too complicated to open. Save it simpler and try again."),
  pictureUnknown: () => t("This is no picture that can be shown: PNG, JPEG, WebP, GIF or SVG."),
  pictureDamaged: () => t("This picture is damaged or too large to open. Save it anew and try again."),
  svgEntities: () => t("This SVG declares entities, which is not safe. Export it as plain SVG."),
  svgNoSize: () => t("This SVG says neither its width and height nor its viewBox. Export it with a size."),
  mediaInUse: () => t("Something shows it, or has shown it in an earlier version, so it stays."),
  topicsApart: () => t("These two are apart already."),
  topicArchivedSince: () => t("The other topic has been archived or merged since. Restore it first."),
  mergeIntoItself: () => t("Choose another topic to merge it into."),
  mergeTargetGone: () => t("The topic to merge it into is no longer there. Choose another."),
  nothingToSplit: () => t("No item of this topic serves one of these standards, so nothing would move."),
  topicGoneMeanwhile: (terms) => t("“{{name}}” has been archived or merged meanwhile. Look at the tree again.", terms),
  returnInPast: () => t("A return cannot be planned for a day that is past."),
  itemNotFinished: (terms) => t("Item {{number}} is not finished. Open it to see what is missing.", terms),
  itemRetired: (terms) => t("Item {{number}} is retired.", terms),
  changedBeforeDecision: () => t("It was changed after you opened it. Look at it as it is now, then decide."),
  notYourRequest: () => t("Only whoever sent it for checking can cancel the request."),
  notYourOwn: () => t("In your department nobody approves what they wrote. Ask a colleague."),
  changedBeforeComment: () =>
    t("The item was changed after you opened it. Look at it as it is now; your words are still here."),
  nothingSuggested: () => t("Nothing was suggested here."),
  changedSinceSuggestion: () => t("The item was changed after this was suggested. Take over by hand what still fits."),
  itemNotForYou: () => t("This item is not there for you."),
  itemReadOnly: () => t("This item is open to you to read, not to write."),
  topicNotForYou: () => t("Choose a topic on which you may write."),
  itemsNotForYou: () => t("One of these items is not there for you."),
  copyIntoOwn: () => t("Choose a department in which you write items yourself."),
  standardCarriedByNone: () => t("No item carries this standard any more."),
  tooManyItems: (terms) => t("At most {{most}} items at once. Change them topic by topic in the bank.", terms),
  standardEqualsItself: () => t("A standard equals itself in any case. Choose another."),
  standardNotCurrent: () => t("Choose another standard that its framework holds."),
  notCaseFile: () => t("This is no CASE file: it has no document with an identifier and a title."),
  listStatementMissing: (terms) => t("Line {{line}}: there is no statement before the two colons.", terms),
  listCodeTwice: (terms) => t("Line {{line}}: the code {{standard}} stands twice.", terms),
  listEmpty: () => t("There is no standard in this list."),
  topicUnderItself: () => t("A topic cannot be its own parent. Choose another place."),
  topicInUse: ({ items, subtopics, units }) =>
    t("This topic cannot be archived while something uses it: {{what}}. Move that first.", {
      what: inAList([
        ...(Number(items) > 0 ? [t("{{count}} items", { count: Number(items) })] : []),
        ...(Number(subtopics) > 0 ? [t("{{count}} topics", { count: Number(subtopics) })] : []),
        ...(Number(units) > 0 ? [t("{{count}} units", { count: Number(units) })] : []),
      ]),
    }),
  stimulusUnfinished: () => t("Something is missing in this text, map or chart."),
  stimulusInUse: ({ count }) =>
    t("{{count}} items are linked to it. Link them to another, or to none, first.", { count: Number(count) }),
  passwordNotThis: () => t("This is not the password you have now."),
  passwordWrong: () => t("This is not your password."),
  joinedElsewhere: () => t("You joined at the same moment in another window. Sign in instead."),
  emailUsedUp: () => t("No more accounts can be made with this e-mail address. Ask whoever runs the server."),
  invitationUsed: () => t("This link lets nobody in any more. Ask whoever gave it to you for a new one."),
  signInWrong: () => t("This e-mail address and password do not go together."),
  memberAlready: () => t("You belong to this department already. Sign in as usual."),
  lastLead: () => t("This is the last lead. Make somebody else a lead first; a department cannot do without."),
  leadEndsMembership: () => t("Only a lead ends somebody else's membership."),
  heirMissing: () => t("Choose a colleague who takes over items, goals and running releases."),
  belongsElsewhere: () => t("This colleague belongs to another department too. Whoever runs the server can help."),
  passwordGuessable: () =>
    t("This is easy to guess. Take three or four words that have nothing to do with each other."),
  resetUsed: () => t("This link has been used or is too old. Ask your lead for a new one."),
  secondStepOn: () => t("Your second step is on already. Turn it off first to set up another app."),
  secondStepOff: () => t("Your second step is off; it has no codes."),
  secondStepAsked: () => t("Your department asks for a second step, so it stays on."),
  ownSecondStepFirst: () => t("Set up your own second step first (Your account); then ask others for it."),
  noSecondStep: () => t("This colleague has no second step."),
  codeAsked: () => t("Enter the code that your app shows, or one of your recovery codes."),
  codeWrong: () => t("This code is not right, or was used before. Wait for the next one."),
  noNewDepartments: () => t("This installation makes no new departments. Ask whoever runs it."),
  timeZoneUnknown: () => t("This time zone is not known."),
  goalExists: () => t("There is a goal for this topic and colleague already. Change that one."),
  goalColleagueGone: () => t("This colleague is no longer in the department."),
  setNeedsTwo: () => t("At least two words."),
  wordTwice: () => t("Each word once."),
  sayWhy: () => t("Say why, in a few words."),
  ruleTwice: () => t("Each finding is dismissed once."),
  quarterPoints: () => t("In steps of a quarter of a point."),
  atLeastOneQuestion: () => t("Ask for at least one question."),
  sayWhatToDo: () => t("Say in a few words what is to be done."),
  studentErasedAlready: () => t("This student is erased already."),
  studentNameDiffers: () => t("That is not the name of this student: write it as it stands above."),
  studentStillIn: ({ classes }) =>
    t("The student is still in {{classes}}: take them out of the class first.", { classes }),
  nameMissing: () => t("Give it a name."),
  personNameMissing: () => t("Give a name."),
  wordMissing: () => t("Type a word."),
  guestSeesNothing: () => t("End the access of a guest who is to see nothing."),
  grantsForGuestsOnly: () => t("Say what the guest may see; colleagues see everything."),
  currentPasswordMissing: () => t("Enter the password you have now."),
  passwordMissing: () => t("Enter your password."),
  emailMissing: () => t("Enter your e-mail address."),
  cardMissing: () => t("Enter the words of your card."),
  factorNought: () => t("A factor is not nought."),
  oneAnswerEach: () => t("One answer for each."),
  polygonCorners: () => t("A polygon has at least three corners."),
  oneStepOnePlace: () => t("Each stands in one place."),
  rowsUneven: () => t("All rows of a table are equally long."),
  codeDigits: () => t("A code has six digits or more."),
  changeNothing: () => t("Say what to change."),
  narrowFirst: (terms) => t("At most {{most}} at once. Narrow the search first.", terms),
  chooseStandard: () => t("Choose a standard at least."),
  goesWithoutEnd: () => t("Students have as many goes as they like here."),
  extraGoBegun: () => t("That go was begun already: take it out instead."),
  seatingChanged: () => t("Somebody else has changed this plan meanwhile. It is shown as it is now."),
  noteChanged: (terms) =>
    t("{{by}} has changed this note meanwhile. It is shown as it is now; yours is kept below.", terms),
  seatTaken: () => t("Two students have one seat, or one student two."),
  closingDoubled: () => t("Two sentences have the same line."),
  chooseTargets: () => t("Choose who gets it."),
  drawAtLeastOne: () => t("Draw at least one."),
  sentenceMissing: () => t("Write a sentence."),
  oneLetter: () => t("One letter."),
  namesMissing: () => t("Paste at least one name."),
  chooseStudents: () => t("Choose at least one student."),
};
