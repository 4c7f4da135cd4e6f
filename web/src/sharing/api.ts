import { copySharedItems, listSharedItems, showSharedItem } from "@verdant/contract/sharing";
import { api, calls } from "../platform/contractApi.ts";

export const sharingApi = api.injectEndpoints({
  endpoints: (build) => ({
    listSharedItems: build.query(calls<typeof listSharedItems>(listSharedItems)),
    showSharedItem: build.query(calls<typeof showSharedItem>(showSharedItem)),
    copySharedItems: build.mutation(calls<typeof copySharedItems>(copySharedItems)),
  }),
});

export const { useListSharedItemsQuery, useShowSharedItemQuery, useCopySharedItemsMutation } = sharingApi;
