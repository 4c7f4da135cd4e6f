import {
  addTopic,
  archiveTopic,
  changeStandard,
  changeTopic,
  exportStandards,
  importStandards,
  linkStandards,
  listTopics,
  replaceStandard,
  restoreTopic,
  setSecureLine,
  showSecureLines,
} from "@verdant/contract/standards";
import { mergeTopics, splitTopic, undoMerge } from "@verdant/contract/mergeTopics";
import { api, calls } from "../platform/contractApi.ts";

const changed = ["Topic", "Due", "Course"] as const;
/** What a topic takes along. */
const followed = [...changed, "Item", "Quiz", "Goal", "Results"] as const;

export const standardsApi = api.injectEndpoints({
  endpoints: (build) => ({
    listTopics: build.query({ ...calls<typeof listTopics>(listTopics), providesTags: ["Topic"] }),
    addTopic: build.mutation({ ...calls<typeof addTopic>(addTopic), invalidatesTags: changed }),
    changeTopic: build.mutation({ ...calls<typeof changeTopic>(changeTopic), invalidatesTags: changed }),
    mergeTopics: build.mutation({ ...calls<typeof mergeTopics>(mergeTopics), invalidatesTags: [...followed] }),
    undoMerge: build.mutation({ ...calls<typeof undoMerge>(undoMerge), invalidatesTags: [...followed] }),
    splitTopic: build.mutation({ ...calls<typeof splitTopic>(splitTopic), invalidatesTags: [...followed] }),
    archiveTopic: build.mutation({ ...calls<typeof archiveTopic>(archiveTopic), invalidatesTags: changed }),
    restoreTopic: build.mutation({ ...calls<typeof restoreTopic>(restoreTopic), invalidatesTags: changed }),
    changeStandard: build.mutation({ ...calls<typeof changeStandard>(changeStandard), invalidatesTags: changed }),
    linkStandards: build.mutation({
      ...calls<typeof linkStandards>(linkStandards),
      invalidatesTags: ["Topic", "Item"],
    }),
    replaceStandard: build.mutation({
      ...calls<typeof replaceStandard>(replaceStandard),
      invalidatesTags: ["Topic", "Item", "Due"],
    }),
    showSecureLines: build.query({ ...calls<typeof showSecureLines>(showSecureLines), providesTags: ["Standard"] }),
    setSecureLine: build.mutation({
      ...calls<typeof setSecureLine>(setSecureLine),
      invalidatesTags: ["Standard", "Results"],
    }),
    exportStandards: build.query({ ...calls<typeof exportStandards>(exportStandards) }),
    importStandards: build.mutation({ ...calls<typeof importStandards>(importStandards), invalidatesTags: changed }),
  }),
});

export const {
  useListTopicsQuery,
  useLazyExportStandardsQuery,
  useAddTopicMutation,
  useChangeTopicMutation,
  useMergeTopicsMutation,
  useUndoMergeMutation,
  useSplitTopicMutation,
  useArchiveTopicMutation,
  useRestoreTopicMutation,
  useChangeStandardMutation,
  useImportStandardsMutation,
  useLinkStandardsMutation,
  useReplaceStandardMutation,
  useShowSecureLinesQuery,
  useSetSecureLineMutation,
} = standardsApi;
