/** The staff pages. */
import { StrictMode } from "react";
import { createRoot } from "react-dom/client";
import { Provider } from "react-redux";
import { RouterProvider } from "react-router";
import { Frame } from "./platform/Frame.tsx";
import { inThisBrowser, loadAnewForNewVersion } from "./platform/newVersion.ts";
import { printLight } from "./platform/printLight.ts";
import { alsoSay } from "./platform/problem.ts";
import { staffWords } from "./platform/staffProblemWords.ts";
import { faultWords } from "./ui/faultInWords.ts";
import { router } from "./routes.tsx";
import { store } from "./store.ts";
import { Toasts } from "./ui/Toasts.tsx";

loadAnewForNewVersion(inThisBrowser());
printLight();
alsoSay(staffWords);
alsoSay(faultWords);

const root = document.getElementById("root");
if (root) {
  createRoot(root).render(
    <StrictMode>
      <Provider store={store}>
        <Frame>
          <Toasts>
            <RouterProvider router={router} />
          </Toasts>
        </Frame>
      </Provider>
    </StrictMode>,
  );
}
