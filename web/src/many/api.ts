import { listMany, saveMany, showMany } from "@verdant/contract/many";
import { api, calls } from "../platform/contractApi.ts";

export const manyApi = api.injectEndpoints({
  endpoints: (build) => ({
    listMany: build.query({ ...calls<typeof listMany>(listMany), providesTags: ["Many"] }),
    showMany: build.query({ ...calls<typeof showMany>(showMany), providesTags: ["Many", "Item"] }),
    saveMany: build.mutation({ ...calls<typeof saveMany>(saveMany), invalidatesTags: ["Many", "Item", "Due", "Quiz"] }),
  }),
});

export const { useListManyQuery, useShowManyQuery, useSaveManyMutation } = manyApi;
