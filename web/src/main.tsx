/** The interface begins here: fonts, store, routes. */
import "@fontsource-variable/fraunces/wght-italic.css";
import "@fontsource-variable/source-sans-3/wght.css";
import "@fontsource/ibm-plex-mono/latin-400.css";
import "@fontsource/ibm-plex-mono/latin-600.css";
import "@fontsource/ibm-plex-mono/latin-ext-400.css";
import "./styles.css";
import { lazy, StrictMode, Suspense } from "react";
import { createRoot } from "react-dom/client";
import { Provider } from "react-redux";
import { BrowserRouter, Route, Routes } from "react-router";
import { NothingHere, ScreenBoundary } from "./app/Fallback.tsx";
import { Frame } from "./app/Frame.tsx";
import { keepers } from "./draft/keepers.ts";
import { startKeepingList } from "./risks/keptList.ts";
import { store } from "./state/store.ts";

const Shelf = lazy(() => import("./shelf/Shelf.tsx").then((screen) => ({ default: screen.Shelf })));
const Bench = lazy(() => import("./bench/Bench.tsx").then((screen) => ({ default: screen.Bench })));
const OpenLink = lazy(() => import("./link/OpenLink.tsx").then((screen) => ({ default: screen.OpenLink })));
const RiskList = lazy(() => import("./risks/RiskList.tsx").then((screen) => ({ default: screen.RiskList })));
const Files = lazy(() => import("./files/Files.tsx").then((screen) => ({ default: screen.Files })));

keepers.start();
startKeepingList();

const root = document.getElementById("root");
if (!root) throw new Error("The page has no element #root.");
createRoot(root).render(
  <StrictMode>
    <Provider store={store}>
      <ScreenBoundary>
        <BrowserRouter>
          <Suspense fallback={null}>
            <Routes>
              <Route element={<Frame />}>
                <Route path="/" element={<Shelf />} />
                <Route path="/bench/:specimenId" element={<Bench />} />
                <Route path="/link" element={<OpenLink />} />
                <Route path="/risks" element={<RiskList />} />
                <Route path="/files" element={<Files />} />
                <Route path="*" element={<NothingHere />} />
              </Route>
            </Routes>
          </Suspense>
        </BrowserRouter>
      </ScreenBoundary>
    </Provider>
  </StrictMode>,
);
