import { eraseStudent, exportStudent, listKeptStudents, showKeptStudent } from "@verdant/contract/privacy";
import { api, calls } from "../platform/contractApi.ts";

export const privacyApi = api.injectEndpoints({
  endpoints: (build) => ({
    listKeptStudents: build.query({
      ...calls<typeof listKeptStudents>(listKeptStudents),
      providesTags: ["Class"],
    }),
    showKeptStudent: build.query({
      ...calls<typeof showKeptStudent>(showKeptStudent),
      providesTags: ["Class", "Results", "Marking"],
    }),
    exportStudent: build.query({ ...calls<typeof exportStudent>(exportStudent) }),
    eraseStudent: build.mutation({
      ...calls<typeof eraseStudent>(eraseStudent),
      invalidatesTags: ["Class", "Results", "Marking", "Marks", "Note"],
    }),
  }),
});

export const { useListKeptStudentsQuery, useShowKeptStudentQuery, useLazyExportStudentQuery, useEraseStudentMutation } =
  privacyApi;
