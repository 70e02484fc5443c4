/** The page's end of the worker for files: started for a run, and there until the next one. */
import * as Comlink from "comlink";
import { startWorker } from "../start.ts";
import type { FilesNews, FilesQuestion, SavedForm, SearchedFile } from "./messages.ts";
import type { Saved } from "./saving.ts";
import type { FilesSession, LinesAround } from "./session.ts";

export interface FilesSearch {
  /** Whether the run came to its end; it rejects where the run failed. */
  readonly done: Promise<boolean>;
  /** Ends the run; what was found stays. */
  cancel(): void;
  /** Ends the worker. */
  close(): void;
  save(form: SavedForm): Promise<Saved>;
  around(file: SearchedFile, line: number, around: number): Promise<LinesAround>;
}

export function startSearch(question: FilesQuestion, files: readonly SearchedFile[], hear: (news: FilesNews) => void): FilesSearch {
  const worker = startWorker("lamprey-files");
  const session = Comlink.wrap<FilesSession>(worker);
  const heard = async (news: FilesNews) => hear(news);
  // A worker whose script fails says so to nobody else.
  const broken = new Promise<never>((_, reject) => {
    worker.onerror = (event) => reject(new Error(event.message || "The search stopped."));
  });
  return {
    done: Promise.race([session.search(question, files, Comlink.proxy(heard)), broken]),
    cancel: () => void session.cancel(),
    close: () => worker.terminate(),
    save: (form) => session.save(question, files, form),
    around: (file, line, around) => session.around(file, question, line, around),
  };
}
