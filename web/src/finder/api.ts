import { findAnything } from "@verdant/contract/finder";
import { api, calls } from "../platform/contractApi.ts";

export const finderApi = api.injectEndpoints({
  endpoints: (build) => ({
    findAnything: build.query({
      ...calls<typeof findAnything>(findAnything),
      providesTags: ["Class", "Topic", "Standard", "Quiz", "Item"],
    }),
  }),
});

export const { useFindAnythingQuery } = finderApi;
