/** What is wrong, in words: a sentence for each code of the contract, made with its terms. */
import type { GeneralProblem, ProblemCode, ProblemKind, Terms, Thing } from "@verdant/contract/problemCodes";
import { t, timeOf } from "./words.ts";

export type ProblemWords<C extends ProblemCode> = { readonly [One in C]: (terms: Terms<One>) => string };

export const thingWords: Readonly<Record<Thing, string>> = {
  answer: t("answer"),
  change: t("change"),
  class: t("class"),
  comment: t("comment"),
  course: t("course"),
  department: t("department"),
  goal: t("goal"),
  group: t("group"),
  invitation: t("invitation"),
  item: t("item"),
  many: t("pattern or list"),
  media: t("picture or recording"),
  member: t("colleague"),
  merge: t("merging of topics"),
  message: t("word to all"),
  misconception: t("wrong idea"),
  optionSet: t("set of words"),
  path: t("path"),
  quiz: t("quiz"),
  step: t("step"),
  release: t("release"),
  request: t("request"),
  requirements: t("set of requirements"),
  return: t("planned return"),
  ruling: t("ruling"),
  schoolYear: t("school year"),
  sitting: t("quiz"),
  standard: t("standard"),
  stimulus: t("text, map or chart"),
  student: t("student"),
  topic: t("topic"),
  transfer: t("import or export"),
  unit: t("unit"),
  view: t("view"),
};

/** Who may do what this account may not. */
export type Who = "lead" | "member" | "student" | "guest" | "other";
const whoMay: Readonly<Record<Who, string>> = {
  lead: t("Only a lead can do this. Team shows who leads your department."),
  member: t("Only a teacher of the department can do this."),
  student: t("Only a student can do this, signed in with a card."),
  guest: t("Only somebody who is invited to this can do it."),
  other: t("This account cannot do this. Ask a lead of your department."),
};

const isWho = (who: string | number): who is Who => Object.hasOwn(whoMay, who);

