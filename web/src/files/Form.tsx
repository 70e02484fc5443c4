/** What is asked: a pattern, the files, and what is to be shown of them. Small files are searched with every edit. */
import type { OfferedFiles } from "@lamprey/api";
import { compile, dialectOf, flagsIn, type LinePart, OF_MATCHES, READ_DIALECTS, type Reading, read, type ShownKind, visible } from "@lamprey/core";
import { type ReactNode, useEffect, useMemo, useState } from "react";
import { askedOf, type QuestionFault } from "../engine/files/asked.ts";
import { ChooseFiles } from "../shared/ChooseFiles.tsx";
import { copyText } from "../shared/clipboard.ts";
import { notify } from "../shared/notice.ts";
import { number, plural, size } from "../shared/words.ts";
import { type FilesForm, filesGiven, formChanged, questionOf } from "../state/filesSlice.ts";
import { useAppDispatch, useAppSelector } from "../state/store.ts";
import { commandFor } from "./command.ts";
import { chosen, filesTaken, type Given, giveFiles, givenFiles, offered, ofServer, putAwayFiles } from "./given.ts";
import { beginSearch, cancelSearch, isSearched, putAwaySearch } from "./searching.ts";

/** Files of so many bytes together are searched while one types. */
const SEARCHED_AT_ONCE = 32_000_000;
/** Characters that the page reads with every edit; a longer list is looked through by the worker, when it is run. */
const MOST_READ_HERE = 5000;
/** Milliseconds without an edit before that begins. */
const REST = 250;

const KIND_WORDS: Readonly<Record<ShownKind, string>> = {
  lines: "whole lines",
  parts: "the matching parts alone",
  distinct: "distinct values, most frequent first",
  count: "how many lines in each file",
  files: "names of files",
  replaced: "lines with the matches replaced",
};

const PART_WORDS: Readonly<Record<LinePart, string>> = {
  part: "anywhere in a line",
  line: "a whole line",
  word: "a whole word",
};

