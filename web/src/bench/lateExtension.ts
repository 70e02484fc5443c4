/** What an editor needs only once somebody asks for it: fetched then, and put into the editor the first time. */
import { Compartment, type Extension } from "@codemirror/state";
import type { EditorView } from "@codemirror/view";

interface Late {
  readonly extension: Extension;
  readonly run: (view: EditorView) => boolean;
}

/** An empty place for an extension in an editor's state, and what fetches the extension and runs its command. */
export function lateExtension(fetched: () => Promise<Late>): { readonly place: Extension; readonly run: (view: EditorView) => boolean } {
  const place = new Compartment();
  const start = async (view: EditorView): Promise<void> => {
    const { extension, run } = await fetched();
    // The editor may have gone meanwhile.
    if (!view.dom.isConnected) return;
    if (place.get(view.state) !== extension) view.dispatch({ effects: place.reconfigure(extension) });
    run(view);
  };
  return {
    place: place.of([]),
    run: (view) => {
      void start(view);
      return true;
    },
  };
}
