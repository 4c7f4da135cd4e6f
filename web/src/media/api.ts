import { describeMedia, listMedia, mediaPaths, removeMedia, type KeptMedia } from "@verdant/contract/media";
import { api, calls } from "../platform/contractApi.ts";

export const mediaApi = api.injectEndpoints({
  endpoints: (build) => ({
    listMedia: build.query({ ...calls<typeof listMedia>(listMedia), providesTags: ["Media", "Item", "Stimulus"] }),
    describeMedia: build.mutation({ ...calls<typeof describeMedia>(describeMedia), invalidatesTags: ["Media"] }),
    removeMedia: build.mutation({ ...calls<typeof removeMedia>(removeMedia), invalidatesTags: ["Media"] }),
    keepMedia: build.mutation<KeptMedia, File>({
      query: (file) => ({
        url: mediaPaths.keep,
        method: "POST",
        params: { name: file.name },
        body: file,
        headers: { "content-type": "application/octet-stream" },
      }),
      invalidatesTags: ["Media"],
    }),
  }),
});

export const { useListMediaQuery, useDescribeMediaMutation, useRemoveMediaMutation, useKeepMediaMutation } = mediaApi;
