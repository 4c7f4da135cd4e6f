import {
  addItems,
  takeOutItems,
  changeFamily,
  changeTray,
  dropDraft,
  keepDraft,
  listFamily,
  listItems,
  listRevisions,
  listTray,
  saveItem,
  setItemStatus,
  showDraft,
  showItem,
} from "@verdant/contract/bank";
import {
  keepOptionSet,
  listOptionSets,
  removeOptionSet,
  addWords,
  findKnownWords,
  listKeyPlaces,
  addMisconception,
  keepColumnMapping,
  listColumnMappings,
  listMisconceptions,
} from "@verdant/contract/customs";
import type { Call } from "@verdant/contract/endpoint";
import { changeItems, undoChange } from "@verdant/contract/bulk";
import { findLikeItems, listLikeItems } from "@verdant/contract/like";
import { askForTwin, listTwinRequests, setTwin, showTwins } from "@verdant/contract/twins";
import { keepView, listViews, removeView } from "@verdant/contract/views";
import { api, calls } from "../platform/contractApi.ts";

export type ItemQuery = NonNullable<Exclude<Call<typeof listItems>, void>["query"]>;

export const bankApi = api.injectEndpoints({
  endpoints: (build) => ({
    listItems: build.query({
      ...calls<typeof listItems>(listItems),
      providesTags: ["Item"],
      // Whoever scrolls through 100,000 leaves pages behind all the time.
      keepUnusedDataFor: 10,
    }),
    showItem: build.query({ ...calls<typeof showItem>(showItem), providesTags: ["Item"] }),
    listRevisions: build.query({
      ...calls<typeof listRevisions>(listRevisions),
      providesTags: ["Item", "Ruling", "Release"],
    }),
    saveItem: build.mutation({ ...calls<typeof saveItem>(saveItem), invalidatesTags: ["Item", "Due", "Quiz"] }),
    takeOutItems: build.mutation({
      ...calls<typeof takeOutItems>(takeOutItems),
      invalidatesTags: ["Item", "Topic"],
    }),
    addItems: build.mutation({ ...calls<typeof addItems>(addItems), invalidatesTags: ["Item", "Due"] }),
    findLikeItems: build.query({
      ...calls<typeof findLikeItems>(findLikeItems),
      keepUnusedDataFor: 0,
      providesTags: ["Item"],
    }),
    showTwins: build.query({ ...calls<typeof showTwins>(showTwins), providesTags: ["Item"] }),
    setTwin: build.mutation({ ...calls<typeof setTwin>(setTwin), invalidatesTags: ["Item"] }),
    askForTwin: build.mutation({ ...calls<typeof askForTwin>(askForTwin), invalidatesTags: ["Item"] }),
    listTwinRequests: build.query({ ...calls<typeof listTwinRequests>(listTwinRequests), providesTags: ["Item"] }),
    listLikeItems: build.query({ ...calls<typeof listLikeItems>(listLikeItems), providesTags: ["Item"] }),
    setItemStatus: build.mutation({
      ...calls<typeof setItemStatus>(setItemStatus),
      invalidatesTags: ["Item", "Due", "Quiz"],
    }),
    showDraft: build.query({ ...calls<typeof showDraft>(showDraft), keepUnusedDataFor: 0 }),
    keepDraft: build.mutation(calls<typeof keepDraft>(keepDraft)),
    dropDraft: build.mutation(calls<typeof dropDraft>(dropDraft)),
    listFamily: build.query({ ...calls<typeof listFamily>(listFamily), providesTags: ["Item"] }),
    changeFamily: build.mutation({
      ...calls<typeof changeFamily>(changeFamily),
      invalidatesTags: ["Item", "Due", "Quiz"],
    }),
    listMisconceptions: build.query({
      ...calls<typeof listMisconceptions>(listMisconceptions),
      providesTags: ["Misconception"],
    }),
    addMisconception: build.mutation({
      ...calls<typeof addMisconception>(addMisconception),
      invalidatesTags: ["Misconception"],
    }),
    listTray: build.query({ ...calls<typeof listTray>(listTray), providesTags: ["Tray"] }),
    changeTray: build.mutation({ ...calls<typeof changeTray>(changeTray), invalidatesTags: ["Tray"] }),
    listColumnMappings: build.query({
      ...calls<typeof listColumnMappings>(listColumnMappings),
      providesTags: ["Mapping"],
    }),
    listOptionSets: build.query({ ...calls<typeof listOptionSets>(listOptionSets), providesTags: ["OptionSet"] }),
    keepOptionSet: build.mutation({ ...calls<typeof keepOptionSet>(keepOptionSet), invalidatesTags: ["OptionSet"] }),
    removeOptionSet: build.mutation({
      ...calls<typeof removeOptionSet>(removeOptionSet),
      invalidatesTags: ["OptionSet"],
    }),
    findKnownWords: build.query({ ...calls<typeof findKnownWords>(findKnownWords), providesTags: ["Word"] }),
    addWords: build.mutation({ ...calls<typeof addWords>(addWords), invalidatesTags: ["Word"] }),
    listKeyPlaces: build.query({ ...calls<typeof listKeyPlaces>(listKeyPlaces), providesTags: ["Item"] }),
    listViews: build.query({ ...calls<typeof listViews>(listViews), providesTags: ["View"] }),
    keepView: build.mutation({ ...calls<typeof keepView>(keepView), invalidatesTags: ["View"] }),
    removeView: build.mutation({ ...calls<typeof removeView>(removeView), invalidatesTags: ["View"] }),
    changeItems: build.mutation({
      ...calls<typeof changeItems>(changeItems),
      invalidatesTags: ["Item", "Due", "Quiz", "Tray"],
    }),
    undoChange: build.mutation({
      ...calls<typeof undoChange>(undoChange),
      invalidatesTags: ["Item", "Due", "Quiz", "Tray"],
    }),
    keepColumnMapping: build.mutation({
      ...calls<typeof keepColumnMapping>(keepColumnMapping),
      invalidatesTags: ["Mapping"],
    }),
  }),
});

export const {
  useShowTwinsQuery,
  useSetTwinMutation,
  useAskForTwinMutation,
  useListTwinRequestsQuery,
  useListItemsQuery,
  useLazyListItemsQuery,
  useListFamilyQuery,
  useChangeFamilyMutation,
  useFindLikeItemsQuery,
  useListLikeItemsQuery,
  useShowItemQuery,
  useListRevisionsQuery,
  useSaveItemMutation,
  useAddItemsMutation,
  useTakeOutItemsMutation,
  useSetItemStatusMutation,
  useShowDraftQuery,
  useKeepDraftMutation,
  useDropDraftMutation,
  useListMisconceptionsQuery,
  useAddMisconceptionMutation,
  useListTrayQuery,
  useChangeTrayMutation,
  useListOptionSetsQuery,
  useKeepOptionSetMutation,
  useRemoveOptionSetMutation,
  useFindKnownWordsQuery,
  useAddWordsMutation,
  useListKeyPlacesQuery,
  useListViewsQuery,
  useKeepViewMutation,
  useRemoveViewMutation,
  useChangeItemsMutation,
  useUndoChangeMutation,
  useListColumnMappingsQuery,
  useKeepColumnMappingMutation,
} = bankApi;
