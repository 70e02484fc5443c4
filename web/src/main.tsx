/** The interface begins here: fonts, store, routes. */
import "@fontsource-variable/fraunces/wght-italic.css";
import "@fontsource-variable/source-sans-3/wght.css";
import "@fontsource/ibm-plex-mono/latin-400.css";
import "@fontsource/ibm-plex-mono/latin-600.css";
import "@fontsource/ibm-plex-mono/latin-ext-400.css";
import "./styles.css";
import { StrictMode } from "react";
import { createRoot } from "react-dom/client";
import { Provider } from "react-redux";
import { createBrowserRouter, RouterProvider } from "react-router";
import { NothingHere, ScreenFailed } from "./app/Fallback.tsx";
import { Frame } from "./app/Frame.tsx";
import { keepers } from "./draft/keepers.ts";
import { Shelf } from "./shelf/Shelf.tsx";
import { store } from "./state/store.ts";

const router = createBrowserRouter([
  {
    element: <Frame />,
    errorElement: <ScreenFailed />,
    hydrateFallbackElement: <p />,
    children: [
      { path: "/", element: <Shelf /> },
      { path: "/bench/:specimenId", lazy: async () => ({ Component: (await import("./bench/Bench.tsx")).Bench }) },
      { path: "/risks", lazy: async () => ({ Component: (await import("./risks/RiskList.tsx")).RiskList }) },
      { path: "*", element: <NothingHere /> },
    ],
  },
]);

keepers.start();

const root = document.getElementById("root");
if (!root) throw new Error("The page has no element #root.");
createRoot(root).render(
  <StrictMode>
    <Provider store={store}>
      <RouterProvider router={router} />
    </Provider>
  </StrictMode>,
);
