/** Choosing the dialect of the pattern, and what that changes in the pattern at hand. */
import { carryFlags, type DialectName, dialectOf, type FlagChange, type MeaningChange, meaningChanges, READ_DIALECTS, read, visible } from "@lamprey/core";
import { DropdownMenu, Popover } from "radix-ui";
import { useEffect, useMemo, useState } from "react";
import { CarriedPattern } from "../contrast/CarriedPattern.tsx";
import type { CarriedView } from "../engine/messages.ts";
import { useEngineControls } from "../run/controls.ts";
import { usePattern } from "../run/patternHandle.ts";
import { useTables } from "../shared/useTables.ts";
import { plural } from "../shared/words.ts";
import { dialectSwitched, switchPutAway } from "../state/benchSlice.ts";
import { store, useAppDispatch, useAppSelector } from "../state/store.ts";

/** What a dialect is besides its title; empty where that says it. */
const NOTES: Readonly<Record<DialectName, string>> = {
  ecmascript: "the standard ECMAScript",
  python: "",
  java: "",
  dotnet: "",
  perl: "",
  pcre: "",
  ere: "POSIX extended, as in egrep and awk",
  bre: "POSIX basic",
  literal: "fixed strings, one a line",
};

export function DialectControl() {
  const pattern = usePattern();
  const dispatch = useAppDispatch();
  const dialect = useAppSelector((s) => s.draft.fields.dialect);
  const flags = useAppSelector((s) => s.draft.fields.flags);
  const choose = (name: DialectName) => {
    const [from, to] = [dialectOf(dialect), dialectOf(name)];
    if (!from || !to || from === to) return;
    const carried = carryFlags(flags, from, to, store.getState().bench.leftFlags);
    pattern.current?.setDialect(name, carried.flags);
    dispatch(dialectSwitched({ from: { dialect, flags, pattern: store.getState().draft.fields.pattern }, flags: carried.changes, left: carried.left }));
  };
  return (
    <DropdownMenu.Root>
      <DropdownMenu.Trigger
        className="flex items-center gap-1 whitespace-nowrap rounded-sm text-[12px] text-tide underline decoration-dotted underline-offset-4"
        aria-label={`Dialect: ${dialectOf(dialect).title}`}
      >
        {dialectOf(dialect).title}
        <span className="text-[9px]">▾</span>
      </DropdownMenu.Trigger>
      <DropdownMenu.Portal>
        <DropdownMenu.Content className="menu z-20" align="start" sideOffset={4}>
          <DropdownMenu.RadioGroup value={dialect} onValueChange={(value) => choose(value as DialectName)}>
            {READ_DIALECTS.map(({ name, title }) => (
              <DropdownMenu.RadioItem key={name} value={name} className="menu-item">
                {title}
                {NOTES[name] !== "" && <span className="text-ink-2">, {NOTES[name]}</span>}
                <span className="ml-auto pl-4 text-ink-2">{name === dialect ? "now" : ""}</span>
              </DropdownMenu.RadioItem>
            ))}
          </DropdownMenu.RadioGroup>
        </DropdownMenu.Content>
      </DropdownMenu.Portal>
    </DropdownMenu.Root>
  );
}

/** Changes shown in the line itself; the rest opens. */
const SHOWN = 1;

export interface DialectChangesProps {
  readonly title: string;
  readonly flags: readonly FlagChange[];
  readonly changes: readonly MeaningChange[];
}

/** What the last switch of dialect changed in this pattern. Null where there was none, or it was put away. */
export function useDialectChanges(): DialectChangesProps | null {
  const switched = useAppSelector((s) => s.bench.switched);
  const { dialect, pattern, flags } = useAppSelector((s) => s.draft.fields);
  const tables = useTables(pattern);
  // biome-ignore lint/correctness/useExhaustiveDependencies: with more tables here, the same pattern reads otherwise.
  return useMemo(() => {
    // It speaks of the pattern that was switched: the next edit of it leaves it behind.
    if (!switched || switched.from.dialect === dialect || switched.from.pattern !== pattern) return null;
    const changes = meaningChanges(read(switched.from), read({ dialect, flags, pattern }));
    return { title: dialectOf(dialect).title, flags: switched.flags, changes };
  }, [switched, dialect, pattern, flags, tables]);
}

