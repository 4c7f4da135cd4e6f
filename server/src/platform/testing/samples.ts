/** Input for every endpoint that would be good, were the caller the right one; ids are Larkmoor's. */
import type { EndpointName } from "@verdant/contract/endpoints";
import { presets } from "@verdant/core/delivery/rules";
import { kinds } from "@verdant/core/items/kinds";
import { richTextOf } from "@verdant/core/richText";
import { showItem } from "../../bank/service.ts";
import { listCourses } from "../../courses/service.ts";
import * as delivery from "../../delivery/service.ts";
import { makePath, showPath } from "../../paths/service.ts";
import { newId } from "../id.ts";
import { fixedPlaces } from "./choices.ts";
import { choice, release } from "./sittings.ts";
import type { Workbench } from "./workbench.ts";

/** What a member of another department is answered, where it is not "missing" or an empty list. */
export const statusElsewhere: Readonly<Record<string, number>> = {
  // The password that it has now is another one.
  changePassword: 422,
  beginSecondFactor: 422,
  confirmSecondFactor: 422,
  renewRecoveryCodes: 422,
  endSecondFactor: 422,
  // Who asks for a second factor has one.
  askSecondFactor: 409,
  showDraft: 200,
  dropDraft: 200,
  saveItem: 409,
  createQuiz: 404,
  createClass: 404,
  setCourse: 422,
  addItems: 422,
  saveMany: 422,
  saveStimulus: 409,
  submitForReview: 404,
  keepPresence: 200,
  keepOptionSet: 200,
  removeOptionSet: 200,
  setGoal: 422,
  copySharedItems: 404,
  saveSharedItem: 422,
  setSecureLine: 404,
  // No system is allowed, and none is connected.
  connectSchoolSystem: 422,
  fetchClassLists: 409,
};

