/** Where to go in the sample: to a match or to a line, by its number. */
import { lineStarts } from "@lamprey/core";
import { Dialog } from "radix-ui";
import { type FormEvent, useState } from "react";
import { shownSample } from "../draft/draftSlice.ts";
import { tableOf } from "../engine/tables.ts";
import { number } from "../shared/words.ts";
import { matchChosen } from "../state/benchSlice.ts";
import { useAppDispatch, useAppSelector } from "../state/store.ts";
import { inSample } from "./inSample.ts";

type Goal = "match" | "line";

export function GoTo({ close }: { readonly close: () => void }) {
  const dispatch = useAppDispatch();
  const result = useAppSelector((s) => s.bench.result);
  const text = useAppSelector((s) => shownSample(s.draft)?.text ?? "");
  const table = result ? tableOf(result.matches) : null;
  const matches = table?.length ?? 0;
  const [lines] = useState(() => lineStarts(text).length);
  const [goal, setGoal] = useState<Goal>(matches > 0 ? "match" : "line");
  const [wanted, setWanted] = useState("");
  const most = goal === "match" ? matches : lines;
  const given = Number(wanted.replace(/[\s,.’']/g, ""));
  const fits = wanted.trim() !== "" && Number.isInteger(given) && given >= 1 && given <= most;
  const go = (event: FormEvent) => {
    event.preventDefault();
    if (!fits) return;
    close();
    if (goal === "line") return inSample(dispatch, (sample) => sample.goToLine(given));
    dispatch(matchChosen(given - 1));
    const offset = table?.start(given - 1) ?? 0;
    inSample(dispatch, (sample) => sample.goTo(offset));
  };
  return (
    <Dialog.Root open onOpenChange={(open) => !open && close()}>
      <Dialog.Portal>
        <Dialog.Overlay className="fixed inset-0 z-30 bg-black/40" />
        <Dialog.Content
          aria-describedby={undefined}
          className="menu fixed left-1/2 top-[12%] z-30 w-[min(420px,95vw)] -translate-x-1/2 p-5"
          // The sample takes the focus where it was gone to.
          onCloseAutoFocus={(event) => event.preventDefault()}
        >
          <Dialog.Title className="part-name text-[19px]">Go to</Dialog.Title>
          <form onSubmit={go} className="mt-3 flex flex-wrap items-center gap-3">
            {(["match", "line"] as const).map((each) => (
              <label key={each} className="flex h-[24px] cursor-pointer items-center gap-1">
                <input
                  type="radio"
                  name="goal"
                  className="accent-[var(--tide)]"
                  checked={goal === each}
                  disabled={each === "match" && matches === 0}
                  onChange={() => setGoal(each)}
                />
                {each}
              </label>
            ))}
            <input
              className="field w-32"
              inputMode="numeric"
              aria-label={`Number of the ${goal}`}
              // biome-ignore lint/a11y/noAutofocus: the person has just asked for it.
              autoFocus
              value={wanted}
              onChange={(event) => setWanted(event.target.value)}
            />
            <button type="submit" className="key" disabled={!fits}>
              Go
            </button>
          </form>
          <p className="mt-2 text-[13px] text-ink-2" role="status">
            {wanted.trim() === "" || fits ? `1 to ${number(most)}` : `There is no such ${goal}: they are 1 to ${number(most)}.`}
          </p>
        </Dialog.Content>
      </Dialog.Portal>
    </Dialog.Root>
  );
}
