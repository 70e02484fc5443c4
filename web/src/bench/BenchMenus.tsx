/** What lies over the bench when it is called: every action by name, and the list of keys and words. */
import { lazy, Suspense } from "react";
import { menuOpened } from "../state/menuSlice.ts";
import { useAppDispatch, useAppSelector } from "../state/store.ts";

const CommandMenu = lazy(() => import("./CommandMenu.tsx").then(({ CommandMenu: Menu }) => ({ default: Menu })));
const KeysAndWords = lazy(() => import("./KeysAndWords.tsx").then(({ KeysAndWords: List }) => ({ default: List })));

export function BenchMenus() {
  const dispatch = useAppDispatch();
  const open = useAppSelector((s) => s.menu.open);
  const close = () => dispatch(menuOpened(null));
  return (
    <Suspense fallback={null}>
      {open === "commands" && <CommandMenu close={close} />}
      {open === "words" && <KeysAndWords close={close} />}
    </Suspense>
  );
}