export function Form() {
  const dispatch = useAppDispatch();
  const form = useAppSelector((s) => s.files.form);
  const given = useAppSelector((s) => s.files.given);
  const run = useAppSelector((s) => s.files.run);
  const set = (change: Partial<FilesForm>) => dispatch(formChanged(change));
  const fault = useFault(form);
  const reading = useMemo(() => {
    const { dialect, flags, pattern } = form;
    return form.kind === "distinct" && pattern.length <= MOST_READ_HERE ? read({ dialect, flags, pattern }) : null;
  }, [form]);
  // biome-ignore lint/correctness/useExhaustiveDependencies: the list of files says by `given` that it has changed.
  const taken = useMemo(() => filesTaken(form.only), [form.only, given]);
  const bytes = taken.reduce((sum, file) => sum + file.size, 0);
  const isSmall = taken.length > 0 && bytes <= SEARCHED_AT_ONCE;
  const written = JSON.stringify(questionOf(form));
  const canRun = fault === null && form.pattern !== "" && taken.length > 0;
  const begin = () => {
    if (canRun) beginSearch();
  };
  // biome-ignore lint/correctness/useExhaustiveDependencies: an edit of anything begins it anew.
  useEffect(() => {
    if (!canRun || !isSmall || isSearched(taken)) return;
    const timer = setTimeout(beginSearch, REST);
    return () => clearTimeout(timer);
  }, [written, taken, canRun, isSmall]);
  const { kind } = form;
  return (
    <form
      className="flex min-h-0 flex-col gap-4 overflow-auto border-r border-rule bg-sheet px-4 py-4 max-[819px]:border-b max-[819px]:border-r-0"
      aria-label="What to search for"
      onSubmit={(event) => {
        event.preventDefault();
        begin();
      }}
    >
      <Section name="Pattern">
        <textarea
          className="field source w-full resize-y !whitespace-pre-wrap text-[15px] [overflow-wrap:anywhere]"
          aria-label={form.dialect === "literal" || form.each ? "Patterns, one a line" : "Pattern"}
          aria-invalid={fault?.field === "pattern"}
          rows={Math.min(8, Math.max(2, form.pattern.split("\n").length))}
          spellCheck={false}
          autoCapitalize="off"
          value={form.pattern}
          onChange={({ target }) => set({ pattern: target.value })}
          onKeyDown={(event) => {
            if (event.key !== "Enter" || event.shiftKey || form.pattern.includes("\n") || form.dialect === "literal" || form.each) return;
            event.preventDefault();
            begin();
          }}
        />
        <Fault fault={fault} of="pattern" text={form.pattern} each={form.each} />
        <div className="flex flex-wrap items-center gap-x-2 gap-y-1">
          <select className="field !py-[1px]" aria-label="Dialect" value={form.dialect} onChange={({ target }) => set(dialectChange(form, target.value))}>
            {READ_DIALECTS.map(({ name, title }) => (
              <option key={name} value={name}>
                {title}
              </option>
            ))}
          </select>
          <Flags form={form} set={set} />
        </div>
        {form.dialect !== "literal" && (form.pattern.includes("\n") || form.each) && (
          <Check label="each line is a pattern of its own" checked={form.each} set={(each) => set({ each })} />
        )}
      </Section>

      <Section name="Files">
        <FilesGiven taken={taken.length} bytes={bytes} form={form} set={set} />
      </Section>

      <Section name="Show">
        <select
          className="field w-full !py-[1px]"
          aria-label="What is shown"
          value={kind}
          onChange={({ target }) => set(kindChange(target.value as ShownKind))}
        >
          {Object.entries(KIND_WORDS).map(([name, words]) => (
            <option key={name} value={name}>
              {words}
            </option>
          ))}
        </select>
        {kind === "distinct" && <Group reading={reading} form={form} set={set} />}
        <Fault fault={fault} of="group" text={form.group} each={false} />
        {kind === "replaced" && (
          <label className="flex items-center gap-2 text-ink-2">
            replace by
            <input
              className="field source min-w-0 flex-1 !py-[1px] text-[14px]"
              aria-label="Template"
              spellCheck={false}
              value={form.template}
              onChange={({ target }) => set({ template: target.value })}
            />
          </label>
        )}
        <Fault fault={fault} of="template" text={form.template} each={false} />
        {!OF_MATCHES.has(kind) && (
          <Check
            label={kind === "files" ? "files in which nothing matches" : "lines that do not match"}
            checked={form.others}
            set={(others) => set({ others })}
          />
        )}
        {kind !== "replaced" && (
          <label className="flex items-center gap-2 text-ink-2">
            a match is
            <select className="field !py-[1px]" value={form.part} onChange={({ target }) => set({ part: target.value as LinePart })}>
              {Object.entries(PART_WORDS).map(([name, words]) => (
                <option key={name} value={name}>
                  {words}
                </option>
              ))}
            </select>
          </label>
        )}
        {kind === "lines" && <Count label="lines around each" value={form.around} set={(around) => set({ around: around ?? 0 })} most={1000} none={0} />}
        {kind !== "files" && <Count label="lines of a file at most" value={form.first} set={(first) => set({ first })} most={1e9} none={null} />}
        <details className="text-ink-2">
          <summary className="cursor-pointer hover:text-tide">encoding, binary files</summary>
          <div className="mt-2 flex flex-col gap-2">
            <select
              className="field !py-[1px]"
              aria-label="Encoding"
              value={form.encoding}
              onChange={({ target }) => set({ encoding: target.value as FilesForm["encoding"] })}
            >
              <option value="auto">UTF-8, or UTF-16 with its mark</option>
              <option value="latin1">Latin-1</option>
            </select>
            <Check label="search binary files, too" checked={form.binaryToo} set={(binaryToo) => set({ binaryToo })} />
          </div>
        </details>
      </Section>

      <div className="flex items-center gap-2">
        {run === "running" ? (
          <button type="button" className="key" onClick={cancelSearch}>
            Stop
          </button>
        ) : (
          <button type="submit" className="key border-tide! text-tide!" disabled={!canRun}>
            Search
          </button>
        )}
        <span className="text-[12px] text-ink-2">
          {taken.length === 0
            ? "Choose files first."
            : form.pattern === ""
              ? "Write a pattern."
              : isSmall
                ? "Every edit searches them again."
                : "Enter in the pattern searches them."}
        </span>
      </div>
      <button
        type="button"
        className="quiet-key self-start !px-0 text-left text-[12px]"
        title="Copies the same search as a command for a terminal"
        onClick={() =>
          void copyText(commandFor(questionOf(form), form.only)).then((done) =>
            notify(done ? "The command is on the clipboard." : "The browser does not allow the clipboard to be written."),
          )
        }
      >
        Copy as a command for a terminal
      </button>
    </form>
  );
}

