/** The page as a user has it: its screens at an address, and what is typed, pressed and read there. */
import "./browser.ts";
import { EditorView } from "@codemirror/view";
import type { NewSpecimen } from "@lamprey/api";
import { fireEvent, screen, waitFor, within } from "@testing-library/dom";
import { PointerEventsCheckLevel, userEvent } from "@testing-library/user-event";
import { Provider } from "react-redux";
import { createBrowserRouter, RouterProvider } from "react-router";
import { specimensApi } from "../../src/api/specimens.ts";
import { NothingHere } from "../../src/app/Fallback.tsx";
import { Frame } from "../../src/app/Frame.tsx";
import { Bench } from "../../src/bench/Bench.tsx";
import { OpenLink } from "../../src/link/OpenLink.tsx";
import { RiskList } from "../../src/risks/RiskList.tsx";
import { KEYS, type KeyName } from "../../src/shared/keys.ts";
import { Shelf } from "../../src/shelf/Shelf.tsx";
import { store } from "../../src/state/store.ts";
import { act, cleanup, render } from "./render.ts";
import { PageServer } from "./server.ts";

export { act, cleanup };

/** Whether something lies over what is pressed is asked in a real browser: here a dialog that opens is in its own way for a moment. */
export const user = userEvent.setup({ delay: null, pointerEventsCheck: PointerEventsCheckLevel.Never });

let router: ReturnType<typeof createBrowserRouter> | undefined;

/** Opens an address; what was open before is closed. */
export function openAt(path: string): void {
  cleanup();
  router?.dispose();
  // A page that is loaded anew remembers no answers.
  store.dispatch(specimensApi.util.resetApiState());
  window.history.replaceState(null, "", path);
  router = createBrowserRouter([
    {
      element: <Frame />,
      children: [
        { path: "/", element: <Shelf /> },
        { path: "/bench/:specimenId", element: <Bench /> },
        { path: "/link", element: <OpenLink /> },
        { path: "/risks", element: <RiskList /> },
        { path: "*", element: <NothingHere /> },
      ],
    },
  ]);
  render(
    <Provider store={store}>
      <RouterProvider router={router} />
    </Provider>,
  );
}

/** A part of the page by its role and name, once it is there. */
export const part = (role: string, name: string | RegExp): Promise<HTMLElement> => screen.findByRole(role, { name });

/** The words of a part, as they are read. */
export const wordsOf = (element: Element): string => (element.textContent ?? "").replace(/\s+/g, " ").trim();

/** Waits until a part of the page that is marked so says something. */
export async function says(name: string, words: string | RegExp): Promise<void> {
  await waitFor(() => {
    const said = [...document.querySelectorAll(`[data-part="${name}"]`)].map(wordsOf).join(" ");
    if (typeof words === "string" ? !said.includes(words) : !words.test(said)) throw new Error(`“${name}” says: ${said}`);
  });
}

/** Presses what has the name, once it can be pressed. */
export async function press(role: string, name: string | RegExp, inside?: HTMLElement): Promise<void> {
  const find = () => (inside ? within(inside).getByRole(role, { name }) : part(role, name));
  await waitFor(async () => {
    const found = await find();
    if (found instanceof HTMLButtonElement && found.disabled) throw new Error(`“${wordsOf(found)}” cannot be pressed.`);
  });
  await user.click(await find());
}

/** Waits until the rows of a table are these. */
export async function rowsAre(name: string, expected: readonly (string | RegExp)[]): Promise<void> {
  await waitFor(() => {
    const rows = within(screen.getByRole("grid", { name }))
      .getAllByRole("row")
      .filter((row) => within(row).queryAllByRole("columnheader").length === 0)
      .map(wordsOf);
    const same = rows.length === expected.length && expected.every((each, i) => (typeof each === "string" ? rows[i] === each : each.test(rows[i] as string)));
    if (!same) throw new Error(`The rows of “${name}”: ${JSON.stringify(rows)}`);
  });
}

/** Writes into the pattern or the sample, at its end or in place of all that stands there. */
export async function type(editor: "Pattern" | "Sample text" | "Template", text: string, how: "after" | "instead" = "after"): Promise<void> {
  const view = EditorView.findFromDOM(await part("textbox", editor));
  if (!view) throw new Error(`No editor of the ${editor}.`);
  const end = view.state.doc.length;
  act(() => {
    view.dispatch({
      changes: { from: how === "after" ? end : 0, to: end, insert: text },
      selection: { anchor: (how === "after" ? end : 0) + text.length },
      userEvent: "input.type",
    });
  });
}

/** Pastes over all that stands in the pattern. */
export async function paste(text: string): Promise<void> {
  const view = EditorView.findFromDOM(await part("textbox", "Pattern"));
  act(() => view?.dispatch({ changes: { from: 0, to: view.state.doc.length, insert: text }, userEvent: "input.paste" }));
}

/** Puts the caret of an editor somewhere. */
export async function caret(editor: "Pattern" | "Sample text", offset: number): Promise<void> {
  const view = EditorView.findFromDOM(await part("textbox", editor));
  act(() => view?.dispatch({ selection: { anchor: offset } }));
}

/** A key of the whole page, by what it does. */
export function key(name: KeyName, which: "anywhere" | "outside" = "anywhere"): void {
  const parts = ((KEYS[name] as { anywhere: string; outside?: string })[which] ?? "").split("+");
  const held = { altKey: parts.includes("Alt"), shiftKey: parts.includes("Shift"), ctrlKey: parts.includes("Ctrl") };
  const code = parts.at(-1) ?? "";
  fireEvent.keyDown(document.body, { code, key: code.replace(/^Key/, ""), ...held });
}

/** Opens a specimen of its own on the bench; the server that holds it is handed back. */
export function openBench(own: Partial<NewSpecimen> & { readonly text?: string; readonly at?: string } = {}): PageServer {
  const server = new PageServer();
  const { pattern = "(\\w+) (\\d+)", flags = "g", text = GAUGE_LOG, at = "", ...more } = own;
  const { id } = server.put({ title: "Gauges", pattern, flags, samples: [{ name: "log", text }], ...more });
  openAt(`/bench/${id}${at}`);
  return server;
}

/** What three gauges say. */
export const GAUGE_LOG = "Ulm 41 cm\nTarrow 7 cm\nweir shut\n";

/** Waits until something holds. */
export async function until(what: string, holds: () => boolean): Promise<void> {
  await waitFor(() => {
    if (!holds()) throw new Error(`not yet: ${what}`);
  });
}
