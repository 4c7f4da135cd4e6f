/** How each figure that a page shows is worked out, with where the formula comes from. */
import { t } from "../platform/words.ts";

interface Figure {
  readonly name: string;
  readonly how: string;
  readonly source: string;
}

export const figures: readonly Figure[] = [
  {
    name: t("Recall of a topic"),
    how: t(
      "A forgetting curve for each class and topic: a return with good answers lets it fall more slowly, a poor one faster. Before there are answers it rests on the calendar only, and says so.",
    ),
    source: t("FSRS-6, J. Ye and others (2025)"),
  },
  {
    name: t("Due"),
    how: t(
      "A topic is due when its recall falls under 8 in 10, when it has not come back for six weeks, or not within three weeks of being taught, when a return was planned, or when you said that it always comes back. The reason stands beside each topic.",
    ),
    source: t("Spacing: Cepeda and others (2006)"),
  },
  {
    name: t("What the class should score"),
    how: t(
      "For each question the chance that it is known (recall) and answered without a slip, or guessed; added up over the quiz, give or take one twentieth.",
    ),
    source: t("Guessing and slips: Corbett and Anderson (1995)"),
  },
  {
    name: t("Topics mixed"),
    how: t(
      "How far apart questions on one topic stand, compared with the best order that was found for the same questions: 100% is that best order.",
    ),
    source: t("Interleaving: Rohrer and Taylor (2007)"),
  },
  {
    name: t("Within so much of the best"),
    how: t(
      "Choosing items is solved as a whole-number problem; the solver also proves how much better any other choice could be at most.",
    ),
    source: t("van der Linden (2005)"),
  },
  {
    name: t("Share right, with its uncertainty"),
    how: t("The score interval of a share at 95%: it is honest for few answers, too."),
    source: t("Wilson (1927)"),
  },
  {
    name: t("How far marks tell students apart"),
    how: t(
      "From ten students on. Where at least five questions were the same for all, those: students who do well at one question do well at the others more often than by chance, and from how much so follows which part of the differences between marks is more than chance, with its interval, and how far a mark lies from what the student would usually get. Where questions differ, by abilities on one scale of difficulty.",
    ),
    source: t("alpha: Cronbach (1951), its interval: Feldt (1965); marginal reliability: Green and others (1984)"),
  },
  {
    name: t("Going again"),
    how: t(
      "The students who went more than once: their own last go less their own first, the mean of it, and how far it can be trusted. From five students on. What they made up is the rise as a part of what was missing before. Only the first go counts for items and for recall.",
    ),
    source: t("Student (1908); normalised gain: Hake (1998)"),
  },
  {
    name: t("How long a question took"),
    how: t(
      "The time that the question was before each student, as their device measured it: half of the students lie between the two numbers. Who left the page open hardly moves them. Said from five students on.",
    ),
    source: t("Quartiles: Hyndman and Fan (1996), definition 7"),
  },
  {
    name: t("What helped"),
    how: t(
      "A wrong answer counts once its question, or a look-alike, has come back to the same student: for the last thing that was done in between, or for nothing. The shares are held against one another by the interval of their difference, at as many answers as different students would have given.",
    ),
    source: t("Newcombe (1998); Rao and Scott (1992); Holm (1979)"),
  },
  {
    name: t("Items that treat groups unlike"),
    how: t(
      "Students of a group are held against others of the same tenth by what they do on all items; what differs much is then left out of that and all is worked out again. Odds, their error and three classes; from 60 answers of each group on.",
    ),
    source: t("Mantel and Haenszel (1959); Zieky (1993); Dorans and Kulick (1986)"),
  },
  {
    name: t("Easier or harder than in earlier years"),
    how: t(
      "An item’s difficulty from the answers of this year and from those before, each student taken for as able as their other answers say; from 30 answers of each on, and only where it is more than chance would do once in 100 items. A revised item begins from what was known of it before, give or take the change.",
    ),
    source: t("Bock and Aitkin (1981); Louis (1982)"),
  },
  {
    name: t("Differences between classes or years"),
    how: t("The hybrid score interval of a difference. If nought lies in it, the two may well be equal."),
    source: t("Newcombe (1998)"),
  },
  {
    name: t("A rise or fall that is more than chance"),
    how: t(
      "The share right in the later half of a topic’s returns less that in the earlier half. Several answers of one student count as less than as many students’. Of all topics on the page together, the chance of one false alarm is at most one in twenty.",
    ),
    source: t("Newcombe (1998); Rao and Scott (1992); Holm (1979)"),
  },
  {
    name: t("Slipping beside the class"),
    how: t(
      "What a student scored less what the class scored on the same questions, on average: in the last three quizzes against those before. Being stronger or weaker than the class cancels out. Said only when, over all students together, a false alarm has a chance of at most one in twenty.",
    ),
    source: t("residuals after Wright and Stone (1979); Holm (1979)"),
  },
  {
    name: t("Of 100 average students"),
    how: t(
      "The difficulty of an item on one scale: classes that are stronger or weaker are told apart by the questions they share. The writer’s estimate counts until there are answers. Average is the mean of the first year that was worked out. Settled once the standard error is .30 or less; worked out anew each day.",
    ),
    source: t("Rasch (1960); Bock and Aitkin (1981); Louis (1982)"),
  },
  {
    name: t("Fit of an item"),
    how: t(
      "The correlation of the item with the score in the rest of the quiz. Under .2 it fits weakly, under .4 well, above very well; while the interval holds nought it is too early to say.",
    ),
    source: t("Steps: Ebel (1965); interval: Fisher (1915)"),
  },
  {
    name: t("Items to look at"),
    how: t(
      "Each student’s first answer, beside how well the student does on all other items. A key is doubted when the strongest third prefers another answer by more than chance, or when all answers, beside those to its look-alikes, leave the key less than one chance in ten. A wrong option is named when the interval of its agreement with doing well lies above nought; an item, when that of its own lies under .2 and under half of what is usual in the department; neither where doing well in one quiz says little of the next. Of sound items fewer than one in twenty is flagged in simulated classes.",
    ),
    source: t("Exact binomial; beta-binomial; Fisher (1915); Newcombe (1998)"),
  },
  {
    name: t("Secure in a standard"),
    how: t(
      "From the latest answer to each item, with what is usual before there are answers: secure when the probability of being above the line is at least four-fifths, with four answers or more.",
    ),
    source: t("Beta distribution; Gelman and others (2013)"),
  },
  {
    name: t("Getting known"),
    how: t(
      "Whether an item gets easier each time twice as many students have seen it, beyond what those students did elsewhere; said only when the whole interval lies above nought.",
    ),
    source: t("Least squares, with the interval of the residuals"),
  },
  {
    name: t("How far two markers agree"),
    how: t(
      "Weighted kappa of all answers that two people marked without seeing each other’s marks: 1 is full agreement, 0 what chance would bring; a difference counts by its square. From ten answers on, with its interval: nearly alike when all of it is at .6 or above.",
    ),
    source: t("Cohen (1968); Fleiss, Cohen and Everitt (1969)"),
  },
];
