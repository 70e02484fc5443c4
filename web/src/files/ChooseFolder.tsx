/** A button that opens the browser's window for choosing a folder. */
import { useEffect, useRef } from "react";

export function ChooseFolder({ take }: { readonly take: (files: readonly File[]) => void }) {
  const input = useRef<HTMLInputElement>(null);
  // React knows no such attribute.
  useEffect(() => input.current?.setAttribute("webkitdirectory", ""), []);
  return (
    <>
      <button type="button" className="key" onClick={() => input.current?.click()}>
        Choose a folder
      </button>
      <input
        ref={input}
        type="file"
        multiple
        className="hidden"
        aria-label="A folder to search"
        tabIndex={-1}
        onChange={({ target }) => {
          const files = [...(target.files ?? [])];
          target.value = "";
          if (files.length > 0) take(files);
        }}
      />
    </>
  );
}