export const generalWords: ProblemWords<GeneralProblem> = {
  nothingHere: () => t("There is nothing at this address."),
  tooManyAtOnce: () => t("Too many ask at once. Nothing was lost; try again in a moment."),
  requestTooDeep: () => t("This request holds too much at once."),
  noSuch: ({ what }) =>
    t("This {{what}} is not there, or no longer. Load the page again.", { what: thingWords[what as Thing] }),
  notValid: () => t("Something here is not as it should be."),
  signInFirst: () => t("Sign in and try again; nothing was lost."),
  secondStepFirst: () => t("Your department asks for a second step at sign-in. Set it up first: Your account."),
  notAllowed: ({ who }) => whoMay[isWho(who) ? who : "other"],
  defect: () => t("Your input was not changed. The error was recorded; try again."),
  serverBusy: () => t("The server is busy or starting again. Nothing was lost; try again in a moment."),
  outOfRange: () => t("A number or text in the request is out of range."),
  requestTooLarge: () => t("This is larger than one request may be; send it in parts."),
  unreadable: () => t("The request could not be read."),
  foreignOrigin: () => t("This request did not come from the application's own pages."),
  keyTooLong: (terms) => t("The Idempotency-Key header is longer than {{most}} characters.", terms),
  doneAlready: () => t("This was done already. Load the page again to see it."),
  underWay: () => t("This is under way already, or could not be done. Try again in a moment."),
  tooMuchAtOnce: () => t("Too much is being worked out at once. Try again in a moment."),
  tooManyFromHere: (terms) => t("Too many from here. Wait {{minutes}} minutes and try again.", terms),
  tooManyWrongTries: (terms) => t("Too many wrong tries. Wait {{minutes}} minutes and try again.", terms),
  cardUnknown: () => t("No card has these words. Check the spelling, or ask your teacher for a new card."),
  demoDepartmentOnly: () => t("One click opens the demo's own department only."),
  demoOnly: () => t("This is there only in the demo."),
  reasonNotAsked: () => t("This question is not asked about. Nothing was saved."),
  goVoided: (terms) =>
    t("Your teacher took this go out: “{{reason}}”. It does not count, and you have it back.", terms),
  notHandedIn: () => t("This quiz is not handed in yet. Hand it in, then look at your result."),
  goIsOver: () => t("This go is over: how it went shows with your results."),
  notLookedAt: () => t("This question is not looked at before you hand in."),
  answerFirst: () => t("Answer the question first."),
  begunElsewhere: () => t("This quiz is being begun on another device. Try again in a moment."),
  notOpenYet: () => t("This quiz has not opened yet."),
  quizClosed: () => t("This quiz is closed."),
  noMoreGoes: ({ count }) =>
    Number(count) === 1 ? t("You have already done this quiz.") : t("You have had all {{goes}} goes.", { goes: count }),
  waitBeforeGo: ({ until }) => t("You can have another go at {{until}}.", { until: timeOf(String(until)) }),
  gateShut: (terms) => t("This opens when you have reached {{percent}} % in “{{name}}”.", terms),
  stepsMissing: (terms) => t("This opens when you have done what comes before it: {{steps}}.", terms),
  lineReached: (terms) => t("You have reached {{percent}} %: no other go is needed.", terms),
  reflectionMissing: () => t("Answer the questions about your last go first."),
  reflectionNotAsked: () => t("No questions are asked before this go. Nothing was saved."),
  reflectionUnfinished: () => t("Answer every question. Nothing was saved yet."),
  goAheadMissing: () => t("Your teacher has to give the go-ahead first."),
  openingWordWrong: () => t("That is not the word, or it was too late. Ask your teacher."),
  fieldMissing: () => t("This is missing."),
  fieldWrongKind: () => t("This is not of the kind that is expected here."),
  fieldNotAChoice: () => t("This is none of the choices."),
  textEmpty: () => t("Write something here."),
  textTooShort: (terms) => t("At least {{least}} characters.", terms),
  textTooLong: (terms) => t("At most {{most}} characters.", terms),
  numberTooSmall: (terms) => t("At least {{least}}.", terms),
  numberTooLarge: (terms) => t("At most {{most}}.", terms),
  listTooShort: (terms) => t("At least {{least}} here.", terms),
  listTooLong: (terms) => t("At most {{most}} here.", terms),
  wrongSteps: (terms) => t("In steps of {{step}}.", terms),
  wrongFormat: () => t("This is not written as it should be."),
  emailWrong: () => t("Enter an e-mail address."),
  fieldsUnknown: (terms) => t("Nothing is called {{names}} here.", terms),
  fieldNotValid: () => t("This is not as it should be."),
  dateTooFar: () => t("This date is too far away."),
  idsDoubled: () => t("One of these is there twice."),
};

/** Where a newer server names what this page has no words for. */
export const kindWords: Readonly<Record<ProblemKind, string>> = {
  invalid: t("Something here is not as it should be."),
  signedOut: t("Sign in and try again; nothing was lost."),
  codeNeeded: t("Enter the code that your app shows, or one of your recovery codes."),
  forbidden: t("This account cannot do this. Ask a lead of your department."),
  missing: t("This is not here. It may have been removed."),
  stale: t("Somebody else changed this first. Load the page again."),
  conflict: t("This clashes with something that exists. Load the page again."),
  tooLarge: t("This is too large."),
  tooMany: t("Too many tries. Wait a while and try again."),
  unavailable: t("Nothing was lost; try again in a moment."),
  internal: t("Your input was not changed. The error was recorded; try again."),
};

/** What stands above the sentence. */
export const kindTitles: Readonly<Record<ProblemKind, string>> = {
  invalid: t("Something is not as it should be"),
  signedOut: t("Sign in first"),
  codeNeeded: t("A code is needed"),
  forbidden: t("You cannot do this"),
  missing: t("This is not here"),
  stale: t("Somebody else changed this first"),
  conflict: t("This clashes with something that exists"),
  tooLarge: t("This is too large"),
  tooMany: t("Too many tries"),
  unavailable: t("Back in a moment"),
  internal: t("Something went wrong on the server"),
};
