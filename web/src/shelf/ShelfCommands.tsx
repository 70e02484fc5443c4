/** The command menu of the shelf, under the same key as on the bench. */
import { lazy, Suspense, useEffect, useState } from "react";
import { keyOf } from "../shared/keys.ts";
import { chooseTheme, currentTheme } from "../shared/theme.ts";

const Menu = lazy(() => import("../menu/CommandMenu.tsx").then(({ CommandMenu, Heading, Item }) => ({ default: shelfMenu(CommandMenu, Heading, Item) })));

type Parts = typeof import("../menu/CommandMenu.tsx");

function shelfMenu(CommandMenu: Parts["CommandMenu"], Heading: Parts["Heading"], Item: Parts["Item"]) {
  return function ShelfMenu({ close, add }: { readonly close: () => void; readonly add: () => void }) {
    return (
      <CommandMenu
        close={close}
        offers={(after) => (
          <Heading name="The shelf">
            <Item value="new specimen" words="New specimen" act={after(add)} />
            <Item value="change the theme dark light" words="Change the theme" act={after(() => chooseTheme(currentTheme() === "deep" ? "chart" : "deep"))} />
          </Heading>
        )}
      />
    );
  };
}

/** @param add makes a new specimen and opens it */
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
  return <Suspense fallback={null}>{open && <Menu close={() => setOpen(false)} add={add} />}</Suspense>;
}
