import { showBeforeTeaching } from "@verdant/contract/beforeTeaching";
import { showItemFigures } from "@verdant/contract/figures";
import { showOpener, showResults } from "@verdant/contract/insight";
import { api, calls } from "../platform/contractApi.ts";

export const insightApi = api.injectEndpoints({
  endpoints: (build) => ({
    showResults: build.query({ ...calls<typeof showResults>(showResults), providesTags: ["Results"] }),
    showOpener: build.query({ ...calls<typeof showOpener>(showOpener), providesTags: ["Results"] }),
    showBeforeTeaching: build.query({
      ...calls<typeof showBeforeTeaching>(showBeforeTeaching),
      providesTags: ["Results", "Item"],
    }),
    showItemFigures: build.query({
      ...calls<typeof showItemFigures>(showItemFigures),
      providesTags: ["Item", "Results", "Quiz"],
    }),
  }),
});

export const { useShowResultsQuery, useShowOpenerQuery, useShowItemFiguresQuery, useShowBeforeTeachingQuery } =
  insightApi;