/** What is wrong with the form; an empty pattern of a form that nobody filled in is nothing wrong. */
function useFault(form: FilesForm): QuestionFault | null {
  return useMemo(() => {
    if (form.pattern.length > MOST_READ_HERE) return null;
    const asked = askedOf(questionOf(form));
    return "fault" in asked ? asked.fault : null;
  }, [form]);
}

function dialectChange({ flags }: FilesForm, name: string): Partial<FilesForm> {
  const rules = dialectOf(name as FilesForm["dialect"]);
  const known = rules ? flagsIn(rules, flags).filter((letter) => rules.flags.some((flag) => flag.letter === letter)) : [];
  return { dialect: name as FilesForm["dialect"], flags: known.join("") };
}

const kindChange = (kind: ShownKind): Partial<FilesForm> => (OF_MATCHES.has(kind) ? { kind, others: false } : { kind });

function Section({ name, children }: { readonly name: string; readonly children: ReactNode }) {
  return (
    <section className="flex flex-col gap-2" aria-label={name}>
      <h2 className="part-name text-[15px] leading-none text-ink-2">{name}</h2>
      {children}
    </section>
  );
}

function Check({ label, checked, set }: { readonly label: string; readonly checked: boolean; readonly set: (checked: boolean) => void }) {
  return (
    <label className="flex items-center gap-2">
      <input type="checkbox" className="accent-[var(--tide)]" checked={checked} onChange={() => set(!checked)} />
      {label}
    </label>
  );
}

interface CountProps {
  readonly label: string;
  readonly value: number | null;
  readonly set: (value: number | null) => void;
  readonly most: number;
  /** What an empty field says. */
  readonly none: number | null;
}

function Count({ label, value, set, most, none }: CountProps) {
  return (
    <label className="flex items-center gap-2 text-ink-2">
      <input
        className="field w-20 !py-[1px]"
        type="number"
        min={none === null ? 1 : 0}
        max={most}
        placeholder={none === null ? "all" : "0"}
        value={value === none ? "" : (value ?? "")}
        onChange={({ target }) => {
          const n = Math.floor(Number(target.value));
          set(target.value === "" || !Number.isFinite(n) || n < (none === null ? 1 : 0) ? none : Math.min(n, most));
        }}
      />
      {label}
    </label>
  );
}

function Fault({
  fault,
  of,
  text,
  each,
}: {
  readonly fault: QuestionFault | null;
  readonly of: QuestionFault["field"];
  readonly text: string;
  readonly each: boolean;
}) {
  if (fault?.field !== of || (of === "pattern" && text === "")) return null;
  const { diagnostic, pattern = 0 } = fault;
  const own = each ? (text.split("\n").filter((line) => line !== "")[pattern] ?? "") : text;
  return (
    <p className="text-[13px] text-rust" role="alert">
      {diagnostic && diagnostic.end > diagnostic.start && (
        <code className="source mr-1 border-b-2 border-rust">{visible(own.slice(diagnostic.start, diagnostic.end), 30)}</code>
      )}
      {each && diagnostic ? `Pattern ${number(pattern + 1)}: ` : ""}
      {fault.words}
    </p>
  );
}

/** Flags that a search for every line has no use for: whether there are more matches, and where the last one ended. */
const OF_CALLS = new Set(["g", "d", "y"]);

function Flags({ form: { dialect, flags }, set }: { readonly form: FilesForm; readonly set: (change: Partial<FilesForm>) => void }) {
  const rules = dialectOf(dialect);
  if (!rules) return null;
  const written = flagsIn(rules, flags);
  const flip = (letter: string) => {
    const gone = (other: string) => rules.exclusive.some((pair) => pair.includes(letter) && pair.includes(other));
    set({ flags: written.includes(letter) ? written.filter((each) => each !== letter).join("") : [...written.filter((each) => !gone(each)), letter].join("") });
  };
  return (
    <fieldset className="flex flex-wrap">
      <legend className="sr-only">Flags</legend>
      {rules.flags
        .filter(({ letter }) => !OF_CALLS.has(letter))
        .map(({ letter, label }) => (
          <button
            key={letter}
            type="button"
            aria-pressed={written.includes(letter)}
            aria-label={`${label} ${letter}`}
            title={label}
            className="source h-[24px] min-w-[24px] rounded-sm px-1 text-[14px] leading-none text-ink-2 hover:text-tide aria-pressed:bg-tide-wash aria-pressed:font-semibold aria-pressed:text-tide"
            onClick={() => flip(letter)}
          >
            {letter}
          </button>
        ))}
    </fieldset>
  );
}

