/** The search through files: what is asked, which files were given, and how far the run is. Rows and files themselves are with the screen: they are many. */
import type { DialectName, Encoding, LinePart, Shown, ShownKind } from "@lamprey/core";
import { createSlice, type PayloadAction } from "@reduxjs/toolkit";
import type { FilesNews, FilesProgress, FilesQuestion, Remark } from "../engine/files/messages.ts";

/** What a person writes and chooses. */
export interface FilesForm {
  readonly pattern: string;
  readonly dialect: DialectName;
  readonly flags: string;
  /** Whether each line is a pattern of its own. */
  readonly each: boolean;
  readonly part: LinePart;
  readonly others: boolean;
  readonly kind: ShownKind;
  readonly around: number;
  readonly group: string;
  readonly template: string;
  /** Null for all. */
  readonly first: number | null;
  readonly encoding: Encoding;
  readonly binaryToo: boolean;
  /** Globs of the files that are searched, with blanks between them; all where it is empty. */
  readonly only: string;
  /** The specimen that the pattern came from, to which tests are added; null where there is none. */
  readonly specimen: { readonly id: string; readonly title: string } | null;
}

const NEW_FORM: FilesForm = {
  pattern: "",
  dialect: "ecmascript",
  flags: "",
  each: false,
  part: "part",
  others: false,
  kind: "lines",
  around: 0,
  group: "",
  template: "",
  first: null,
  encoding: "auto",
  binaryToo: false,
  only: "",
  specimen: null,
};

export interface FilesState {
  readonly form: FilesForm;
  /** Goes up when other files were given. */
  readonly given: number;
  readonly run: "none" | "running" | "ended" | "cancelled" | "failed";
  /** The question of the run; rows are of it. */
  readonly question: FilesQuestion | null;
  readonly progress: FilesProgress | null;
  /** Bytes and files that the run goes through. */
  readonly total: { readonly bytes: number; readonly files: number };
  /** Goes up with every change of the rows. */
  readonly rows: number;
  readonly faults: readonly Remark[];
  readonly hanging: readonly Remark[];
  readonly failure: string | null;
}

const KEY = "lamprey.files";

/** The form is kept in the window's session, so that a reload finds it. The files themselves have to be given again. */
function keptForm(): FilesForm {
  try {
    const kept: unknown = JSON.parse(sessionStorage.getItem(KEY) ?? "null");
    return typeof kept === "object" && kept !== null ? { ...NEW_FORM, ...kept } : NEW_FORM;
  } catch {
    // A window that keeps nothing, or something else under this name, begins anew.
    return NEW_FORM;
  }
}

export function keepForm(form: FilesForm): void {
  try {
    sessionStorage.setItem(KEY, JSON.stringify(form));
  } catch {
    // It holds until the page is loaded again.
  }
}

const NO_RUN = { run: "none", question: null, progress: null, total: { bytes: 0, files: 0 }, rows: 0, faults: [], hanging: [], failure: null } as const;

const initial = (): FilesState => ({ form: keptForm(), given: 0, ...NO_RUN });

const slice = createSlice({
  name: "files",
  initialState: initial,
  reducers: {
    formChanged: (state, { payload }: PayloadAction<Partial<FilesForm>>) => ({ ...state, form: { ...state.form, ...payload } }),
    /** Tests are added to this one from now on. The question of a run does not depend on it. */
    specimenChosen: (state, { payload }: PayloadAction<FilesForm["specimen"]>) => ({ ...state, form: { ...state.form, specimen: payload } }),
    filesGiven: (state) => ({ ...state, given: state.given + 1 }),
    searchBegun: (state, { payload }: PayloadAction<Pick<FilesState, "question" | "total">>) => ({ ...state, ...NO_RUN, ...payload, run: "running" as const }),
    searchHeard: (state, { payload: { progress, faults, hanging } }: PayloadAction<Omit<FilesNews, "rows">>) => ({
      ...state,
      progress,
      rows: state.rows + 1,
      faults: faults.length > 0 ? [...state.faults, ...faults] : state.faults,
      hanging: hanging.length > 0 ? [...state.hanging, ...hanging] : state.hanging,
    }),
    searchEnded: (state, { payload }: PayloadAction<"ended" | "cancelled">) => ({ ...state, run: payload }),
    searchFailed: (state, { payload }: PayloadAction<string>) => ({ ...state, run: "failed" as const, failure: payload }),
    searchPutAway: (state) => ({ ...state, ...NO_RUN }),
  },
});

export const { formChanged, specimenChosen, filesGiven, searchBegun, searchHeard, searchEnded, searchFailed, searchPutAway } = slice.actions;
export const filesReducer = slice.reducer;

function shownOf({ kind, around, group, template }: FilesForm): Shown<string> {
  switch (kind) {
    case "lines":
      return { kind, around };
    case "distinct":
      return { kind, group };
    case "replaced":
      return { kind, template };
    case "parts":
    case "count":
    case "files":
      return { kind };
  }
}

/** The form as a question. */
export function questionOf(form: FilesForm): FilesQuestion {
  const { dialect, flags, part, others, first, encoding, binaryToo } = form;
  const patterns = form.each && dialect !== "literal" ? form.pattern.split("\n").filter((line) => line !== "") : [form.pattern];
  // A line is a text of its own, in which the matches do not depend on where the last search ended.
  return {
    dialect,
    flags: dialect === "ecmascript" ? flags.replace("g", "") : flags,
    patterns,
    part,
    others,
    shown: shownOf(form),
    first,
    encoding,
    binaryToo,
  };
}