/** Flags that the last switch of dialect left behind, for where the line speaks of a mistake. */
export function FlagsLeft({ flags }: Pick<DialectChangesProps, "flags">) {
  const [first] = flags;
  return first ? (
    <p className="min-w-0 text-ink-2" data-part="flags-left" title={flags.map(({ flag, message }) => `${flag}: ${message}.`).join(" ")}>
      <FlagLine change={first} />
      {flags.length > 1 && ` And ${plural(flags.length - 1, "more flag")}.`}
    </p>
  ) : null;
}

/** One line; the rest opens. */
export function DialectChanges({ title, flags, changes }: DialectChangesProps) {
  const dispatch = useAppDispatch();
  const lines = [
    ...flags.map((change) => ({ key: `flag ${change.flag}`, line: <FlagLine change={change} /> })),
    ...changes.map((change) => ({ key: `${change.start} ${change.end} ${change.message}`, line: <Change change={change} /> })),
  ];
  return (
    <div className="flex min-w-0 flex-1 items-center gap-2" role="status" data-part="dialect-changes">
      <p className="min-w-0">
        Read as {title} now: {lines.length === 0 ? "nothing in this pattern changes its meaning." : lines.slice(0, SHOWN).map(({ line }) => line)}
      </p>
      {lines.length > SHOWN && (
        <Popover.Root>
          <Popover.Trigger className="key shrink-0">all {plural(lines.length, "change")}</Popover.Trigger>
          <Popover.Portal>
            <Popover.Content align="end" sideOffset={6} className="menu z-20 max-h-[320px] max-w-[560px] overflow-auto p-3">
              <ol className="flex flex-col gap-1" aria-label="What changes its meaning">
                {lines.map(({ key, line }) => (
                  <li key={key}>{line}</li>
                ))}
              </ol>
            </Popover.Content>
          </Popover.Portal>
        </Popover.Root>
      )}
      <WrittenForIt />
      <button type="button" className="quiet-key shrink-0 underline" onClick={() => dispatch(switchPutAway())}>
        Close
      </button>
    </div>
  );
}

/** The pattern that was switched, carried to the dialect that it has now: offered where it is written otherwise. */
export function WrittenForIt() {
  const controls = useEngineControls();
  const from = useAppSelector((s) => s.bench.switched?.from);
  const { dialect, pattern, flags } = useAppSelector((s) => s.draft.fields);
  const [known, setKnown] = useState<{ readonly from: unknown; readonly dialect: DialectName; readonly carried: CarriedView | null } | null>(null);
  useEffect(() => {
    let left = false;
    if (from)
      void controls.carried(from, dialect).then((carried) => {
        if (!left) setKnown({ from, dialect, carried });
      });
    return () => {
      left = true;
    };
  }, [controls, from, dialect]);
  const carried = known?.from === from && known?.dialect === dialect ? known.carried : null;
  if (!carried || carried.pattern === null || (carried.pattern === pattern && carried.flags === flags)) return null;
  const { title } = dialectOf(dialect);
  return (
    <Popover.Root>
      <Popover.Trigger className="key shrink-0 whitespace-nowrap">written for {title}</Popover.Trigger>
      <Popover.Portal>
        <Popover.Content
          align="end"
          sideOffset={6}
          className="menu z-20 max-h-[320px] w-[min(480px,96vw)] overflow-auto p-3"
          aria-label={`The pattern written for ${title}`}
        >
          <CarriedPattern dialect={dialect} carried={{ ...carried, pattern: carried.pattern }} take="take it" />
        </Popover.Content>
      </Popover.Portal>
    </Popover.Root>
  );
}

function FlagLine({ change: { flag, message } }: { readonly change: FlagChange }) {
  return (
    <span key={flag}>
      <code className="source font-semibold text-tide">{flag}</code>
      {": "}
      {message}.
    </span>
  );
}

function Change({ change }: { readonly change: MeaningChange }) {
  const pattern = useAppSelector((s) => s.draft.fields.pattern);
  return (
    <span>
      <code className="source font-semibold text-tide">{visible(pattern.slice(change.start, change.end), 24)}</code>
      {": "}
      {change.message}
    </span>
  );
}
