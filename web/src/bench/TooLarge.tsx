/** A file, or what was pasted, that is more than a sample holds: what the bound is, and as much as fits. */
import { BOUNDS } from "@lamprey/api";
import { number, size } from "../shared/words.ts";

export interface Oversize {
  /** What it is called, with its size in bytes. */
  readonly name: string;
  readonly bytes: number;
  /** The name of the file; null where it was pasted. */
  readonly file: string | null;
  readonly blob: Blob;
}

/** What is more than a sample holds, of what was dropped or pasted; UTF-8 has at least a byte for each code unit. */
export function oversizeOf(data: DataTransfer | null): Oversize | null {
  const [file] = data?.files ?? [];
  if (file) return file.size > BOUNDS.sample ? { name: `“${file.name}”`, bytes: file.size, file: file.name, blob: file } : null;
  const text = data?.getData("text/plain") ?? "";
  return text.length > BOUNDS.sample ? { name: "What was pasted", bytes: text.length, file: null, blob: new Blob([text]) } : null;
}

/** As many characters as a sample holds, up to the last line end among them. */
async function beginningOf({ blob }: Oversize): Promise<string> {
  const text = await blob.slice(0, BOUNDS.sample).text();
  const end = text.lastIndexOf("\n");
  return end > 0 ? text.slice(0, end + 1) : text;
}

interface Props {
  readonly oversize: Oversize;
  readonly take: (text: string) => void;
  readonly leave: () => void;
}

export function TooLarge({ oversize, take, leave }: Props) {
  return (
    <div className="flex flex-wrap items-baseline gap-3 border-b border-rule bg-sheet px-4 py-1" role="alert">
      <span>
        {oversize.name} has {size(oversize.bytes, "bytes")}. A sample holds {number(BOUNDS.sample)} characters; nothing was changed.
      </span>
      <button type="button" className="key" onClick={() => void beginningOf(oversize).then(take)}>
        Take its beginning
      </button>
      <button type="button" className="quiet-key" onClick={leave}>
        Leave it
      </button>
    </div>
  );
}
