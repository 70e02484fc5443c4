/** The command menu of the shelf, under the same key as on the bench; fetched when it is first called. */
import { lazy, Suspense, useEffect, useState } from "react";
import { keyOf } from "../shared/keys.ts";

const ShelfMenu = lazy(() => import("./ShelfMenu.tsx").then(({ ShelfMenu: Menu }) => ({ default: Menu })));

export function ShelfCommands({ add }: { readonly add: () => void }) {
  const [open, setOpen] = useState(false);
  useEffect(() => {
    const press = (event: KeyboardEvent) => {
      if (keyOf(event, true) !== "commands") return;
      event.preventDefault();
      setOpen((was) => !was);
    };
    window.addEventListener("keydown", press);
    return () => window.removeEventListener("keydown", press);
  }, []);
  return <Suspense fallback={null}>{open && <ShelfMenu close={() => setOpen(false)} add={add} />}</Suspense>;
}
