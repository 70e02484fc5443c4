/** Matches as a file or on the clipboard. */
import { LEDGER_FORMS, type LedgerForm } from "@lamprey/core";
import type { EngineControls } from "../run/controls.ts";
import { copyText } from "../shared/clipboard.ts";
import { download, fileName } from "../shared/files.ts";
import { store } from "../state/store.ts";

export interface TakenMatches {
  readonly form: LedgerForm;
  /** Whether cells that a spreadsheet would run as formulas are made harmless. */
  readonly harmless: boolean;
  /** Which matches; null for all. */
  readonly only: Int32Array | null;
}

/** Takes the matches of the result that is shown; a few words say what was done, or why not. */
export async function takeMatches(controls: EngineControls, { form, harmless, only }: TakenMatches): Promise<string> {
  const { bench, draft } = store.getState();
  const blob = await controls.save(bench.result?.generation ?? 0, form, harmless, only);
  if (!blob) return "the pattern has changed meanwhile";
  if (form !== "text") {
    download(blob, fileName(draft.fields.title, form));
    return `saved as ${LEDGER_FORMS[form].name}`;
  }
  return (await copyText(await blob.text())) ? "copied" : "the browser did not allow it";
}
