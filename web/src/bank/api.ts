import { dropDraft, keepDraft, listItems, saveItem, showDraft, showItem } from "@verdant/contract/bank";
import { api, calls } from "../platform/contractApi.ts";

export const bankApi = api.injectEndpoints({
  endpoints: (build) => ({
    listItems: build.query({ ...calls<typeof listItems>(listItems), providesTags: ["Item"] }),
    showItem: build.query({ ...calls<typeof showItem>(showItem), providesTags: ["Item"] }),
    saveItem: build.mutation({ ...calls<typeof saveItem>(saveItem), invalidatesTags: ["Item", "Due", "Quiz"] }),
    showDraft: build.query({ ...calls<typeof showDraft>(showDraft), keepUnusedDataFor: 0 }),
    keepDraft: build.mutation(calls<typeof keepDraft>(keepDraft)),
    dropDraft: build.mutation(calls<typeof dropDraft>(dropDraft)),
  }),
});

export const {
  useListItemsQuery,
  useShowItemQuery,
  useSaveItemMutation,
  useShowDraftQuery,
  useKeepDraftMutation,
  useDropDraftMutation,
} = bankApi;
