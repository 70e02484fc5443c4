/** The desk's panels by what one wants to know, in the order in which people come to want it: one table for tabs, keys, addresses and commands. */
import { type ComponentType, lazy } from "react";
import { Ledger } from "../ledger/Ledger.tsx";
import type { OwnWord } from "../shared/glossary.ts";
import type { KeyName } from "../shared/keys.ts";
import type { SidePanel } from "../state/benchSlice.ts";

// What is looked at once the first result is there is fetched when its panel is opened.
const ContrastPanel = lazy(() => import("../contrast/ContrastPanel.tsx").then((m) => ({ default: m.ContrastPanel })));
const DialectsPanel = lazy(() => import("../contrast/DialectsPanel.tsx").then((m) => ({ default: m.DialectsPanel })));
const DriftPanel = lazy(() => import("../hazard/DriftPanel.tsx").then((m) => ({ default: m.DriftPanel })));
const HazardPanel = lazy(() => import("../hazard/HazardPanel.tsx").then((m) => ({ default: m.HazardPanel })));
const TakersPanel = lazy(() => import("./TakersPanel.tsx").then((m) => ({ default: m.TakersPanel })));
const RewritePanel = lazy(() => import("../rewrite/RewritePanel.tsx").then((m) => ({ default: m.RewritePanel })));
const CallsPanel = lazy(() => import("../calls/CallsPanel.tsx").then((m) => ({ default: m.CallsPanel })));
const SourcePanel = lazy(() => import("../handoff/SourcePanel.tsx").then((m) => ({ default: m.SourcePanel })));
const EnginesPanel = lazy(() => import("../engines/EnginesPanel.tsx").then((m) => ({ default: m.EnginesPanel })));
const SlipsPanel = lazy(() => import("../slips/SlipsPanel.tsx").then((m) => ({ default: m.SlipsPanel })));
const TextsPanel = lazy(() => import("../expectations/TextsPanel.tsx").then((m) => ({ default: m.TextsPanel })));

/** What the panels are grouped by, in the terms of the trade. */
export type DeskGroup = "Matches" | "Compare" | "Risk" | "Replace" | "Code" | "Tests" | "Mistakes";

export interface DeskPanel {
  readonly panel: SidePanel;
  readonly group: DeskGroup;
  readonly name: string;
  readonly question: string;
  /** What the panel is, by its word. */
  readonly word: OwnWord;
  readonly key: KeyName;
  /** Pixels, before somebody has given it another width. */
  readonly width: number;
  readonly Content: ComponentType;
}

export const DESK: readonly DeskPanel[] = [
  {
    panel: "ledger",
    group: "Matches",
    name: "Table",
    question: "What matched, and what does each group hold?",
    word: "matches",
    key: "ledger",
    width: 440,
    Content: Ledger,
  },
  {
    panel: "takers",
    group: "Matches",
    name: "Parts",
    question: "Which part of the pattern took which text?",
    word: "parts",
    key: "takers",
    width: 320,
    Content: TakersPanel,
  },
  {
    panel: "contrast",
    group: "Compare",
    name: "Side by side",
    question: "What would another quantifier or pattern find?",
    word: "compare",
    key: "contrast",
    width: 480,
    Content: ContrastPanel,
  },
  {
    panel: "dialects",
    group: "Compare",
    name: "Dialects",
    question: "What would another engine find, and how is it written there?",
    word: "dialects",
    key: "dialects",
    width: 440,
    Content: DialectsPanel,
  },
  {
    panel: "drift",
    group: "Compare",
    name: "Last edit",
    question: "What did my edit do to the texts it takes?",
    word: "last edit",
    key: "drift",
    width: 400,
    Content: DriftPanel,
  },
  {
    panel: "hazard",
    group: "Risk",
    name: "Risk",
    question: "How bad can it get on a long text?",
    word: "risk",
    key: "hazard",
    width: 320,
    Content: HazardPanel,
  },
  {
    panel: "rewrite",
    group: "Replace",
    name: "Replace",
    question: "What does the text become?",
    word: "replace",
    key: "rewrite",
    width: 480,
    Content: RewritePanel,
  },
  {
    panel: "source",
    group: "Code",
    name: "Source",
    question: "How do I write it in my program?",
    word: "source",
    key: "source",
    width: 400,
    Content: SourcePanel,
  },
  { panel: "calls", group: "Code", name: "Calls", question: "What will my program be given?", word: "calls", key: "calls", width: 440, Content: CallsPanel },
  {
    panel: "engines",
    group: "Code",
    name: "Engines",
    question: "Does the real engine say so too?",
    word: "engines",
    key: "engines",
    width: 360,
    Content: EnginesPanel,
  },
  {
    panel: "texts",
    group: "Tests",
    name: "Tests",
    question: "What must it match, and what must it not?",
    word: "tests",
    key: "texts",
    width: 360,
    Content: TextsPanel,
  },
  {
    panel: "slips",
    group: "Mistakes",
    name: "Mistakes",
    question: "Did I write what I mean?",
    word: "mistakes",
    key: "slips",
    width: 360,
    Content: SlipsPanel,
  },
];

export function deskPanel(panel: SidePanel): DeskPanel {
  const found = DESK.find((each) => each.panel === panel);
  if (!found) throw new RangeError(`The desk has no panel “${panel}”.`);
  return found;
}

/** The groups with their panels, both in the order of the table. */
export const DESK_GROUPS: readonly { readonly group: DeskGroup; readonly panels: readonly DeskPanel[] }[] = [...new Set(DESK.map(({ group }) => group))].map(
  (group) => ({ group, panels: DESK.filter((each) => each.group === group) }),
);
