import {
  listStimuli,
  listStimulusRevisions,
  removeStimulus,
  saveStimulus,
  showStimulus,
} from "@verdant/contract/stimuli";
import { api, calls } from "../platform/contractApi.ts";

export const stimuliApi = api.injectEndpoints({
  endpoints: (build) => ({
    listStimuli: build.query({ ...calls<typeof listStimuli>(listStimuli), providesTags: ["Stimulus", "Item"] }),
    showStimulus: build.query({ ...calls<typeof showStimulus>(showStimulus), providesTags: ["Stimulus", "Item"] }),
    listStimulusRevisions: build.query({
      ...calls<typeof listStimulusRevisions>(listStimulusRevisions),
      providesTags: ["Stimulus"],
    }),
    saveStimulus: build.mutation({
      ...calls<typeof saveStimulus>(saveStimulus),
      invalidatesTags: ["Stimulus", "Quiz"],
    }),
    removeStimulus: build.mutation({ ...calls<typeof removeStimulus>(removeStimulus), invalidatesTags: ["Stimulus"] }),
  }),
});

export const {
  useListStimuliQuery,
  useShowStimulusQuery,
  useListStimulusRevisionsQuery,
  useSaveStimulusMutation,
  useRemoveStimulusMutation,
} = stimuliApi;
