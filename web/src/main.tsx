/** The staff pages. */
import { SnackbarProvider } from "notistack";
import { StrictMode } from "react";
import { createRoot } from "react-dom/client";
import { Provider } from "react-redux";
import { RouterProvider } from "react-router";
import { Frame } from "./platform/Frame.tsx";
import { router } from "./routes.tsx";
import { store } from "./store.ts";

const root = document.getElementById("root");
if (root) {
  createRoot(root).render(
    <StrictMode>
      <Provider store={store}>
        <Frame>
          <SnackbarProvider maxSnack={3}>
            <RouterProvider router={router} />
          </SnackbarProvider>
        </Frame>
      </Provider>
    </StrictMode>,
  );
}
