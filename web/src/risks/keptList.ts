/** The risk list is kept in the window's session, so that a reload finds it; it never leaves the browser. */
import { notify } from "../shared/notice.ts";
import { initialRisks, listFound, type RiskState } from "../state/riskSlice.ts";
import { store } from "../state/store.ts";

const KEY = "lamprey.risks";

/** A longer list is not kept: writing its rows down would hold the page up, and browsers keep about 5 million characters. */
const MOST_ROWS = 8000;

/** Puts the list that was kept into the store, and keeps what becomes of it; what ends that is handed back. */
export function startKeepingList(): () => void {
  let kept = keptList();
  if (kept.state !== "empty") store.dispatch(listFound(kept));
  kept = store.getState().risks;
  const keep = () => {
    const { risks } = store.getState();
    if (risks === kept) return;
    kept = risks;
    keepList(risks);
  };
  // While it is being judged it grows by every row: it is kept when it stands still, or the page is left.
  const unsubscribe = store.subscribe(() => store.getState().risks.state !== "judging" && keep());
  window.addEventListener("pagehide", keep);
  return () => {
    unsubscribe();
    window.removeEventListener("pagehide", keep);
  };
}

/** Keeps the list as it is; one that is still being judged is found stopped. */
function keepList(risks: RiskState): void {
  if (risks.state === "empty") sessionStorage.removeItem(KEY);
  else if (risks.rows.length > MOST_ROWS) tooLong();
  else {
    try {
      sessionStorage.setItem(KEY, JSON.stringify(risks));
    } catch (error) {
      console.warn("The risk list could not be kept for a reload.", error);
      tooLong();
    }
  }
}

function tooLong(): void {
  sessionStorage.removeItem(KEY);
  notify("The list is too long to survive a reload. Save it as CSV.");
}

/** The list that was kept; an empty one where none was. */
function keptList(): RiskState {
  try {
    const found: unknown = JSON.parse(sessionStorage.getItem(KEY) ?? "null");
    if (!isList(found)) return initialRisks;
    return found.state === "judging" ? { ...found, state: "stopped" } : found;
  } catch (error) {
    console.warn("The risk list that was kept could not be read.", error);
    return initialRisks;
  }
}

/** Whether it is a list as this version keeps it: sessions outlive versions. */
function isList(found: unknown): found is RiskState {
  if (typeof found !== "object" || found === null) return false;
  const { rows, state, version } = found as Partial<Record<string, unknown>>;
  return Array.isArray(rows) && typeof state === "string" && version === initialRisks.version;
}
