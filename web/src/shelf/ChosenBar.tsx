/** Over the shelf's rows: all of them chosen at once, and what is done to those that are. */
import { BOUNDS, type Many } from "@lamprey/api";
import { useState } from "react";
import { specimensApi } from "../api/specimens.ts";
import { saveSpecimens } from "../shared/files.ts";
import { plural } from "../shared/words.ts";

interface ChosenBarProps {
  readonly chosen: ReadonlySet<string>;
  /** Those that can be chosen. */
  readonly all: readonly string[];
  readonly choose: (ids: readonly string[]) => void;
  /** The rows are removed ones. */
  readonly removed: boolean;
  readonly done: (ids: readonly string[], act: Many["act"]) => void;
}

export function ChosenBar({ chosen, all, choose, removed, done }: ChosenBarProps) {
  const [many, { isError, isLoading }] = specimensApi.useManyMutation();
  const [exportSome] = specimensApi.useExportSomeMutation();
  const [tag, setTag] = useState("");
  const [unsaved, setUnsaved] = useState(false);
  const ids = [...chosen].slice(0, BOUNDS.many);
  const act = async (what: Many["act"]) => {
    const own = what === "tag" || what === "untag" ? { tag: tag.trim() } : {};
    const answer = await many({ ids, act: what, ...own });
    if (!("error" in answer)) done(ids, what);
  };
  const save = async () => {
    const { data } = await exportSome(ids);
    setUnsaved(data === undefined);
    if (data) saveSpecimens(data);
  };
  const taggable = tag.trim() !== "" && !isLoading;
  return (
    <fieldset className="mt-4 flex min-h-[34px] flex-wrap items-center gap-3 pb-1 text-[13px]" aria-label="Chosen patterns">
      <label className="flex cursor-pointer items-center gap-3">
        <input
          type="checkbox"
          className="accent-[var(--tide)]"
          aria-label="Choose all that are listed"
          checked={chosen.size > 0 && chosen.size >= all.length}
          ref={(box) => {
            if (box) box.indeterminate = chosen.size > 0 && chosen.size < all.length;
          }}
          onChange={() => choose(chosen.size >= all.length ? [] : all)}
        />
        <span className="text-ink-2">{chosen.size === 0 ? "choose all" : `${plural(chosen.size, "pattern")} chosen`}</span>
      </label>
      {chosen.size > 0 && (
        <>
          {removed ? (
            <button type="button" className="key" disabled={isLoading} onClick={() => void act("restore")}>
              Restore
            </button>
          ) : (
            <>
              <input
                className="field w-40 !py-[1px]"
                aria-label="A tag"
                placeholder="a tag"
                maxLength={BOUNDS.tag}
                value={tag}
                onChange={({ target }) => setTag(target.value)}
                onKeyDown={(event) => {
                  if (event.key === "Enter" && taggable) void act("tag");
                }}
              />
              <button type="button" className="key" disabled={!taggable} onClick={() => void act("tag")}>
                Tag
              </button>
              <button type="button" className="key" disabled={!taggable} onClick={() => void act("untag")}>
                Take the tag off
              </button>
              <button type="button" className="key" onClick={() => void save()}>
                Save as a file
              </button>
              <button type="button" className="key" disabled={isLoading} onClick={() => void act("remove")}>
                Remove
              </button>
            </>
          )}
          {unsaved && <span className="text-rust">There is no file: the server does not answer.</span>}
          {isError && <span className="text-rust">It was not done: the server does not take it.</span>}
        </>
      )}
    </fieldset>
  );
}
