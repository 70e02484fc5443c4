/** All that can be done on the bench by name: one table for the command menu and the keys. Windings of the reel have a table of their own. */

import { specimensApi } from "../api/specimens.ts";
import { sampleAdded } from "../draft/draftSlice.ts";
import { type DraftFields, markedTitle } from "../draft/fields.ts";
import { makeUnkept } from "../draft/unkept.ts";
import { flipLines, holdMatches } from "../expectations/listEditor.ts";
import { takeOffer } from "../handoff/Offer.tsx";
import { endPath } from "../path/Path.tsx";
import type { EngineControls } from "../run/controls.ts";
import type { PatternHandle } from "../run/patternHandle.ts";
import { saveSpecimens } from "../shared/files.ts";
import type { KeyName } from "../shared/keys.ts";
import { notify } from "../shared/notice.ts";
import { recalled, remember } from "../shared/remembered.ts";
import { chooseTheme, currentTheme } from "../shared/theme.ts";
import { stageChosen } from "../state/benchSlice.ts";
import { formChanged } from "../state/filesSlice.ts";
import { deskFolded, partShown, reelFolded, reelIsOpen, stripFolded } from "../state/layoutSlice.ts";
import { menuOpened } from "../state/menuSlice.ts";
import { openPanel } from "../state/openPanel.ts";
import type { AppDispatch, RootState } from "../state/store.ts";
import { DESK } from "./desk.ts";
import { expectSelected } from "./expectSelected.ts";
import { goToLineWithout, inSample } from "./inSample.ts";
import { INVISIBLE_SWITCH, NO_WRAP_SWITCH } from "./switches.ts";

export interface ActionContext {
  readonly controls: EngineControls;
  readonly pattern: PatternHandle | null;
  readonly dispatch: AppDispatch;
  readonly state: () => RootState;
  /** Goes to another address of the page. */
  readonly go: (path: string) => void;
}

export interface Action {
  readonly id: string;
  readonly words: string;
  /** Other words that it is looked for by. */
  readonly also?: string;
  readonly key?: KeyName;
  readonly act: (context: ActionContext) => void;
}

async function saveKept(dispatch: AppDispatch, id: string | null): Promise<void> {
  if (id === null) return;
  const { data } = await dispatch(specimensApi.endpoints.exportSome.initiate([id]));
  if (data) saveSpecimens(data);
}

/** Packing a link takes code of its own, which is fetched when somebody wants one. */
async function sayCopied(fields: DraftFields): Promise<void> {
  const { copyLink } = await import("../link/copyLink.ts");
  notify(await copyLink(fields));
}

const flip = (name: string) => () => remember(name, recalled(name) !== true);

