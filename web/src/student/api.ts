/** What the students' pages ask the server. Types come from the contract, paths from the generated routes. */
import type * as beforeGo from "@verdant/contract/beforeGo";
import type * as delivery from "@verdant/contract/delivery";
import type * as notice from "@verdant/contract/notice";
import type * as paths from "@verdant/contract/paths";
import type * as reasons from "@verdant/contract/reasons";
import type { showResult } from "@verdant/contract/result";
import type * as team from "@verdant/contract/team";
import type { ThunkDispatch, UnknownAction } from "@reduxjs/toolkit";
import { useCallback } from "react";
import { useDispatch } from "react-redux";
import { api, calls } from "../platform/contractApi.ts";
import { routes } from "./routes.generated.ts";

export const studentApi = api.injectEndpoints({
  endpoints: (build) => ({
    studentSession: build.query({ ...calls<typeof team.showSession>(routes.showSession), providesTags: ["Session"] }),
    enter: build.mutation({ ...calls<typeof team.enter>(routes.enter), invalidatesTags: ["Now"] }),
    leave: build.mutation(calls<typeof team.signOut>(routes.signOut)),
    whatNow: build.query({ ...calls<typeof delivery.whatNow>(routes.whatNow), providesTags: ["Now"] }),
    listMyPaths: build.query({ ...calls<typeof paths.listMyPaths>(routes.listMyPaths), providesTags: ["Now"] }),
    listDone: build.query(calls<typeof delivery.listDone>(routes.listDone)),
    beginSitting: build.mutation({
      ...calls<typeof delivery.beginSitting>(routes.beginSitting),
      // What has begun leads to another page; back here it is asked for anew.
      invalidatesTags: (_, error) => (error ? ["Now"] : []),
    }),
    sayOpeningWord: build.mutation({
      ...calls<typeof beforeGo.sayOpeningWord>(routes.sayOpeningWord),
      invalidatesTags: (_, error) => (error ? [] : ["Now"]),
    }),
    openNotice: build.mutation(calls<typeof notice.openNotice>(routes.openNotice)),
    reflect: build.mutation({
      ...calls<typeof beforeGo.reflect>(routes.reflect),
      invalidatesTags: (_, error) => (error ? [] : ["Now"]),
    }),
    giveReason: build.mutation({
      ...calls<typeof reasons.giveReason>(routes.giveReason),
      invalidatesTags: ["Now"],
    }),
    listOthersReasons: build.query(calls<typeof reasons.listOthersReasons>(routes.listOthersReasons)),
    tellReason: build.mutation(calls<typeof reasons.tellReason>(routes.tellReason)),
    settleSitting: build.mutation({
      ...calls<typeof delivery.settleSitting>(routes.settleSitting),
      invalidatesTags: ["Now"],
    }),
    showResult: build.query({ ...calls<typeof showResult>(routes.showResult), providesTags: ["Now"] }),
  }),
});

export const {
  useStudentSessionQuery,
  useLeaveMutation,
  useWhatNowQuery,
  useListMyPathsQuery,
  useLazyListDoneQuery,
  useBeginSittingMutation,
  useSettleSittingMutation,
  useShowResultQuery,
  useGiveReasonMutation,
  useLazyListOthersReasonsQuery,
  useTellReasonMutation,
  useSayOpeningWordMutation,
  useReflectMutation,
  useOpenNoticeMutation,
} = studentApi;

interface State {
  readonly api: ReturnType<typeof studentApi.reducer>;
}

/**
 * Coming in by the words of a card; the answer says who is in, so that nobody asks once more. What was asked before the
 * card was taken is waited for: its answer, that nobody is in, would else come late and take the place of this one.
 */
export function useEnter() {
  const [enter, state] = studentApi.useEnterMutation();
  const dispatch = useDispatch<ThunkDispatch<State, unknown, UnknownAction>>();
  const comeIn = useCallback(
    async (card: string) => {
      const { data } = await enter({ body: { card } });
      if (!data) return;
      await dispatch(studentApi.util.getRunningQueryThunk("studentSession", undefined));
      await dispatch(studentApi.util.upsertQueryData("studentSession", undefined, data));
    },
    [enter, dispatch],
  );
  return [comeIn, state] as const;
}
