import {
  askCalibration,
  listCharacteristics,
  listDifferentials,
  removeCharacteristic,
  setCharacteristic,
  setClassCharacteristics,
  showClassCharacteristics,
} from "@verdant/contract/characteristics";
import { api, calls } from "../platform/contractApi.ts";

export const characteristicsApi = api.injectEndpoints({
  endpoints: (build) => ({
    listCharacteristics: build.query({
      ...calls<typeof listCharacteristics>(listCharacteristics),
      providesTags: ["Characteristic"],
    }),
    setCharacteristic: build.mutation({
      ...calls<typeof setCharacteristic>(setCharacteristic),
      // Also where somebody else was faster: then it is theirs that is to be seen.
      invalidatesTags: ["Characteristic"],
    }),
    removeCharacteristic: build.mutation({
      ...calls<typeof removeCharacteristic>(removeCharacteristic),
      invalidatesTags: ["Characteristic"],
    }),
    showClassCharacteristics: build.query({
      ...calls<typeof showClassCharacteristics>(showClassCharacteristics),
      providesTags: ["Characteristic", "Class"],
    }),
    setClassCharacteristics: build.mutation({
      ...calls<typeof setClassCharacteristics>(setClassCharacteristics),
      invalidatesTags: ["Characteristic"],
    }),
    listDifferentials: build.query({
      ...calls<typeof listDifferentials>(listDifferentials),
      providesTags: ["Characteristic", "Results", "Item"],
    }),
    askCalibration: build.mutation({ ...calls<typeof askCalibration>(askCalibration), invalidatesTags: ["Results"] }),
  }),
});

export const {
  useListCharacteristicsQuery,
  useSetCharacteristicMutation,
  useRemoveCharacteristicMutation,
  useShowClassCharacteristicsQuery,
  useSetClassCharacteristicsMutation,
  useListDifferentialsQuery,
  useAskCalibrationMutation,
} = characteristicsApi;
