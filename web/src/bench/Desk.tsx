/** The desk: the chosen panel, and beside it the rail that names every panel with its one figure. */
import { formsOf, hostOf } from "@lamprey/core";
import { Tabs } from "radix-ui";
import { Suspense } from "react";
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
import { DESK, deskPanel } from "./desk.ts";

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
  const { panel, name, question, Content } = deskPanel(useAppSelector((s) => s.bench.panel));
  return (
    <Tabs.Content value={panel} tabIndex={-1} className="flex h-full min-h-0 flex-col bg-sheet [contain:layout_paint_style]" key={panel}>
      <header className="flex h-[32px] shrink-0 items-center gap-3 border-b border-rule px-4">
        <h2 className="part-name text-[15px]" title={question}>
          {name}
        </h2>
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

/** What a panel says where only its name is to be seen; empty where there is nothing to say. */
const FIGURES: Readonly<Record<SidePanel, (state: RootState) => string>> = {
  ledger: ({ bench: { result } }) => {
    if (!result) return "";
    return `${number(tableOf(result.matches).length)}${result.cut ? " +" : ""}`;
  },
  takers: ({ bench: { holders, panel } }) => (panel === "takers" && holders ? `${number(holders.holders.length)} parts` : ""),
  contrast: ({ bench: { contrast } }) => {
    const [own, other] = contrast?.variants ?? [];
    if (!own || !other) return "";
    if (own.matches.rows.length !== other.matches.rows.length || own.totalLength !== other.totalLength) return "differs";
    return own.otherCaptures + other.otherCaptures > 0 ? "captures" : "alike";
  },
  drift: ({ hazard: { drift }, bench: { reading } }) => {
    if (!drift || isBroken({ reading })) return "";
    if (drift.relation === "equal") return "the same";
    return [drift.onlyRight !== null ? "gained" : "", drift.onlyLeft !== null ? "lost" : ""].filter((word) => word !== "").join(", ");
  },
  rewrite: ({ host: { rewriting }, bench: { panel } }) => (panel === "rewrite" && rewriting?.made ? plural(rewriting.made.replacements, "change") : ""),
  calls: ({ draft }) => hostOf(draft.fields.dialect)?.calls.host ?? "",
  source: ({ draft }) => formsOf(draft.fields.dialect)[0]?.label ?? "",
  engines: ({ host: { confirmed }, bench: { result } }) => {
    if (!confirmed || confirmed.generation !== result?.generation) return "";
    return confirmed.agrees === null ? "no answer" : confirmed.agrees ? "agrees" : "differs";
  },
  texts: ({ expectations: { judged } }) => (judged ? `${number(judged.passed)} of ${number(judged.lines.length)}` : ""),
  slips: (state) => {
    const said = slipsShown(state)?.said.length;
    return said === undefined ? "" : said === 0 ? "none seen" : number(said);
  },
  hazard: ({ hazard: { verdict }, draft }) => (verdict && draft.fields.pattern !== "" ? shortWord(verdict) : ""),
};

export function Rail() {
  const dispatch = useAppDispatch();
  const open = useAppSelector((s) => s.layout.deskOpen);
  return (
    <Tabs.List className="flex w-[84px] shrink-0 flex-col border-l border-rule bg-paper" aria-label="Desk">
      {DESK.map((each) => (
        <Tip key={each.panel} side="left" words={<RailWords question={each.question} keyName={each.key} word={each.word} />}>
          <Tabs.Trigger
            value={each.panel}
            className={`flex h-[46px] flex-col items-start justify-center border-b border-rule-soft border-l-[3px] border-l-transparent px-2 text-left text-ink-2 hover:text-tide ${
              open ? "aria-selected:border-l-tide aria-selected:bg-sheet aria-selected:text-ink" : ""
            }`}
            onMouseDown={(event) => {
              if (event.button === 0) dispatch(deskFolded(open && event.currentTarget.ariaSelected === "true"));
            }}
            onKeyDown={(event) => {
              if (event.key === "Enter" || event.key === " ") dispatch(deskFolded(false));
            }}
          >
            <span className="part-name text-[14px] leading-[17px]">{each.name}</span>
            <Figure panel={each.panel} />
          </Tabs.Trigger>
        </Tip>
      ))}
    </Tabs.List>
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

function Figure({ panel }: { readonly panel: SidePanel }) {
  const words = useAppSelector(FIGURES[panel]);
  const loud = useAppSelector((s) => panel === "hazard" && s.hazard.verdict !== null && s.draft.fields.pattern !== "" && alarmOf(s.hazard.verdict) === "loud");
  return <span className={`max-w-full truncate text-[11px] leading-[14px] ${loud ? "font-semibold text-rust" : ""}`}>{words || "\u00a0"}</span>;
}
