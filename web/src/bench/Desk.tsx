/** The desk: the chosen panel, and beside it the rail that names the groups of panels, each with one figure. */
import { hostOf } from "@lamprey/core";
import { Tabs } from "radix-ui";
import { Suspense, useState } from "react";
import { tableOf } from "../engine/tables.ts";
import { alarmOf, shortWord } from "../hazard/words.ts";
import { AskingControl } from "../ledger/AskingControl.tsx";
import { GLOSSARY, type OwnWord } from "../shared/glossary.ts";
import { type KeyName, keyWords } from "../shared/keys.ts";
import { Tip } from "../shared/Tip.tsx";
import { number, plural } from "../shared/words.ts";
import { isBroken, panelChosen, type SidePanel } from "../state/benchSlice.ts";
import { deskFolded } from "../state/layoutSlice.ts";
import { slipsShown } from "../state/slipsSlice.ts";
import { type RootState, useAppDispatch, useAppSelector } from "../state/store.ts";
import { DESK_GROUPS, type DeskGroup, type DeskPanel, deskPanel } from "./desk.ts";

/** The panels as tabs; `children` stand where the panel and the rail are put. */
export function DeskTabs({ className, children }: { readonly className: string; readonly children: React.ReactNode }) {
  const dispatch = useAppDispatch();
  const panel = useAppSelector((s) => s.bench.panel);
  return (
    <Tabs.Root orientation="vertical" value={panel} onValueChange={(value) => dispatch(panelChosen(value as SidePanel))} className={className}>
      {children}
    </Tabs.Root>
  );
}

export function DeskPanelShown() {
  const dispatch = useAppDispatch();
  const { panel, group, question, Content } = deskPanel(useAppSelector((s) => s.bench.panel));
  return (
    <Tabs.Content value={panel} tabIndex={-1} className="flex h-full min-h-0 flex-col bg-sheet [contain:layout_paint_style]" key={panel}>
      <header className="flex min-h-[32px] shrink-0 flex-wrap items-center gap-x-3 border-b border-rule px-4 max-[819px]:px-2">
        <h2 className="part-name text-[15px]" title={question}>
          {group}
        </h2>
        <PanelsOfGroup group={group} chosen={panel} />
        <AskingControl />
        <button
          type="button"
          className="quiet-key shrink-0 !px-1 max-[819px]:hidden"
          aria-label="Fold the desk"
          title={`Fold the desk (${keyWords("foldDesk")})`}
          onClick={() => dispatch(deskFolded(true))}
        >
          ⇥
        </button>
      </header>
      <Suspense fallback={null}>
        <Content />
      </Suspense>
    </Tabs.Content>
  );
}

/** The panels of a group, where it has several. */
function PanelsOfGroup({ group, chosen }: { readonly group: DeskGroup; readonly chosen: SidePanel }) {
  const dispatch = useAppDispatch();
  const panels = DESK_GROUPS.find((each) => each.group === group)?.panels ?? [];
  if (panels.length < 2) return null;
  return (
    <fieldset aria-label={`Panels of ${group}`} className="flex h-[30px] shrink-0 items-center gap-1">
      {panels.map(({ panel, name, question, key }) => (
        <button
          key={panel}
          type="button"
          aria-pressed={panel === chosen}
          title={`${question} (${keyWords(key)})`}
          className={`h-[24px] whitespace-nowrap rounded-sm px-2 text-[13px] ${panel === chosen ? "bg-paper font-semibold text-ink" : "text-ink-2 hover:text-tide"}`}
          onClick={() => dispatch(panelChosen(panel))}
        >
          {name}
        </button>
      ))}
    </fieldset>
  );
}

