import { listAnswersOfRelease } from "@verdant/contract/answers";
import { showBeforeTeaching } from "@verdant/contract/beforeTeaching";
import { listDoubts, lookAtDoubts } from "@verdant/contract/doubts";
import { showItemFigures } from "@verdant/contract/figures";
import {
  listResults,
  listResultsOfClasses,
  showClassStandards,
  showOpener,
  showResults,
  showStandardsOfRelease,
} from "@verdant/contract/insight";
import { readReason } from "@verdant/contract/reasons";
import { showSheets } from "@verdant/contract/sheets";
import { showTimed } from "@verdant/contract/timed";
import { api, calls, pages } from "../platform/contractApi.ts";

export const insightApi = api.injectEndpoints({
  endpoints: (build) => ({
    listResults: build.infiniteQuery({
      ...pages<typeof listResults>(listResults),
      providesTags: ["Release", "Results", "Marking"],
    }),
    listResultsOfClasses: build.query({
      ...calls<typeof listResultsOfClasses>(listResultsOfClasses),
      providesTags: ["Release", "Results", "Marking"],
    }),
    showResults: build.query({ ...calls<typeof showResults>(showResults), providesTags: ["Results"] }),
    readReason: build.mutation({ ...calls<typeof readReason>(readReason), invalidatesTags: ["Results"] }),
    showStandardsOfRelease: build.query({
      ...calls<typeof showStandardsOfRelease>(showStandardsOfRelease),
      providesTags: ["Results", "Standard"],
    }),
    showClassStandards: build.query({
      ...calls<typeof showClassStandards>(showClassStandards),
      providesTags: ["Results", "Standard"],
    }),
    showTimed: build.query({ ...calls<typeof showTimed>(showTimed), providesTags: ["Results"] }),
    showSheets: build.query({ ...calls<typeof showSheets>(showSheets), providesTags: ["Results", "Marking"] }),
    listAnswersOfRelease: build.query({
      ...calls<typeof listAnswersOfRelease>(listAnswersOfRelease),
      providesTags: ["Results", "Marking"],
    }),
    showOpener: build.query({ ...calls<typeof showOpener>(showOpener), providesTags: ["Results"] }),
    showBeforeTeaching: build.query({
      ...calls<typeof showBeforeTeaching>(showBeforeTeaching),
      providesTags: ["Results", "Item"],
    }),
    listDoubts: build.query({ ...calls<typeof listDoubts>(listDoubts), providesTags: ["Item", "Results"] }),
    lookAtDoubts: build.mutation({ ...calls<typeof lookAtDoubts>(lookAtDoubts), invalidatesTags: ["Results"] }),
    showItemFigures: build.query({
      ...calls<typeof showItemFigures>(showItemFigures),
      providesTags: ["Item", "Results", "Quiz"],
    }),
  }),
});

export const {
  useListResultsInfiniteQuery,
  useListResultsOfClassesQuery,
  useShowResultsQuery,
  useReadReasonMutation,
  useShowStandardsOfReleaseQuery,
  useShowClassStandardsQuery,
  useShowTimedQuery,
  useShowOpenerQuery,
  useLazyListAnswersOfReleaseQuery,
  useShowSheetsQuery,
  useShowItemFiguresQuery,
  useListDoubtsQuery,
  useLookAtDoubtsMutation,
  useShowBeforeTeachingQuery,
} = insightApi;
