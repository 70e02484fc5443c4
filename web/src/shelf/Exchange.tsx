/** Specimens as files: everything on the shelf as one, and files put on the shelf, chosen or dropped; all of them, or none. */
import { useEffect, useRef, useState } from "react";
import { specimensApi } from "../api/specimens.ts";
import { ChooseFiles } from "../shared/ChooseFiles.tsx";
import { ALL_SPECIMENS, sayDownload } from "../shared/files.ts";
import { number, plural } from "../shared/words.ts";

interface Said {
  readonly words: string;
  readonly bad: boolean;
}

export function Exchange() {
  const [importAll, { isLoading }] = specimensApi.useImportAllMutation();
  const [said, setSaid] = useState<Said | null>(null);
  const put = async (files: readonly File[]) => {
    if (files.length === 0) return;
    setSaid(null);
    setSaid(await putOnShelf(files, (file) => importAll(file)));
  };
  const dropping = useDropped((files) => void put(files));
  return (
    <div className="mt-6 flex flex-wrap items-baseline gap-3 text-[13px] text-ink-2">
      <a className="underline hover:text-tide" href="/api/export" download={ALL_SPECIMENS} onClick={() => sayDownload(ALL_SPECIMENS)}>
        save all as a file
      </a>
      <ChooseFiles
        label="Files of saved patterns"
        take={(files) => void put(files)}
        accept=".json,application/json"
        disabled={isLoading}
        className="underline hover:text-tide"
      >
        {isLoading ? "being read …" : "open files of saved patterns"}
      </ChooseFiles>
      {isLoading ? <ImportBar /> : <span>or drop them here</span>}
      {said && (
        <span className={said.bad ? "basis-full text-rust" : "basis-full"} role="status" data-part="exchanged">
          {said.words}
        </span>
      )}
      {dropping && (
        <div className="pointer-events-none fixed inset-3 z-30 flex items-center justify-center rounded-sm border-2 border-dashed border-tide bg-paper/80">
          <p className="part-name text-[22px] text-tide">Dropped here, they are put on the shelf</p>
        </div>
      )}
    </div>
  );
}

/** How often it is asked how far the import is (milliseconds). */
const ASKED_EVERY = 400;

/** How far the import is; of a short one nothing is to be seen. */
function ImportBar() {
  const { data } = specimensApi.useImportProgressQuery(undefined, { pollingInterval: ASKED_EVERY });
  const importing = data?.importing;
  if (!importing || importing.total === 0) return null;
  const { doing, done, total } = importing;
  return (
    <span role="status" className="flex items-center gap-2">
      <progress className="h-2 w-40 accent-[var(--tide)]" value={done} max={total} aria-label="Patterns of the file" />
      {number(done)} of {number(total)} {doing === "reading" ? "read" : "put on the shelf"}
    </span>
  );
}

type ImportAll = ReturnType<typeof specimensApi.useImportAllMutation>[0];

/** Puts what is in the files on the shelf; says how many, or where the first fault is. */
async function putOnShelf(files: readonly File[], importAll: (file: Parameters<ImportAll>[0]) => ReturnType<ImportAll>): Promise<Said> {
  const { FileFault, faultAt, gather } = await import("./files.ts");
  const none = "Nothing was put on the shelf.";
  try {
    const gathered = gather(await Promise.all(files.map(async (file) => ({ name: file.name, text: await file.text() }))));
    const answer = await importAll(gathered.file);
    if (answer.data) {
      const from = files.length === 1 ? `“${files[0]?.name}”` : plural(files.length, "file");
      return { words: `${plural(answer.data.imported, "pattern")} of ${from} put on the shelf.`, bad: false };
    }
    const { detail, first } = problemOf(answer.error);
    const fault = first && faultAt(gathered, first.path, first.message);
    return { words: `${fault?.sentence ?? detail} ${none}`, bad: true };
  } catch (error) {
    if (!(error instanceof FileFault)) throw error;
    return { words: `${error.sentence} ${none}`, bad: true };
  }
}

interface Problem {
  readonly detail: string;
  /** The first field at fault. */
  readonly first: { readonly path: string; readonly message: string } | undefined;
}

function problemOf(error: unknown): Problem {
  const data = typeof error === "object" && error !== null && "data" in error ? error.data : undefined;
  if (typeof data !== "object" || data === null || !("detail" in data)) return { detail: "The server does not answer.", first: undefined };
  const errors = "errors" in data && Array.isArray(data.errors) ? (data.errors as { path: string; message: string }[]) : [];
  return { detail: `${String(data.detail)}.`, first: errors[0] };
}

/** Whether files are being dragged over the page; those that are dropped on it are handed over. */
function useDropped(take: (files: readonly File[]) => void): boolean {
  const [over, setOver] = useState(false);
  const taken = useRef(take);
  taken.current = take;
  useEffect(() => {
    const hasFiles = (event: DragEvent): boolean => event.dataTransfer?.types.includes("Files") === true;
    const drag = (event: DragEvent) => {
      if (!hasFiles(event)) return;
      event.preventDefault();
      setOver(true);
    };
    // The page itself is left, not one of its parts.
    const leave = (event: DragEvent) => event.relatedTarget === null && setOver(false);
    const drop = (event: DragEvent) => {
      if (!hasFiles(event)) return;
      event.preventDefault();
      setOver(false);
      taken.current([...(event.dataTransfer?.files ?? [])]);
    };
    window.addEventListener("dragover", drag);
    window.addEventListener("dragleave", leave);
    window.addEventListener("drop", drop);
    return () => {
      window.removeEventListener("dragover", drag);
      window.removeEventListener("dragleave", leave);
      window.removeEventListener("drop", drop);
    };
  }, []);
  return over;
}
