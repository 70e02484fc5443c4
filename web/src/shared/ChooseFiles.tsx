/** A button that opens the browser's window for choosing files, or a folder of them. The input that does it is not seen, and not reached by keys. */
import { type ReactNode, useEffect, useRef } from "react";

export interface ChooseFilesProps {
  /** The accessible name of the input. */
  readonly label: string;
  /** What was chosen; never none. */
  readonly take: (files: readonly [File, ...File[]]) => void;
  /** The kinds of files that are offered, as the `accept` of an input; all where it is left out. */
  readonly accept?: string;
  readonly single?: boolean;
  /** A folder is chosen, with all files below it. */
  readonly folder?: boolean;
  readonly disabled?: boolean;
  readonly className: string;
  readonly children: ReactNode;
}

export function ChooseFiles({ label, take, accept, single = false, folder = false, disabled = false, className, children }: ChooseFilesProps) {
  const input = useRef<HTMLInputElement>(null);
  // React knows no such attribute.
  useEffect(() => void input.current?.toggleAttribute("webkitdirectory", folder), [folder]);
  return (
    <>
      <button type="button" className={className} disabled={disabled} onClick={() => input.current?.click()}>
        {children}
      </button>
      <input
        ref={input}
        type="file"
        multiple={!single}
        accept={accept}
        className="hidden"
        aria-label={label}
        tabIndex={-1}
        onChange={({ target }) => {
          const [first, ...others] = target.files ?? [];
          // The same file can be chosen again.
          target.value = "";
          if (first) take([first, ...others]);
        }}
      />
    </>
  );
}
