import type { Quiz } from "@verdant/contract/assembly";

const round = (n: number) => new Intl.NumberFormat("en-GB").format(Math.round(n));

/** What the draws mean for two who sit side by side, and for the class. */
export function drawsInWords(draws: NonNullable<Quiz["draws"]>, students: number): string {
  const { powerOfTen, chanceOfSame, shared, drawn, goes } = draws;
  const ways =
    powerOfTen < 6 ? round(10 ** powerOfTen) : powerOfTen < 9 ? "millions of" : "more than a thousand million";
  const neighbours =
    powerOfTen < 0.01
      ? "Two neighbours always draw the same questions"
      : powerOfTen < 4
        ? `Of two neighbours 1 in ${round(10 ** powerOfTen)} draw the same questions`
        : "Two neighbours hardly ever draw the same questions";
  const sharedWords = shared < 0.05 ? "none" : (Math.round(shared * 10) / 10).toString();
  const chance =
    chanceOfSame < 0.001
      ? "under 0.1%"
      : chanceOfSame > 0.99
        ? "over 99%"
        : `about ${(chanceOfSame * 100).toFixed(chanceOfSame < 0.1 ? 1 : 0)}%`;
  return `${neighbours}; on average they share ${sharedWords} of ${drawn}, look-alikes counted. There are ${ways} different quizzes; the chance that any two of ${students} students have the same is ${chance}. ${goesInWords(goes)}`;
}

const goesInWords = (goes: number) =>
  goes < 2
    ? "In a second go some questions come again."
    : `A student can take ${goes} goes before a drawn question comes again.`;
