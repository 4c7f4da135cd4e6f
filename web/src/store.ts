/** The staff pages' store. */
import { configureStore } from "@reduxjs/toolkit";
import { setupListeners } from "@reduxjs/toolkit/query";
import { classInFocus } from "./platform/classInFocus.ts";
import { api } from "./platform/contractApi.ts";

export const store = configureStore({
  reducer: { [api.reducerPath]: api.reducer, classInFocus },
  middleware: (defaults) => defaults().concat(api.middleware),
});
setupListeners(store.dispatch);
