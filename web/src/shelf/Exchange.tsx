/** Everything on the shelf as one file, and such a file read back. */
import type { SpecimensFile } from "@lamprey/api";
import { useRef, useState } from "react";
import { specimensApi } from "../api/specimens.ts";
import { plural } from "../shared/words.ts";

export function Exchange() {
  const [importAll, { isLoading }] = specimensApi.useImportAllMutation();
  const [said, setSaid] = useState<{ readonly words: string; readonly bad: boolean } | null>(null);
  const input = useRef<HTMLInputElement>(null);
  const read = async (file: File) => {
    setSaid(null);
    let parsed: SpecimensFile;
    try {
      parsed = JSON.parse(await file.text()) as SpecimensFile;
    } catch (error) {
      setSaid({ words: `“${file.name}” is no JSON: ${error instanceof Error ? error.message : String(error)}. Nothing was put on the shelf.`, bad: true });
      return;
    }
    const answer = await importAll(parsed);
    if (answer.data) setSaid({ words: `${plural(answer.data.imported, "specimen")} of “${file.name}” put on the shelf.`, bad: false });
    else setSaid({ words: `“${file.name}” was not read: ${faultOf(answer.error)} Nothing was put on the shelf.`, bad: true });
  };
  return (
    <div className="mt-6 flex flex-wrap items-baseline gap-3 text-[13px] text-ink-2">
      <a className="underline hover:text-tide" href="/api/export" download="lamprey-specimens.json">
        save all as a file
      </a>
      <button type="button" className="underline hover:text-tide" disabled={isLoading} onClick={() => input.current?.click()}>
        {isLoading ? "being read …" : "read such a file"}
      </button>
      <input
        ref={input}
        type="file"
        accept=".json,application/json"
        className="sr-only"
        aria-label="A file of specimens"
        tabIndex={-1}
        onChange={({ target }) => {
          const [file] = target.files ?? [];
          if (file) void read(file);
          target.value = "";
        }}
      />
      {said && (
        <span className={said.bad ? "text-rust" : ""} role="status">
          {said.words}
        </span>
      )}
    </div>
  );
}

/** Where the file is at fault, as far as the server says. */
function faultOf(error: unknown): string {
  const data = typeof error === "object" && error !== null && "data" in error ? error.data : undefined;
  if (typeof data !== "object" || data === null || !("detail" in data)) return "the server does not answer.";
  const [first] = "errors" in data && Array.isArray(data.errors) ? (data.errors as { path: string; message: string }[]) : [];
  return first ? `at ${first.path || "its beginning"}, ${first.message}.` : `${String(data.detail)}.`;
}
