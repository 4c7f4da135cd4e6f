import { excuse, excuseNoLonger, setMarkWeight, showMarks } from "@verdant/contract/marks";
import { api, calls } from "../platform/contractApi.ts";

export const marksApi = api.injectEndpoints({
  endpoints: (build) => ({
    showMarks: build.query({ ...calls<typeof showMarks>(showMarks), providesTags: ["Marks", "Results"] }),
    setMarkWeight: build.mutation({ ...calls<typeof setMarkWeight>(setMarkWeight), invalidatesTags: ["Marks"] }),
    excuse: build.mutation({ ...calls<typeof excuse>(excuse), invalidatesTags: ["Marks"] }),
    excuseNoLonger: build.mutation({ ...calls<typeof excuseNoLonger>(excuseNoLonger), invalidatesTags: ["Marks"] }),
  }),
});

export const { useShowMarksQuery, useSetMarkWeightMutation, useExcuseMutation, useExcuseNoLongerMutation } = marksApi;
