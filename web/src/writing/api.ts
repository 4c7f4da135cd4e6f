import {
  dropGoal,
  keepPresence,
  listWrittenTwice,
  setGoal,
  shareGoal,
  showWritingDay,
} from "@verdant/contract/writing";
import { api, calls } from "../platform/contractApi.ts";

export const writingApi = api.injectEndpoints({
  endpoints: (build) => ({
    keepPresence: build.mutation(calls<typeof keepPresence>(keepPresence)),
    showWritingDay: build.query({ ...calls<typeof showWritingDay>(showWritingDay), providesTags: ["Goal", "Item"] }),
    listWrittenTwice: build.query({ ...calls<typeof listWrittenTwice>(listWrittenTwice), providesTags: ["Item"] }),
    setGoal: build.mutation({ ...calls<typeof setGoal>(setGoal), invalidatesTags: ["Goal"] }),
    shareGoal: build.mutation({ ...calls<typeof shareGoal>(shareGoal), invalidatesTags: ["Goal"] }),
    dropGoal: build.mutation({ ...calls<typeof dropGoal>(dropGoal), invalidatesTags: ["Goal"] }),
  }),
});

export const {
  useKeepPresenceMutation,
  useShowWritingDayQuery,
  useListWrittenTwiceQuery,
  useSetGoalMutation,
  useShareGoalMutation,
  useDropGoalMutation,
} = writingApi;