function Group({ reading, form, set }: { readonly reading: Reading | null; readonly form: FilesForm; readonly set: (change: Partial<FilesForm>) => void }) {
  const groups = reading && compile(reading).ok ? reading.groups : [];
  return (
    <label className="flex items-center gap-2 text-ink-2">
      of
      <select className="field min-w-0 flex-1 !py-[1px]" aria-label="Values of" value={form.group} onChange={({ target }) => set({ group: target.value })}>
        <option value="">the whole match</option>
        {form.group !== "" && !groups.some((group) => (group.name ?? String(group.number)) === form.group) && (
          <option value={form.group}>group {form.group}</option>
        )}
        {groups.map((group) => {
          const { number: n, name } = group;
          return (
            <option key={n} value={name ?? String(n)}>
              group {name ?? n}
            </option>
          );
        })}
      </select>
    </label>
  );
}

interface FilesGivenProps {
  readonly taken: number;
  readonly bytes: number;
  readonly form: FilesForm;
  readonly set: (change: Partial<FilesForm>) => void;
}

/** Where files are chosen, and how many there are. */
function FilesGiven({ taken, bytes, form, set }: FilesGivenProps) {
  const dispatch = useAppDispatch();
  const folder = useOffered();
  const { files, ignored, beyond } = givenFiles();
  const give = (more: Given) => {
    giveFiles(more);
    dispatch(filesGiven());
  };
  const buttons = (
    <div className="flex flex-wrap gap-2">
      <ChooseFiles label="Files to search" take={(list) => void chosen(list).then(give)} className="key">
        Choose files
      </ChooseFiles>
      <ChooseFiles label="A folder to search" folder take={(list) => void chosen(list).then(give)} className="key">
        Choose a folder
      </ChooseFiles>
      {folder && !files.some(({ from }) => typeof from === "string") && (
        <button type="button" className="key" onClick={() => give(ofServer(folder))}>
          The server’s folder “{folder.name}”
        </button>
      )}
    </div>
  );
  if (files.length === 0) {
    return (
      <div className="flex flex-col gap-2 rounded border border-dashed border-rule p-3">
        <p className="text-ink-2">Drop files or folders anywhere here, or choose them. They are read in this browser and go nowhere.</p>
        {buttons}
      </div>
    );
  }
  return (
    <>
      <p data-part="files-given">
        <b className="font-semibold">{plural(taken, "file")}</b>
        {taken < files.length ? ` of ${number(files.length)}` : ""}, {size(bytes, "bytes")}
        {ignored > 0 && <span className="text-ink-2">; {number(ignored)} left out by ignore files, or hidden</span>}
        {beyond && <span className="text-rust">; there are more than can be taken</span>}{" "}
        <button
          type="button"
          className="text-ink-2 underline hover:text-tide"
          onClick={() => {
            putAwayFiles();
            putAwaySearch();
            dispatch(filesGiven());
          }}
        >
          clear
        </button>
      </p>
      {buttons}
      <label className="flex items-center gap-2 text-ink-2">
        only
        <input
          className="field source min-w-0 flex-1 !py-[1px] text-[13px]"
          aria-label="Only files whose name is like this"
          placeholder="*.log !old/**"
          spellCheck={false}
          value={form.only}
          onChange={({ target }) => set({ only: target.value })}
        />
      </label>
    </>
  );
}

function useOffered(): OfferedFiles | null {
  const [folder, setFolder] = useState<OfferedFiles | null>(null);
  useEffect(() => {
    let left = false;
    void offered().then((found) => {
      if (!left) setFolder(found);
    });
    return () => {
      left = true;
    };
  }, []);
  return folder;
}
