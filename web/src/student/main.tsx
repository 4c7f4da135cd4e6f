/** The students' pages: their own light entry. */
import { configureStore } from "@reduxjs/toolkit";
import { setupListeners } from "@reduxjs/toolkit/query";
import { lazy, Suspense } from "react";
import { createRoot } from "react-dom/client";
import { Provider } from "react-redux";
import { BrowserRouter, Route, Routes } from "react-router";
import { api } from "../platform/contractApi.ts";
import { Frame } from "../platform/Frame.tsx";
import { printLight } from "../platform/printLight.ts";
import { TopOfPage } from "../ui/TopOfPage.tsx";
import { Waiting } from "./Waiting.tsx";
import { deliver, listSittingsWaiting } from "./answerQueue.ts";
import { Door } from "./Door.tsx";
import { SittingPage } from "./SittingPage.tsx";
import { WhatNowPage } from "./WhatNowPage.tsx";

// Nobody needs the result before the first question.
const ResultPage = lazy(async () => ({ default: (await import("./ResultPage.tsx")).ResultPage }));
const ReflectionPage = lazy(async () => ({ default: (await import("./ReflectionPage.tsx")).ReflectionPage }));

const ProgressPage = lazy(async () => ({ default: (await import("./ProgressPage.tsx")).ProgressPage }));
const TryPage = lazy(async () => ({ default: (await import("./TryPage.tsx")).TryPage }));

const store = configureStore({
  reducer: { [api.reducerPath]: api.reducer },
  middleware: (defaults) => defaults().concat(api.middleware),
});
setupListeners(store.dispatch);
printLight();

if ("serviceWorker" in navigator) {
  void navigator.serviceWorker.register("/sw.js");
  // On the first visit the worker comes after these files; a reload without network needs them.
  void navigator.serviceWorker.ready.then(({ active }) => {
    const keep = performance
      .getEntriesByType("resource")
      .map((entry) => new URL(entry.name))
      .filter((url) => url.origin === window.location.origin)
      .map((url) => url.pathname);
    active?.postMessage({ keep });
  });
}

// Answers of any student that a closed tab or a lost network left on this device.
void listSittingsWaiting().then(async (sittings) => {
  for (const sittingId of sittings) await deliver(sittingId, []);
});

const root = document.getElementById("root");
if (root) {
  createRoot(root).render(
    <Provider store={store}>
      <Frame>
        <BrowserRouter basename="/s">
          <TopOfPage />
          <Routes>
            <Route path="/sitting/:sittingId" element={<SittingPage />} />
            <Route element={<Door />}>
              <Route
                path="/result/:sittingId"
                element={
                  <Suspense fallback={<Waiting />}>
                    <ResultPage />
                  </Suspense>
                }
              />
              <Route
                path="/reflection/:releaseId"
                element={
                  <Suspense fallback={<Waiting />}>
                    <ReflectionPage />
                  </Suspense>
                }
              />
              <Route
                path="/progress"
                element={
                  <Suspense fallback={<Waiting />}>
                    <ProgressPage />
                  </Suspense>
                }
              />
              <Route
                path="/try"
                element={
                  <Suspense fallback={<Waiting />}>
                    <TryPage />
                  </Suspense>
                }
              />
              <Route path="*" element={<WhatNowPage />} />
            </Route>
          </Routes>
        </BrowserRouter>
      </Frame>
    </Provider>,
  );
}
