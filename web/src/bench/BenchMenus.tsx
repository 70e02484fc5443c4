/** What lies over the bench when it is called: every action by name, and the list of keys and words. */
import { lazy, Suspense, useEffect } from "react";
import { menuOpened } from "../state/menuSlice.ts";
import { useAppDispatch, useAppSelector } from "../state/store.ts";

const BenchCommands = lazy(() => import("./BenchCommands.tsx").then(({ BenchCommands: Menu }) => ({ default: Menu })));
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
      {open === "words" && <KeysAndWords close={close} />}
    </Suspense>
  );
}
