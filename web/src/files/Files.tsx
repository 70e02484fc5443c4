/** The screen for files: what to look for at the left, what is found in the files at the right. */
import { useEffect } from "react";
import { Link } from "react-router";
import { InBar } from "../app/Frame.tsx";
import { notify } from "../shared/notice.ts";
import { useDrop } from "../shared/useDrop.ts";
import { filesGiven, keepForm } from "../state/filesSlice.ts";
import { useAppDispatch, useAppSelector } from "../state/store.ts";
import { Form } from "./Form.tsx";
import { dropped, giveFiles } from "./given.ts";
import { Results } from "./Results.tsx";

export function Files() {
  const dispatch = useAppDispatch();
  const form = useAppSelector((s) => s.files.form);
  useEffect(() => {
    document.title = "Files · Lamprey";
  }, []);
  useEffect(() => keepForm(form), [form]);
  const { over, handlers } = useDrop(({ items }) => {
    dropped(items).then(
      (more) => {
        giveFiles(more);
        dispatch(filesGiven());
      },
      (error: unknown) => notify(`What was dropped cannot be read: ${error instanceof Error ? error.message : String(error)}`),
    );
  });
  return (
    <main
      className={`grid h-full min-h-0 grid-cols-[336px_minmax(0,1fr)] max-[819px]:block max-[819px]:overflow-auto ${over ? "outline-2 -outline-offset-4 outline-dashed outline-tide" : ""}`}
      {...handlers}
    >
      <InBar>
        <Link to="/" className="text-ink-2 hover:text-tide max-[819px]:sr-only">
          Shelf
        </Link>
        <span className="text-ink-2 max-[819px]:hidden">/</span>
        <span className="part-name text-[16px] text-ink-2">Files</span>
      </InBar>
      <h1 className="sr-only">Search through files</h1>
      <Form />
      <Results />
    </main>
  );
}
