/** What the command menu offers on the shelf. */
import { useNavigate } from "react-router";
import { CommandMenu, Heading, Item } from "../menu/CommandMenu.tsx";
import { chooseTheme, currentTheme } from "../shared/theme.ts";

/** @param add makes a new specimen and opens it */
export function ShelfMenu({ close, add }: { readonly close: () => void; readonly add: () => void }) {
  const navigate = useNavigate();
  return (
    <CommandMenu
      close={close}
      offers={(after) => (
        <Heading name="The shelf">
          <Item value="new pattern" words="New pattern" act={after(add)} />
          <Item value="search files folder logs lines" words="Search files" act={after(() => void navigate("/files"))} />
          <Item value="change the theme dark light" words="Change the theme" act={after(() => chooseTheme(currentTheme() === "deep" ? "chart" : "deep"))} />
        </Heading>
      )}
    />
  );
}
