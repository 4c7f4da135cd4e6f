/** Made by `npx tsx scripts/student-routes.ts` from the contract. */
export const routes = {
  showSession: { method: "get", path: "/session" },
  signOut: { method: "delete", path: "/session" },
  enter: { method: "post", path: "/entry" },
  whatNow: { method: "get", path: "/student/now" },
  beginSitting: { method: "post", path: "/student/releases/:releaseId/sittings" },
  showSitting: { method: "get", path: "/sittings/:sittingId" },
  saveAnswers: { method: "post", path: "/sittings/:sittingId/answers" },
  handIn: { method: "post", path: "/sittings/:sittingId/hand-in" },
  settleSitting: { method: "post", path: "/student/sittings/:sittingId/settle" },
  showResult: { method: "get", path: "/student/sittings/:sittingId" },
  giveReason: { method: "put", path: "/student/sittings/:sittingId/reasons/:position" },
} as const;