export async function samples(bench: Workbench) {
  const { quiz, releaseId } = await release(bench);
  const begun = await delivery.beginSitting(bench.students[1]!.scope, { params: { releaseId } });
  const item = fixedPlaces(quiz)[0]!.itemId;
  const content = kinds.oneRightAnswer.blank(newId);
  const tagging = {
    label: null,
    topicId: null,
    standardIds: [],
    demand: "recall",
    use: "practice",
    expectedSeconds: 45,
    writerDifficulty: 3,
  };
  const topic = await bench.db.selectFrom("unitTopic").select("topicId as id").executeTakeFirstOrThrow();
  const other = await bench.db.selectFrom("topic").select("id").where("id", "<>", topic.id).executeTakeFirstOrThrow();
  const standard = await bench.db.selectFrom("standard").select("id").executeTakeFirstOrThrow();
  const otherStandard = await bench.db
    .selectFrom("standard")
    .select("id")
    .where("id", "<>", standard.id)
    .executeTakeFirstOrThrow();
  const { courses } = await listCourses(bench.lead);
  const course = courses[0]!;
  const on = "2031-02-11";
  await bench.db
    .insertInto("plannedReturn")
    .values({ departmentId: bench.departmentId, classId: bench.classId, topicId: topic.id, on })
    .onConflict((conflict) => conflict.doNothing())
    .execute();
  const { revision } = await showItem(bench.lead, { params: { itemId: item } });
  const ruling = { revisionId: revision.id, releaseId: null, ruling: "award" as const, answer: null };
  const { rulingId } = await delivery.giveKeyRuling(bench.lead, {
    params: { itemId: item },
    body: { ...ruling, mendsItem: false },
  });
  const requirements = {
    ...{
      schemaVersion: 1 as const,
      count: 3,
      units: [],
      topics: [],
      topicIds: [],
      standards: [],
      kinds: [],
      demands: [],
    },
    ...{ minutesAtMost: null, use: "practice" as const, unseenWeeks: null, perTopicAtMost: null },
  };
  const draftStep = {
    ...{ id: null, kind: "task" as const, name: "Talk", releaseId: null, percent: null },
    ...{ by: "best" as const, dueOn: null },
  };
  const { id: pathId } = await makePath(bench.lead, {
    params: { classId: bench.classId },
    body: { name: "Rivers", steps: [draftStep] },
  });
  const path = await showPath(bench.lead, { params: { pathId } });
  const ids: Record<string, string> = {
    pathId,
    stepId: path.steps[0]!.id,
    setId: newId(),
    rulingId,
    position: "1",
    manyId: newId(),
    stimulusId: newId(),
    hash: "0".repeat(64),
    requestId: newId(),
    commentId: newId(),
    goalId: newId(),
    viewId: newId(),
    invitationId: newId(),
    personId: bench.teacher.caller.personId,
    batchId: newId(),
    optionSetId: newId(),
    topicId: topic.id,
    standardId: standard.id,
    otherId: otherStandard.id,
    courseId: course.id,
    groupId: newId(),
    on,
    itemId: item,
    classId: bench.classId,
    studentId: bench.students[2]!.studentId,
    quizId: quiz.id,
    releaseId,
    errandId: newId(),
    sittingId: begun.sitting.id,
  };
  const bodies: Partial<Record<EndpointName, unknown>> = {
    signIn: { email: "a@b.example", password: "x" },
    enter: { card: "a b c" },
    signInDemo: { personId: newId() },
    moveDemoClock: { days: 1 },
    setClassTeachers: { personIds: [bench.lead.caller.personId] },
    saveItem: { version: 1, tagging, content },
    keepDraft: { baseVersion: 1, body: { tagging, content } },
    composeQuiz: { count: 3 },
    recomposeQuiz: { version: 1, count: 3, blueprint: null },
    countServing: { blueprint: requirements },
    keepRequirementSet: { name: "Before a test", blueprint: requirements },
    createQuiz: { classId: bench.classId, itemIds: [item] },
    setLayout: {
      version: 1,
      parts: [{ heading: null, instruction: null, orderRule: "woven", places: [{ type: "fixed", itemId: item }] }],
    },
    arrangeQuiz: { version: 1, parts: [quiz.places.map((place) => place.id)] },
    changeMix: { version: 1, unitId: fixedPlaces(quiz)[0]!.strand.unitId, change: 1 },
    undoQuizStep: { version: 1 },
    redoQuizStep: { version: 1 },
    weaveQuiz: { version: 1, order: "woven" },
    markWrittenAnswer: { levels: {}, comment: "", version: 0 },
    keepMarkingComment: { text: "Say why, not only what." },
    markSecond: { levels: {} },
    settleMarks: { levels: {}, version: 1 },
    previewKeyRuling: ruling,
    giveKeyRuling: ruling,
    changeFamily: { version: 1, joins: null },
    setItemStatus: { version: 1, status: "retired" },
    signUp: {
      department: "New",
      name: "N",
      email: "n@new.example",
      password: "long enough",
      timeZone: "Europe/London",
    },
    addItems: { items: [{ topicId: topic.id, content }] },
    takeOutItems: { itemIds: [item] },
    findLikeItems: { contents: [content], besides: [] },
    addTopic: { parentId: null, name: "New topic" },
    changeTopic: { name: "Renamed" },
    mergeTopics: { intoId: other.id },
    splitTopic: { name: "A part", standardIds: [standard.id] },
    linkStandards: { kind: "equals" },
    setSecureLine: { courseId: course.id, line: 0.8 },
    changeStandard: { statement: "Another statement" },
    importStandards: { kind: "list", title: "New framework", text: "N1 One" },
    setCourse: { name: course.name, units: course.units },
    bringScheme: { classId: null, units: [{ name: "Deserts", lessons: [{ name: "Dunes", week: 3 }] }] },
    createClass: { name: "New class", courseId: course.id },
    setCalendar: {
      meetingDays: [2],
      examOn: null,
      schoolYear: { startsOn: "2030-09-02", endsOn: "2031-07-18", closed: [] },
      units: [],
    },
    setTaught: { importance: 2 },
    enrolStudents: { names: "New Student" },
    changeEnrolment: { extraTimePercent: 25 },
    moveStudent: { toClassId: bench.classId },
    setSeating: { seats: [{ studentId: bench.students[2]!.studentId, row: 1, column: 1 }], before: [] },
    setCharacteristic: {
      version: 0,
      name: "First language",
      values: [
        { id: newId(), name: "English" },
        { id: newId(), name: "Another" },
      ],
    },
    setClassCharacteristics: {
      set: [{ studentId: bench.students[2]!.studentId, characteristicId: newId(), valueId: null }],
    },
    chooseFindings: { choice: "leave", which: { places: [0] } },
    addRemedy: { kind: "starter", itemId: item },
    setStudentNote: { text: "Sits in front from now on.", version: 0 },
    setGroup: { name: "Corals", studentIds: [bench.students[2]!.studentId] },
    planReturn: { topicId: topic.id, from: null },
    addMisconception: { name: "A wrong idea" },
    saveMany: {
      version: 0,
      name: "Words",
      topicId: topic.id,
      body: { kind: "list", schemaVersion: 1, pairs: "a = b\nc = d", forward: "{left}?", backward: "", isTyped: true },
    },
    setReviewRules: { mode: "off", mayApproveOwn: true },
    submitForReview: { itemIds: [item] },
    decideReview: { revisionId: revision.id, decision: "approve", words: "" },
    addComment: { revisionId: revision.id, field: null, body: "Good.", suggestion: null },
    settleComment: { as: "settled" },
    keepOptionSet: { name: "up or down", words: ["Up", "Down"] },
    findKnownWords: { words: ["tombolo"] },
    addWords: { words: ["tombolo"] },
    keepPresence: { topicId: null },
    setGoal: { topicId: topic.id, personId: null, wanted: 5, until: null },
    describeMedia: { name: "A", description: "B", credit: "C" },
    saveStimulus: {
      version: 1,
      content: { schemaVersion: 1, title: "A map", text: richTextOf("The bay.") },
    },
    keepColumnMapping: { signature: "question|key", roles: ["question", "key"] },
    keepView: { name: "Hard ones", address: "text=right<40", isShared: true },
    changeItems: { which: { itemIds: [item] }, change: { demand: "reason" } },
    changeRole: { role: "lead" },
    endMembership: { handOverTo: bench.lead.caller.personId },
    invite: { role: "teacher" },
    showInvitation: { secret: "x".repeat(30) },
    acceptInvitation: { secret: "x".repeat(30), email: "n@new.example", password: "long enough" },
    setPassword: { secret: "x".repeat(30), password: "long enough" },
    changePassword: { current: "not this one", password: "four plain unlikely words" },
    beginSecondFactor: { password: "not this one" },
    confirmSecondFactor: { code: "000000" },
    renewRecoveryCodes: { password: "not this one" },
    endSecondFactor: { password: "not this one" },
    askSecondFactor: { isAsked: true },
    changeDepartment: { departmentId: bench.departmentId },
    giveReason: { text: "I guessed" },
    tellReason: { id: null },
    readReason: { as: null },
    setTwin: { twinId: null },
    askForTwin: { isWanted: true },
    eraseStudent: { name: "Nobody" },
    lookAtDoubts: { isLookedAt: true },
    replaceStandard: { by: otherStandard.id },
    changeGrants: { grants: [{ topicId: topic.id, seesReserved: false, mayEdit: false }] },
    saveSharedItem: { version: 0, topicId: topic.id, demand: "recall", content },
    copySharedItems: { departmentId: newId(), itemIds: [item] },
    changeTray: { add: [item], remove: [] },
    startExport: { format: "department" },
    renameQuiz: { version: 1, name: "New" },
    releaseQuiz: {
      version: 1,
      rules: presets.weeklyReview,
      targets: [{ classId: bench.classId, groupId: null, studentId: null, opensAt: null, shutsAt: null }],
    },
    setMarkWeight: { weight: 2 },
    connectSchoolSystem: { service: "https://school.example", clientId: "us", clientSecret: "x" },
    compareClassLists: { chosen: [], same: [] },
    takeClassLists: { seen: "x", chosen: [], same: [], leaving: [] },
    makeQuizOfKept: { classId: bench.classId },
    excuse: { studentIds: [bench.students[2]!.studentId], reason: "On a visit." },
    excuseNoLonger: { studentIds: [bench.students[2]!.studentId] },
    makePath: { name: "Rivers", steps: [draftStep] },
    savePath: { version: 1, name: "Rivers", steps: [draftStep] },
    archivePath: { isArchived: true },
    copyPath: { classId: bench.classId },
    tickStep: { studentIds: [bench.students[2]!.studentId], note: null },
    untickStep: { studentIds: [bench.students[2]!.studentId] },
    giveGoAheads: { studentIds: [bench.students[2]!.studentId] },
    takeBackGoAheads: { studentIds: [bench.students[2]!.studentId] },
    sayOpeningWord: { word: "amber lantern" },
    changeTimes: {
      targets: [{ classId: bench.classId, groupId: null, studentId: null, opensAt: null, shutsAt: null }],
    },
    giveMinutes: { studentIds: [bench.students[1]!.studentId], minutes: 5 },
    askForHelp: { asks: true },
    giveExtraGo: { studentIds: [bench.students[2]!.studentId] },
    takeBackExtraGo: { studentIds: [bench.students[2]!.studentId] },
    lookAtAnswer: { epoch: 1, second: null },
    voidGo: { reason: "The fire alarm rang." },
    sayToStudents: { text: "Question 3 has a slip." },
    reflect: { answers: { why: "I mixed them up." } },
    setReflectionForm: { questions: [{ id: "why", text: "Why?", choices: null }] },
    saveAnswers: { epoch: 1, events: [choice(1, 1, "none"), choice(2, 2, "none")], shown: [3] },
  };
  const queries: Partial<Record<EndpointName, string>> = { findAnything: "?text=river" };
  return { ids, bodies, queries, begun };
}