export const ACTIONS: readonly Action[] = [
  ...DESK.map(
    ({ panel, group, name, question, key }): Action => ({
      id: `desk-${panel}`,
      words: `Open ${group === name ? group : `${group}: ${name}`}`,
      // Found by its question, and by the word that its address has.
      also: `${panel} ${question}`,
      key,
      act: ({ dispatch }) => {
        openPanel(dispatch, panel);
      },
    }),
  ),
  {
    id: "other-editor",
    words: "From the pattern to the sample, and back",
    also: "focus editor",
    key: "otherEditor",
    act: ({ dispatch, pattern }) => {
      if (document.activeElement?.closest(".pattern-editor") == null) return pattern?.focus();
      dispatch(partShown("sample"));
      document.querySelector<HTMLElement>(".sample-editor .cm-content")?.focus();
    },
  },
  {
    id: "proof",
    words: "Proof and repairs of the risk",
    also: "catastrophic backtracking attack",
    act: ({ dispatch, state }) => dispatch(stageChosen(state().bench.stage === "hazard" ? "sample" : "hazard")),
  },
  {
    id: "machine",
    words: "The machine as a chart",
    also: "automaton graph diagram",
    act: ({ dispatch, state }) => {
      dispatch(partShown("sample"));
      dispatch(stageChosen(state().bench.stage === "machine" ? "sample" : "machine"));
    },
  },
  {
    id: "fold-reel",
    words: "Fold or open the reel",
    key: "foldReel",
    act: ({ dispatch, state }) => {
      dispatch(reelFolded(reelIsOpen(state().layout)));
      dispatch(partShown("reel"));
    },
  },
  {
    id: "fold-desk",
    words: "Fold or open the desk",
    also: "side panel",
    key: "foldDesk",
    act: ({ dispatch, state }) => dispatch(deskFolded(state().layout.deskOpen)),
  },
  {
    id: "fold-strip",
    words: "Fold or open the line of verdicts",
    also: "strip",
    key: "foldStrip",
    act: ({ dispatch, state }) => dispatch(stripFolded(state().layout.stripOpen)),
  },
  {
    id: "files",
    words: "Search files with this pattern",
    also: "grep sift folder logs lines",
    act: ({ dispatch, state, go }) => {
      const { id, fields } = state().draft;
      const { pattern, dialect, flags, template, title } = fields;
      dispatch(formChanged({ pattern, dialect, flags, template, group: "", each: false, specimen: id === null ? null : { id, title } }));
      go("/files");
    },
  },
  { id: "find", words: "Find a text in the sample", also: "search", act: ({ dispatch }) => inSample(dispatch, (sample) => sample.find()) },
  {
    id: "line-without-on",
    words: "The next line without a match",
    also: "unmatched",
    key: "lineWithoutOn",
    act: ({ controls, dispatch }) => void goToLineWithout(controls, dispatch, 1),
  },
  {
    id: "line-without-back",
    words: "The line without a match before this one",
    also: "unmatched previous",
    key: "lineWithoutBack",
    act: ({ controls, dispatch }) => void goToLineWithout(controls, dispatch, -1),
  },
  {
    id: "go-to",
    words: "Go to a match or a line by its number",
    also: "jump",
    key: "goTo",
    act: ({ dispatch }) => dispatch(menuOpened("go-to")),
  },
  { id: "wrap", words: "Wrap long lines of the sample, or do not", act: flip(NO_WRAP_SWITCH) },
  { id: "unseen", words: "Show or hide unseen characters", also: "invisible tab space line end", act: flip(INVISIBLE_SWITCH) },
  { id: "result", words: "Leave the reel for the result", key: "result", act: ({ controls }) => controls.wind(null) },
  {
    id: "stop-part",
    words: "Set a stop at the part at the pattern’s caret",
    also: "breakpoint",
    act: ({ controls }) => controls.stopAtCaret("pattern"),
  },
  {
    id: "stop-offset",
    words: "Set a stop at the sample’s caret",
    also: "breakpoint",
    act: ({ controls }) => controls.stopAtCaret("sample"),
  },
  {
    id: "add-sample",
    words: "Add an empty sample",
    also: "new text",
    act: ({ dispatch, state }) => {
      dispatch(sampleAdded(`sample ${state().draft.fields.samples.length + 1}`, ""));
      dispatch(partShown("sample"));
    },
  },
  {
    id: "take-offer",
    words: "Read pasted source text as the pattern that it is",
    also: "hand-in literal string escape",
    key: "takeOffer",
    act: ({ pattern }) => takeOffer(pattern),
  },
  {
    id: "expect-match",
    words: "What is selected, or the chosen match, must match",
    also: "expectation text test",
    key: "expectMatch",
    act: () => expectSelected("match"),
  },
  {
    id: "expect-none",
    words: "What is selected, or the chosen match, must not match",
    also: "expectation text test",
    key: "expectNone",
    act: () => expectSelected("no-match"),
  },
  {
    id: "hold-matches",
    words: "The line of the list at its caret asks for just these matches and groups, or for any again",
    also: "expectation capture record",
    key: "holdMatches",
    act: ({ controls, state }) => void holdMatches(controls, state().bench.result?.generation ?? 0),
  },
  { id: "flip-expectation", words: "Must match becomes must not, in the lines of the list at its caret", key: "flipExpectation", act: flipLines },
  {
    id: "save-specimen",
    words: "Save the pattern as a file, as it is kept",
    also: "export download json",
    act: ({ dispatch, state }) => void saveKept(dispatch, state().draft.id),
  },
  {
    id: "revisions",
    words: "Revisions: what the pattern was before",
    also: "history restore earlier version",
    act: ({ dispatch }) => dispatch(menuOpened("revisions")),
  },
  {
    id: "copy-link",
    words: "Copy a link that holds the pattern",
    also: "share url address permalink",
    act: ({ state }) => void sayCopied(state().draft.fields),
  },
  {
    id: "duplicate",
    words: "Duplicate the pattern, with its samples and tests",
    also: "copy clone new",
    act: ({ state, go }) => {
      const { fields } = state().draft;
      go(`/bench/${makeUnkept({ ...fields, title: markedTitle(fields.title, " (copy)") })}`);
    },
  },
  { id: "undo", words: "Undo in the pattern", act: ({ pattern }) => pattern?.undo() },
  { id: "redo", words: "Redo in the pattern", act: ({ pattern }) => pattern?.redo() },
  {
    id: "theme",
    words: "Change the theme",
    also: "dark light chart deep",
    act: () => chooseTheme(currentTheme() === "deep" ? "chart" : "deep"),
  },
  { id: "end-path", words: "Leave the path through the demo", also: "skip tour", key: "endPath", act: endPath },
  { id: "words", words: "Keys and words", also: "help glossary shortcuts", key: "words", act: ({ dispatch }) => dispatch(menuOpened("words")) },
  {
    id: "commands",
    words: "This list",
    key: "commands",
    act: ({ dispatch, state }) => dispatch(menuOpened(state().menu.open === "commands" ? null : "commands")),
  },
];
