import {
  archivePath,
  copyPath,
  listPaths,
  makePath,
  savePath,
  showPath,
  tickStep,
  untickStep,
} from "@verdant/contract/paths";
import { api, calls } from "../platform/contractApi.ts";

export const pathsApi = api.injectEndpoints({
  endpoints: (build) => ({
    listPaths: build.query({ ...calls<typeof listPaths>(listPaths), providesTags: ["Path"] }),
    showPath: build.query({ ...calls<typeof showPath>(showPath), providesTags: ["Path"] }),
    makePath: build.mutation({ ...calls<typeof makePath>(makePath), invalidatesTags: ["Path", "Waiting", "Due"] }),
    savePath: build.mutation({ ...calls<typeof savePath>(savePath), invalidatesTags: ["Path", "Waiting", "Due"] }),
    archivePath: build.mutation({ ...calls<typeof archivePath>(archivePath), invalidatesTags: ["Path", "Waiting"] }),
    copyPath: build.mutation({ ...calls<typeof copyPath>(copyPath), invalidatesTags: ["Path", "Waiting", "Due"] }),
    tickStep: build.mutation({ ...calls<typeof tickStep>(tickStep), invalidatesTags: ["Path", "Waiting"] }),
    untickStep: build.mutation({ ...calls<typeof untickStep>(untickStep), invalidatesTags: ["Path", "Waiting"] }),
  }),
});

export const {
  useListPathsQuery,
  useShowPathQuery,
  useMakePathMutation,
  useSavePathMutation,
  useArchivePathMutation,
  useCopyPathMutation,
  useTickStepMutation,
  useUntickStepMutation,
} = pathsApi;
