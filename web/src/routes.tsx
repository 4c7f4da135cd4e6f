/** The addresses of the staff pages. Pages load when they are first opened. */
import { createBrowserRouter } from "react-router";
import { Shell } from "./shell/Shell.tsx";
import { NotHere } from "./shell/NotHere.tsx";
import { TodayPage } from "./today/TodayPage.tsx";

export const router = createBrowserRouter([
  { path: "/join", lazy: async () => ({ Component: (await import("./team/JoinPage.tsx")).JoinPage }) },
  { path: "/password", lazy: async () => ({ Component: (await import("./team/PasswordPage.tsx")).PasswordPage }) },
  {
    element: <Shell />,
    errorElement: <NotHere />,
    children: [
      { path: "/", element: <TodayPage /> },
      { path: "/account", lazy: async () => ({ Component: (await import("./team/AccountPage.tsx")).AccountPage }) },
      { path: "/help", lazy: async () => ({ Component: (await import("./help/HelpPage.tsx")).HelpPage }) },
      { path: "/start", lazy: async () => ({ Component: (await import("./today/StartPage.tsx")).StartPage }) },
      { path: "/bank", lazy: async () => ({ Component: (await import("./bank/list/BankPage.tsx")).BankPage }) },
      {
        path: "/bank/paste",
        lazy: async () => ({ Component: (await import("./bank/arrival/PastePage.tsx")).PastePage }),
      },
      {
        path: "/bank/:itemId",
        lazy: async () => ({ Component: (await import("./bank/editor/ItemPage.tsx")).ItemPage }),
      },
      {
        path: "/bank/:itemId/key",
        lazy: async () => ({ Component: (await import("./delivery/KeyPage.tsx")).KeyPage }),
      },
      {
        path: "/bank/:itemId/history",
        lazy: async () => ({ Component: (await import("./bank/reading/HistoryPage.tsx")).HistoryPage }),
      },
      { path: "/many", lazy: async () => ({ Component: (await import("./many/ManyListPage.tsx")).ManyListPage }) },
      { path: "/many/:manyId", lazy: async () => ({ Component: (await import("./many/ManyPage.tsx")).ManyPage }) },
      { path: "/writing", lazy: async () => ({ Component: (await import("./writing/WritingPage.tsx")).WritingPage }) },
      {
        path: "/coverage",
        lazy: async () => ({ Component: (await import("./coverage/CoveragePage.tsx")).CoveragePage }),
      },
      { path: "/privacy", lazy: async () => ({ Component: (await import("./privacy/PrivacyPage.tsx")).PrivacyPage }) },
      {
        path: "/privacy/:studentId",
        lazy: async () => ({ Component: (await import("./privacy/KeptStudentPage.tsx")).KeptStudentPage }),
      },
      { path: "/doubts", lazy: async () => ({ Component: (await import("./insight/DoubtsPage.tsx")).DoubtsPage }) },
      { path: "/review", lazy: async () => ({ Component: (await import("./review/ReviewPage.tsx")).ReviewPage }) },
      {
        path: "/exchange",
        lazy: async () => ({ Component: (await import("./exchange/ExchangePage.tsx")).ExchangePage }),
      },
      {
        path: "/exchange/:transferId",
        lazy: async () => ({ Component: (await import("./exchange/FindingsPage.tsx")).FindingsPage }),
      },
      { path: "/media", lazy: async () => ({ Component: (await import("./media/MediaPage.tsx")).MediaPage }) },
      {
        path: "/stimuli",
        lazy: async () => ({ Component: (await import("./stimuli/StimuliPage.tsx")).StimuliPage }),
      },
      {
        path: "/stimuli/:stimulusId",
        lazy: async () => ({ Component: (await import("./stimuli/StimulusPage.tsx")).StimulusPage }),
      },
      {
        path: "/stimuli/:stimulusId/history",
        lazy: async () => ({ Component: (await import("./stimuli/StimulusHistoryPage.tsx")).StimulusHistoryPage }),
      },
      { path: "/plans", lazy: async () => ({ Component: (await import("./plan/PlansPage.tsx")).PlansPage }) },
      { path: "/plans/:classId", lazy: async () => ({ Component: (await import("./plan/PlanPage.tsx")).PlanPage }) },
      { path: "/quizzes", lazy: async () => ({ Component: (await import("./assembly/QuizzesPage.tsx")).QuizzesPage }) },
      {
        path: "/quizzes/:quizId",
        lazy: async () => ({ Component: (await import("./assembly/ComposerPage.tsx")).ComposerPage }),
      },
      {
        path: "/quizzes/:quizId/preview",
        lazy: async () => ({ Component: (await import("./assembly/PreviewPage.tsx")).PreviewPage }),
      },
      {
        path: "/quizzes/:quizId/release",
        lazy: async () => ({ Component: (await import("./delivery/ReleasePage.tsx")).ReleasePage }),
      },
      {
        path: "/results",
        lazy: async () => ({ Component: (await import("./insight/ReleasesPage.tsx")).ReleasesPage }),
      },
      {
        path: "/before/:topicId",
        lazy: async () => ({ Component: (await import("./insight/BeforeTeachingPage.tsx")).BeforeTeachingPage }),
      },
      {
        path: "/results/:releaseId/open/:itemId",
        lazy: async () => ({ Component: (await import("./insight/OpenerPage.tsx")).OpenerPage }),
      },
      {
        path: "/results/:releaseId/live",
        lazy: async () => ({ Component: (await import("./delivery/LivePage.tsx")).LivePage }),
      },
      {
        path: "/results/:releaseId/sheets",
        lazy: async () => ({ Component: (await import("./insight/SheetsPage.tsx")).SheetsPage }),
      },
      {
        path: "/results/:releaseId/rules",
        lazy: async () => ({ Component: (await import("./delivery/NoticePage.tsx")).NoticePage }),
      },
      {
        path: "/results/:releaseId/running",
        lazy: async () => ({ Component: (await import("./delivery/RunningPage.tsx")).RunningPage }),
      },
      {
        path: "/results/:releaseId/marking",
        lazy: async () => ({ Component: (await import("./marking/MarkingPage.tsx")).MarkingPage }),
      },
      {
        path: "/results/:releaseId/marking/second",
        lazy: async () => ({ Component: (await import("./marking/SecondMarkingPage.tsx")).SecondMarkingPage }),
      },
      {
        path: "/results/:releaseId",
        lazy: async () => ({ Component: (await import("./insight/ResultsPage.tsx")).ResultsPage }),
      },
      {
        path: "/class-lists",
        lazy: async () => ({ Component: (await import("./classLists/ClassListsPage.tsx")).ClassListsPage }),
      },
      {
        path: "/class-lists/:errandId",
        lazy: async () => ({ Component: (await import("./classLists/ComparePage.tsx")).ComparePage }),
      },
      { path: "/team", lazy: async () => ({ Component: (await import("./team/TeamPage.tsx")).TeamPage }) },
      {
        path: "/topics",
        lazy: async () => ({ Component: (await import("./standards/TopicsPage.tsx")).TopicsPage }),
      },
      {
        path: "/courses/:courseId",
        lazy: async () => ({ Component: (await import("./courses/CoursePage.tsx")).CoursePage }),
      },
      {
        path: "/classes/:classId",
        lazy: async () => ({ Component: (await import("./courses/ClassPage.tsx")).ClassPage }),
      },
      {
        path: "/classes/:classId/marks",
        lazy: async () => ({ Component: (await import("./marks/MarksPage.tsx")).MarksPage }),
      },
      {
        path: "/classes/:classId/over-time",
        lazy: async () => ({ Component: (await import("./overTime/ClassOverTimePage.tsx")).ClassOverTimePage }),
      },
      {
        path: "/classes/:classId/students/:studentId/report",
        lazy: async () => ({ Component: (await import("./overTime/FamilyReportPage.tsx")).FamilyReportPage }),
      },
      {
        path: "/classes/:classId/report",
        lazy: async () => ({ Component: (await import("./overTime/ClassReportPage.tsx")).ClassReportPage }),
      },
      {
        path: "/classes/:classId/comparison",
        lazy: async () => ({ Component: (await import("./overTime/ComparisonPage.tsx")).ComparisonPage }),
      },
      {
        path: "/classes/:classId/students/:studentId",
        lazy: async () => ({ Component: (await import("./overTime/StudentOverTimePage.tsx")).StudentOverTimePage }),
      },
      {
        path: "/classes/:classId/paths/new",
        lazy: async () => ({ Component: (await import("./paths/PathEditPage.tsx")).NewPathPage }),
      },
      { path: "/paths/:pathId", lazy: async () => ({ Component: (await import("./paths/PathPage.tsx")).PathPage }) },
      {
        path: "/paths/:pathId/edit",
        lazy: async () => ({ Component: (await import("./paths/PathEditPage.tsx")).PathEditPage }),
      },
      {
        path: "/classes/:classId/remedies",
        lazy: async () => ({ Component: (await import("./remedies/ClassRemediesPage.tsx")).ClassRemediesPage }),
      },
      {
        path: "/what-helped",
        lazy: async () => ({ Component: (await import("./remedies/WhatHelpedPage.tsx")).WhatHelpedPage }),
      },
      {
        path: "/characteristics",
        lazy: async () => ({
          Component: (await import("./characteristics/CharacteristicsPage.tsx")).CharacteristicsPage,
        }),
      },
      {
        path: "/classes/:classId/characteristics",
        lazy: async () => ({
          Component: (await import("./characteristics/ClassCharacteristicsPage.tsx")).ClassCharacteristicsPage,
        }),
      },
      {
        path: "/classes/:classId/seating",
        lazy: async () => ({ Component: (await import("./courses/SeatingPage.tsx")).SeatingPage }),
      },
      {
        path: "/classes/:classId/cards",
        lazy: async () => ({ Component: (await import("./courses/CardsPage.tsx")).CardsPage }),
      },
      { path: "*", element: <NotHere /> },
    ],
  },
]);
