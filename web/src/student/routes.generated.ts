/** Made by `npx tsx scripts/student-routes.ts` from the contract. */
export const routes = {
  showSession: { method: "get", path: "/session", access: "public" },
  signOut: { method: "delete", path: "/session", access: "public" },
  enter: { method: "post", path: "/entry", access: "public" },
  whatNow: { method: "get", path: "/student/now", access: "student" },
  listDone: { method: "get", path: "/student/sittings", access: "student" },
  beginSitting: { method: "post", path: "/student/releases/:releaseId/sittings", access: "student" },
  showSitting: { method: "get", path: "/sittings/:sittingId", access: "sitting" },
  saveAnswers: { method: "post", path: "/sittings/:sittingId/answers", access: "sitting" },
  handIn: { method: "post", path: "/sittings/:sittingId/hand-in", access: "sitting" },
  settleSitting: { method: "post", path: "/student/sittings/:sittingId/settle", access: "student" },
  showResult: { method: "get", path: "/student/sittings/:sittingId", access: "student" },
  sayOpeningWord: { method: "post", path: "/student/releases/:releaseId/opening-word", access: "student" },
  reflect: { method: "post", path: "/student/releases/:releaseId/reflection", access: "student" },
  showNews: { method: "get", path: "/sittings/:sittingId/news", access: "sitting" },
  giveReason: { method: "put", path: "/student/sittings/:sittingId/reasons/:position", access: "student" },
  listMyPaths: { method: "get", path: "/student/paths", access: "student" },
} as const;
