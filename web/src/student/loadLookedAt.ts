/** Only quizzes whose answers are looked at one by one need it. */
export const loadLookedAt = async () => ({ default: (await import("./LookedAtQuestion.tsx")).LookedAtQuestion });