/** What a group says where only its name is to be seen; empty where there is nothing to say. */
const FIGURES: Readonly<Record<DeskGroup, (state: RootState) => string>> = {
  Matches: ({ bench: { result } }) => {
    if (!result) return "";
    return `${number(tableOf(result.matches).length)}${result.cut ? " +" : ""}`;
  },
  Compare: ({ bench: { contrast, reading }, hazard: { drift } }) => {
    const [own, other] = contrast?.variants ?? [];
    if (own && other) {
      if (own.matches.rows.length !== other.matches.rows.length || own.totalLength !== other.totalLength) return "differs";
      return own.otherCaptures + other.otherCaptures > 0 ? "captures" : "the same";
    }
    if (!drift || isBroken({ reading }) || drift.relation === "equal") return "";
    return [drift.onlyRight !== null ? "gained" : "", drift.onlyLeft !== null ? "lost" : ""].filter((word) => word !== "").join(", ");
  },
  Risk: ({ hazard: { verdict }, draft }) => (verdict && draft.fields.pattern !== "" ? shortWord(verdict) : ""),
  Replace: ({ host: { rewriting }, bench: { panel } }) => (panel === "rewrite" && rewriting?.made ? plural(rewriting.made.replacements, "change") : ""),
  Code: ({ host: { confirmed }, bench: { result }, draft }) => {
    if (!confirmed || confirmed.generation !== result?.generation) return hostOf(draft.fields.dialect).calls.host ?? "";
    return confirmed.agrees === null ? "no answer" : confirmed.agrees ? "agrees" : "differs";
  },
  Tests: ({ expectations: { judged } }) => (judged ? `${number(judged.passed)} of ${number(judged.lines.length)}` : ""),
  Mistakes: (state) => {
    const said = slipsShown(state)?.said.length;
    return said === undefined ? "" : said === 0 ? "none seen" : number(said);
  },
};

export function Rail() {
  return (
    <Tabs.List className="flex w-[84px] shrink-0 flex-col border-l border-rule bg-paper" aria-label="Desk">
      {DESK_GROUPS.map(({ group, panels }) => (
        <RailEntry key={group} group={group} panels={panels} />
      ))}
    </Tabs.List>
  );
}

/** A group on the rail. It opens the panel of the group that was open last. */
function RailEntry({ group, panels }: { readonly group: DeskGroup; readonly panels: readonly DeskPanel[] }) {
  const dispatch = useAppDispatch();
  const open = useAppSelector((s) => s.layout.deskOpen);
  const chosen = useAppSelector((s) => s.bench.panel);
  const own = panels.find(({ panel }) => panel === chosen);
  const [last, setLast] = useState<DeskPanel>(panels[0] as DeskPanel);
  if (own && own !== last) setLast(own);
  const { panel, question, key, word } = own ?? last;
  return (
    <Tip side="left" words={<RailWords question={question} keyName={key} word={word} />}>
      <Tabs.Trigger
        value={panel}
        className={`flex h-[52px] flex-col items-start justify-center border-b border-rule-soft border-l-[3px] border-l-transparent px-2 text-left text-ink-2 hover:text-tide ${
          open ? "aria-selected:border-l-tide aria-selected:bg-sheet aria-selected:text-ink" : ""
        }`}
        onMouseDown={(event) => {
          if (event.button === 0) dispatch(deskFolded(open && event.currentTarget.ariaSelected === "true"));
        }}
        onKeyDown={(event) => {
          if (event.key === "Enter" || event.key === " ") dispatch(deskFolded(false));
        }}
      >
        <span className="part-name text-[15px] leading-[18px]">{group}</span>
        <Figure group={group} />
      </Tabs.Trigger>
    </Tip>
  );
}

function RailWords({ question, keyName, word }: { readonly question: string; readonly keyName: KeyName; readonly word: OwnWord }) {
  return (
    <>
      {question} <span className="whitespace-nowrap text-ink-2">{keyWords(keyName)}</span>
      <span className="block text-ink-2">{GLOSSARY[word]}</span>
    </>
  );
}

function Figure({ group }: { readonly group: DeskGroup }) {
  const words = useAppSelector(FIGURES[group]);
  const loud = useAppSelector((s) => group === "Risk" && s.hazard.verdict !== null && s.draft.fields.pattern !== "" && alarmOf(s.hazard.verdict) === "loud");
  return <span className={`max-w-full truncate text-[12px] leading-[15px] ${loud ? "font-semibold text-rust" : ""}`}>{words || "\u00a0"}</span>;
}
