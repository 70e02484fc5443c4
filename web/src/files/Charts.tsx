/** Where the lines lie: by their place in the files, and by the time that they begin with. */
import { useEffect, useMemo, useRef, useState } from "react";
import { Area, AreaChart, ReferenceLine, ResponsiveContainer, Tooltip, XAxis, YAxis } from "recharts";
import type { BinsView, FilesProgress } from "../engine/files/messages.ts";
import { CHART_TEXT, TIP } from "../shared/stepsChart.ts";
import { number, plural } from "../shared/words.ts";
import { fileAt, goToPlace } from "./places.ts";
import { searchedFiles } from "./searching.ts";

/** Of more files the places where they begin are no help. */
const MOST_BOUNDS = 24;
const DAY = 86_400;

interface BarAt {
  readonly at: number;
  readonly count: number;
}

const barsOf = ({ from, width, counts }: BinsView): BarAt[] => counts.map((count, i) => ({ at: from + i * width, count }));

/** Milliseconds between two drawings while a run goes on: each takes the page some of its time. */
const DRAWN_EVERY = 600;

/** What is given, as it was a moment ago at most while it keeps changing; at once where it changes no more. */
function useThrottled<T>(value: T, changing: boolean): T {
  const [shown, setShown] = useState(value);
  const latest = useRef(value);
  const timer = useRef<ReturnType<typeof setTimeout> | null>(null);
  useEffect(() => {
    latest.current = value;
    timer.current ??= setTimeout(() => {
      timer.current = null;
      setShown(latest.current);
    }, DRAWN_EVERY);
  }, [value]);
  useEffect(
    () => () => {
      if (timer.current) clearTimeout(timer.current);
      timer.current = null;
    },
    [],
  );
  return changing ? shown : value;
}

export function Charts({ progress: latest, running }: { readonly progress: FilesProgress; readonly running: boolean }) {
  const progress = useThrottled(latest, running);
  const { places, times, untimed, found } = progress;
  const [by, setBy] = useState<"place" | "time">("place");
  // A few lines that begin with a number are no log.
  const hasTimes = times !== null && untimed < found / 2;
  const shown = by === "time" && hasTimes ? "time" : "place";
  return (
    <figure className="shrink-0 border-b border-rule px-3 pt-1" aria-label={shown === "time" ? "Lines by time" : "Lines by place"} data-part="files-chart">
      <figcaption className="flex items-baseline gap-3 px-2 text-[12px] text-ink-2">
        <span>
          {shown === "time" && times
            ? `lines found per ${spanWords(times.width)}`
            : `lines found per ${places.width === 1 ? "line" : `${number(places.width)} lines`} of all files`}
        </span>
        {hasTimes && (
          <fieldset className="ml-auto flex gap-1">
            <legend className="sr-only">Shown by</legend>
            {(["place", "time"] as const).map((each) => (
              <button
                key={each}
                type="button"
                className="quiet-key aria-pressed:bg-tide-wash aria-pressed:text-tide"
                aria-pressed={shown === each}
                onClick={() => setBy(each)}
              >
                by {each}
              </button>
            ))}
          </fieldset>
        )}
        {shown === "time" && untimed > 0 && <span>{plural(untimed, "line")} without a time</span>}
      </figcaption>
      {shown === "time" && times ? <Times times={times} /> : <Places progress={progress} />}
    </figure>
  );
}

function Places({ progress: { places, fileStarts } }: { readonly progress: FilesProgress }) {
  const data = useMemo(() => barsOf(places), [places]);
  const bounds = fileStarts.length > 1 && fileStarts.length <= MOST_BOUNDS ? fileStarts.slice(1) : [];
  const label = (value: unknown): string => {
    const at = Number(value);
    const { file, line } = fileAt(at, fileStarts);
    return `${searchedFiles()[file]?.name ?? ""}, from line ${number(line)}`;
  };
  return (
    <Drawn data={data} label={label} tick={(at) => number(at + 1)} choose={(at) => goToPlace(at, fileStarts)}>
      {bounds.map((at) => (
        <ReferenceLine key={at} x={at} stroke="var(--rule)" />
      ))}
    </Drawn>
  );
}

function Times({ times }: { readonly times: BinsView }) {
  const data = useMemo(() => barsOf(times), [times]);
  return <Drawn data={data} label={(value) => moment(Number(value))} tick={(at) => tickOf(at, times)} />;
}

/** As the lines say it: no zone is reckoned in. */
const moment = (at: number): string => new Date(at * 1000).toISOString().replace("T", " ").slice(0, 19);

const tickOf = (at: number, { width, counts }: BinsView): string => {
  const written = moment(at);
  if (width >= DAY) return written.slice(0, 10);
  return width * counts.length > DAY ? written.slice(5, 16) : written.slice(11, width < 60 ? 19 : 16);
};

const SPANS: readonly (readonly [seconds: number, one: string, many: string])[] = [
  [DAY, "day", "days"],
  [3600, "hour", "hours"],
  [60, "minute", "minutes"],
  [1, "second", "seconds"],
];

function spanWords(width: number): string {
  const [seconds, one, many] = SPANS.find(([each]) => width >= each) ?? [1, "second", "seconds"];
  const n = width / seconds;
  return n === 1 ? one : `${number(n)} ${many}`;
}

/** With the end of the last step, which is as wide as the others. */
function stepped(data: readonly BarAt[]): BarAt[] {
  const [last, before] = [data.at(-1), data.at(-2)];
  if (!last) return [];
  return [...data, { at: last.at + (before ? last.at - before.at : 1), count: last.count }];
}

interface DrawnProps {
  readonly data: readonly BarAt[];
  readonly label: (value: unknown) => string;
  readonly tick: (at: number) => string;
  readonly choose?: (at: number) => void;
  readonly children?: React.ReactNode;
}

function Drawn({ data, label, tick, choose, children }: DrawnProps) {
  return (
    <ResponsiveContainer width="100%" height={92}>
      {/* One path for all steps: a shape for each would take the page a tenth of a second whenever they are drawn anew. */}
      <AreaChart
        data={stepped(data)}
        margin={{ top: 4, right: 8, bottom: 0, left: 0 }}
        {...(choose && {
          cursor: "pointer",
          onClick: ({ activeLabel }: { readonly activeLabel?: string | number | undefined }) => activeLabel !== undefined && choose(Number(activeLabel)),
        })}
      >
        <XAxis
          dataKey="at"
          type="number"
          allowDecimals={false}
          domain={["dataMin", "dataMax"]}
          tick={CHART_TEXT}
          stroke="var(--rule)"
          height={20}
          tickFormatter={(at: number) => tick(at)}
          minTickGap={40}
        />
        <YAxis tick={CHART_TEXT} stroke="var(--rule)" width={44} allowDecimals={false} tickFormatter={number} />
        <Tooltip {...TIP} labelFormatter={label} formatter={(value) => [plural(Number(value), "line")]} separator="" cursor={{ stroke: "var(--ink-2)" }} />
        {children}
        <Area
          type="stepAfter"
          dataKey="count"
          stroke="var(--tide)"
          strokeWidth={1}
          fill="var(--tide)"
          fillOpacity={0.85}
          isAnimationActive={false}
          activeDot={false}
        />
      </AreaChart>
    </ResponsiveContainer>
  );
}
