import {
  giveGoAheads,
  listWaiting,
  makeOpeningWord,
  setReflectionForm,
  showReflectionForm,
  takeBackGoAheads,
} from "@verdant/contract/beforeGo";
import {
  bringGoBack,
  changeTimes,
  giveMinutes,
  listGoes,
  sayToStudents,
  showRunning,
  takeBackMessage,
  voidGo,
} from "@verdant/contract/running";
import { showNeighbours } from "@verdant/contract/seating";
import { giveExtraGo, takeBackExtraGo } from "@verdant/contract/extraGoes";
import { showNotice } from "@verdant/contract/notice";
import { handInFor, helped, letBackIn, showLive } from "@verdant/contract/live";
import { hideResults, openResults, releaseQuiz, showRelease, shutRelease } from "@verdant/contract/delivery";
import { giveKeyRuling, listKeyRulings, previewKeyRuling, undoKeyRuling } from "@verdant/contract/rulings";
import { api, calls } from "../platform/contractApi.ts";

/** What shows goes, or is worked out from them. */
const goesChanged = ["Results", "Release", "Due", "Waiting", "Path", "Item"] as const;

export const deliveryApi = api.injectEndpoints({
  endpoints: (build) => ({
    showRelease: build.query({ ...calls<typeof showRelease>(showRelease), providesTags: ["Release"] }),
    releaseQuiz: build.mutation({ ...calls<typeof releaseQuiz>(releaseQuiz), invalidatesTags: ["Release", "Quiz"] }),
    hideResults: build.mutation({ ...calls<typeof hideResults>(hideResults), invalidatesTags: ["Release"] }),
    openResults: build.mutation({ ...calls<typeof openResults>(openResults), invalidatesTags: ["Release"] }),
    shutRelease: build.mutation({
      ...calls<typeof shutRelease>(shutRelease),
      invalidatesTags: ["Release", "Results", "Due"],
    }),
    listWaiting: build.query({ ...calls<typeof listWaiting>(listWaiting), providesTags: ["Waiting"] }),
    giveGoAheads: build.mutation({ ...calls<typeof giveGoAheads>(giveGoAheads), invalidatesTags: ["Waiting", "Path"] }),
    takeBackGoAheads: build.mutation({
      ...calls<typeof takeBackGoAheads>(takeBackGoAheads),
      invalidatesTags: ["Waiting", "Path"],
    }),
    makeOpeningWord: build.mutation({
      ...calls<typeof makeOpeningWord>(makeOpeningWord),
      invalidatesTags: ["Waiting"],
    }),
    showRunning: build.query({ ...calls<typeof showRunning>(showRunning), providesTags: ["Running"] }),
    showLive: build.query({ ...calls<typeof showLive>(showLive), providesTags: ["Running"] }),
    helped: build.mutation(calls<typeof helped>(helped)),
    handInFor: build.mutation({ ...calls<typeof handInFor>(handInFor), invalidatesTags: ["Running", ...goesChanged] }),
    letBackIn: build.mutation({ ...calls<typeof letBackIn>(letBackIn), invalidatesTags: ["Running", ...goesChanged] }),
    showNeighbours: build.query({ ...calls<typeof showNeighbours>(showNeighbours), providesTags: ["Running"] }),
    showNotice: build.query({ ...calls<typeof showNotice>(showNotice), providesTags: ["Release"] }),
    giveExtraGo: build.mutation({ ...calls<typeof giveExtraGo>(giveExtraGo), invalidatesTags: ["Waiting", "Path"] }),
    takeBackExtraGo: build.mutation({
      ...calls<typeof takeBackExtraGo>(takeBackExtraGo),
      invalidatesTags: ["Waiting", "Path"],
    }),
    listGoes: build.query({ ...calls<typeof listGoes>(listGoes), providesTags: ["Running"] }),
    voidGo: build.mutation({ ...calls<typeof voidGo>(voidGo), invalidatesTags: ["Running", ...goesChanged] }),
    bringGoBack: build.mutation({
      ...calls<typeof bringGoBack>(bringGoBack),
      invalidatesTags: ["Running", ...goesChanged],
    }),
    changeTimes: build.mutation({
      ...calls<typeof changeTimes>(changeTimes),
      invalidatesTags: ["Running", "Release", "Results"],
    }),
    giveMinutes: build.mutation({ ...calls<typeof giveMinutes>(giveMinutes), invalidatesTags: ["Running"] }),
    sayToStudents: build.mutation({ ...calls<typeof sayToStudents>(sayToStudents), invalidatesTags: ["Running"] }),
    takeBackMessage: build.mutation({
      ...calls<typeof takeBackMessage>(takeBackMessage),
      invalidatesTags: ["Running"],
    }),
    showReflectionForm: build.query({
      ...calls<typeof showReflectionForm>(showReflectionForm),
      providesTags: ["ReflectionForm"],
    }),
    setReflectionForm: build.mutation({
      ...calls<typeof setReflectionForm>(setReflectionForm),
      invalidatesTags: ["ReflectionForm"],
    }),
    listKeyRulings: build.query({ ...calls<typeof listKeyRulings>(listKeyRulings), providesTags: ["Ruling"] }),
    previewKeyRuling: build.query({ ...calls<typeof previewKeyRuling>(previewKeyRuling), providesTags: ["Ruling"] }),
    giveKeyRuling: build.mutation({
      ...calls<typeof giveKeyRuling>(giveKeyRuling),
      invalidatesTags: ["Ruling", "Results", "Due", "Item"],
    }),
    undoKeyRuling: build.mutation({
      ...calls<typeof undoKeyRuling>(undoKeyRuling),
      invalidatesTags: ["Ruling", "Results", "Due", "Item"],
    }),
  }),
});

export const {
  useShowReleaseQuery,
  useReleaseQuizMutation,
  useHideResultsMutation,
  useOpenResultsMutation,
  useShutReleaseMutation,
  useListWaitingQuery,
  useGiveGoAheadsMutation,
  useTakeBackGoAheadsMutation,
  useMakeOpeningWordMutation,
  useShowRunningQuery,
  useShowLiveQuery,
  useHelpedMutation,
  useHandInForMutation,
  useLetBackInMutation,
  useShowNeighboursQuery,
  useShowNoticeQuery,
  useGiveExtraGoMutation,
  useTakeBackExtraGoMutation,
  useListGoesQuery,
  useVoidGoMutation,
  useBringGoBackMutation,
  useChangeTimesMutation,
  useGiveMinutesMutation,
  useSayToStudentsMutation,
  useTakeBackMessageMutation,
  useShowReflectionFormQuery,
  useSetReflectionFormMutation,
  useListKeyRulingsQuery,
  usePreviewKeyRulingQuery,
  useGiveKeyRulingMutation,
  useUndoKeyRulingMutation,
} = deliveryApi;
