import { copySharedItems, listSharedItems, saveSharedItem, showSharedItem } from "@verdant/contract/sharing";
import { api, calls } from "../platform/contractApi.ts";

export const sharingApi = api.injectEndpoints({
  endpoints: (build) => ({
    listSharedItems: build.query({ ...calls<typeof listSharedItems>(listSharedItems), providesTags: ["Item"] }),
    showSharedItem: build.query({ ...calls<typeof showSharedItem>(showSharedItem), providesTags: ["Item"] }),
    saveSharedItem: build.mutation({
      ...calls<typeof saveSharedItem>(saveSharedItem),
      invalidatesTags: ["Item"],
    }),
    copySharedItems: build.mutation(calls<typeof copySharedItems>(copySharedItems)),
  }),
});

export const {
  useListSharedItemsQuery,
  useShowSharedItemQuery,
  useSaveSharedItemMutation,
  useCopySharedItemsMutation,
} = sharingApi;
