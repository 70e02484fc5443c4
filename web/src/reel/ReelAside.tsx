/** Beside the depth profile: the saved states at the step, the attempts of the run, what its steps were spent on, and the stops. */
import { Tabs } from "radix-ui";
import { number } from "../shared/words.ts";
import { type ReelAside as Aside, asideChosen } from "../state/benchSlice.ts";
import { useAppDispatch, useAppSelector } from "../state/store.ts";
import { Attempts } from "./Attempts.tsx";
import { SavedStates } from "./SavedStates.tsx";
import { Stops } from "./Stops.tsx";
import { WorkTable } from "./WorkTable.tsx";

const ASIDES = [
  { value: "saved", name: "Saved states", Content: SavedStates },
  { value: "attempts", name: "Attempts", Content: Attempts },
  { value: "work", name: "Work", Content: WorkTable },
  { value: "stops", name: "Stops", Content: Stops },
] as const;

export function ReelAside() {
  const dispatch = useAppDispatch();
  const aside = useAppSelector((s) => s.bench.aside);
  const stops = useAppSelector((s) => s.bench.stops.length);
  return (
    <Tabs.Root
      value={aside}
      onValueChange={(value) => dispatch(asideChosen(value as Aside))}
      className="flex w-[318px] shrink-0 flex-col border-l border-rule"
      aria-label="At this step"
    >
      <Tabs.List className="flex items-baseline gap-3 border-b border-rule px-4 pt-2" aria-label="Beside the reel">
        {ASIDES.map(({ value, name }) => (
          <Tabs.Trigger
            key={value}
            value={value}
            className="part-name whitespace-nowrap border-b-2 border-transparent pb-[2px] text-[15px] text-ink-2 data-[state=active]:border-tide data-[state=active]:text-ink"
          >
            {name}
            {value === "stops" && stops > 0 ? ` ${number(stops)}` : ""}
          </Tabs.Trigger>
        ))}
      </Tabs.List>
      {ASIDES.map(({ value, Content }) => (
        <Tabs.Content key={value} value={value} className="flex min-h-0 flex-1 flex-col" tabIndex={-1}>
          <Content />
        </Tabs.Content>
      ))}
    </Tabs.Root>
  );
}
