/** What lies over the bench when it is called: every action by name, the list of keys and words, and the question where to go. */
import { lazy, Suspense, useEffect } from "react";
import { menuOpened } from "../state/menuSlice.ts";
import { useAppDispatch, useAppSelector } from "../state/store.ts";

const BenchCommands = lazy(() => import("./BenchCommands.tsx").then(({ BenchCommands: Menu }) => ({ default: Menu })));
const GoTo = lazy(() => import("./GoTo.tsx").then(({ GoTo: Question }) => ({ default: Question })));
const Revisions = lazy(() => import("./Revisions.tsx").then(({ Revisions: List }) => ({ default: List })));
const KeysAndWords = lazy(() => import("./KeysAndWords.tsx").then(({ KeysAndWords: List }) => ({ default: List })));

export function BenchMenus() {
  const dispatch = useAppDispatch();
  const open = useAppSelector((s) => s.menu.open);
  const close = () => dispatch(menuOpened(null));
  useEffect(
    () => () => {
      dispatch(menuOpened(null));
    },
    [dispatch],
  );
  return (
    <Suspense fallback={null}>
      {open === "commands" && <BenchCommands close={close} />}
      {open === "revisions" && <Revisions close={close} />}
      {open === "go-to" && <GoTo close={close} />}
      {open === "words" && <KeysAndWords close={close} />}
    </Suspense>
  );
}
