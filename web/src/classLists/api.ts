import {
  classListsFile,
  compareClassLists,
  connectSchoolSystem,
  disconnectSchoolSystem,
  dropClassLists,
  fetchClassLists,
  sendMarks,
  showClassLists,
  takeClassLists,
  type Errand,
} from "@verdant/contract/classLists";
import { api, calls } from "../platform/contractApi.ts";

const changed = ["ClassList"] as const;

export const classListsApi = api.injectEndpoints({
  endpoints: (build) => ({
    showClassLists: build.query({ ...calls<typeof showClassLists>(showClassLists), providesTags: changed }),
    connectSchoolSystem: build.mutation({
      ...calls<typeof connectSchoolSystem>(connectSchoolSystem),
      invalidatesTags: changed,
    }),
    disconnectSchoolSystem: build.mutation({
      ...calls<typeof disconnectSchoolSystem>(disconnectSchoolSystem),
      invalidatesTags: changed,
    }),
    fetchClassLists: build.mutation({ ...calls<typeof fetchClassLists>(fetchClassLists), invalidatesTags: changed }),
    compareClassLists: build.query({
      ...calls<typeof compareClassLists>(compareClassLists),
      // What it is compared with may change at any time: a page that comes back asks anew. Once the lists are taken there is
      // nothing to ask any more, so it is kept of no tag.
      keepUnusedDataFor: 0,
    }),
    takeClassLists: build.mutation({
      ...calls<typeof takeClassLists>(takeClassLists),
      invalidatesTags: (_, error) => (error ? [] : ["ClassList", "Class", "Course", "Due", "Marks", "Results"]),
    }),
    dropClassLists: build.mutation({ ...calls<typeof dropClassLists>(dropClassLists), invalidatesTags: changed }),
    sendMarks: build.mutation({ ...calls<typeof sendMarks>(sendMarks), invalidatesTags: changed }),
    bringClassLists: build.mutation<Errand, File>({
      query: (file) => ({
        url: classListsFile,
        method: "POST",
        params: { name: file.name },
        body: file,
        headers: { "content-type": "application/octet-stream" },
      }),
      invalidatesTags: changed,
    }),
  }),
});

export const {
  useShowClassListsQuery,
  useConnectSchoolSystemMutation,
  useDisconnectSchoolSystemMutation,
  useFetchClassListsMutation,
  useCompareClassListsQuery,
  useTakeClassListsMutation,
  useDropClassListsMutation,
  useSendMarksMutation,
  useBringClassListsMutation,
} = classListsApi;
