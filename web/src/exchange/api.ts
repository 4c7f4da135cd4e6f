import {
  cancelTransfer,
  exchangePaths,
  listTransfers,
  startExport,
  undoImport,
  type Transfer,
} from "@verdant/contract/exchange";
import { agreeToImport, chooseFindings, listFindings, showFinding } from "@verdant/contract/importFindings";
import { dropKept, listKept, makeQuizOfKept, showReport } from "@verdant/contract/packages";
import { api, calls } from "../platform/contractApi.ts";

const isDone = ({ kind, state }: Transfer) => kind === "import" && state === "done";

export const exchangeApi = api.injectEndpoints({
  endpoints: (build) => ({
    listTransfers: build.query({
      ...calls<typeof listTransfers>(listTransfers),
      providesTags: ["Transfer"],
      // An import that has come to its end meanwhile has changed what other pages show.
      onQueryStarted: async (_, lifecycle) => {
        const { dispatch, queryFulfilled } = lifecycle;
        const before = new Set(
          lifecycle
            .getCacheEntry()
            .data?.transfers.filter(isDone)
            .map((one) => one.id),
        );
        const answer = await queryFulfilled.catch(() => null);
        if (answer?.data.transfers.some((one) => isDone(one) && !before.has(one.id)))
          dispatch(api.util.invalidateTags(["Topic", "Item", "Class", "Due", "Media", "Stimulus", "KeptPart"]));
      },
    }),
    startExport: build.mutation({ ...calls<typeof startExport>(startExport), invalidatesTags: ["Transfer"] }),
    listFindings: build.query({ ...calls<typeof listFindings>(listFindings), providesTags: ["Transfer"] }),
    showFinding: build.query({ ...calls<typeof showFinding>(showFinding), providesTags: ["Transfer"] }),
    chooseFindings: build.mutation({ ...calls<typeof chooseFindings>(chooseFindings), invalidatesTags: ["Transfer"] }),
    agreeToImport: build.mutation({ ...calls<typeof agreeToImport>(agreeToImport), invalidatesTags: ["Transfer"] }),
    showReport: build.query({ ...calls<typeof showReport>(showReport) }),
    listKept: build.query({ ...calls<typeof listKept>(listKept), providesTags: ["KeptPart"] }),
    dropKept: build.mutation({ ...calls<typeof dropKept>(dropKept), invalidatesTags: ["KeptPart"] }),
    makeQuizOfKept: build.mutation({
      ...calls<typeof makeQuizOfKept>(makeQuizOfKept),
      invalidatesTags: ["Quiz", "Now"],
    }),
    cancelTransfer: build.mutation({ ...calls<typeof cancelTransfer>(cancelTransfer), invalidatesTags: ["Transfer"] }),
    undoImport: build.mutation({
      ...calls<typeof undoImport>(undoImport),
      invalidatesTags: ["Transfer", "Item", "Due", "Tray"],
    }),
    bringFile: build.mutation<Transfer, File>({
      query: (file) => ({
        url: exchangePaths.bring,
        method: "POST",
        params: { name: file.name, look: "first" },
        body: file,
        headers: { "content-type": "application/octet-stream" },
      }),
      invalidatesTags: ["Transfer"],
    }),
  }),
});

export const {
  useListTransfersQuery,
  useStartExportMutation,
  useCancelTransferMutation,
  useBringFileMutation,
  useUndoImportMutation,
  useListFindingsQuery,
  useShowFindingQuery,
  useChooseFindingsMutation,
  useAgreeToImportMutation,
  useShowReportQuery,
  useListKeptQuery,
  useDropKeptMutation,
  useMakeQuizOfKeptMutation,
} = exchangeApi;
