/** The columns of the table of matches: which there are, which are shown, how wide they are, and what the rows are sorted by. */

import type { Order } from "@lamprey/core";
import {
  type ColumnDef,
  type ColumnSizingState,
  type ColumnVisibilityState,
  columnResizingFeature,
  columnSizingFeature,
  columnVisibilityFeature,
  rowSortingFeature,
  type SortingState,
  tableFeatures,
  useTable,
} from "@tanstack/react-table";
import { useMemo, useState } from "react";
import type { GroupMark } from "../engine/messages.ts";
import { remember, useRecalled } from "../shared/remembered.ts";

const features = tableFeatures({ columnSizingFeature, columnResizingFeature, columnVisibilityFeature, rowSortingFeature });
type Features = typeof features;

/** What a column shows: its own number in the sample, where it lies, or the text of the match (0) or of a group. */
export type Shown = "number" | "line" | "span" | number;

const TEXT_ID = "text-";
const idOf = (shown: Shown): string => (typeof shown === "number" ? `${TEXT_ID}${shown}` : shown);
export const shownIn = (id: string): Shown => (id.startsWith(TEXT_ID) ? Number(id.slice(TEXT_ID.length)) : (id as "number" | "line" | "span"));

/** What a browser remembers of the columns. */
const COLUMNS_SWITCH = "matchColumns";
interface Remembered {
  readonly visible: ColumnVisibilityState;
  readonly sizes: ColumnSizingState;
}
const FIRST: Remembered = { visible: { line: false, span: false }, sizes: {} };
/** Pixels. */
const NARROWEST = 36;
const WIDEST = 1000;

function asRemembered(kept: unknown): Remembered {
  if (typeof kept !== "object" || kept === null) return FIRST;
  const { visible, sizes } = kept as Partial<Record<keyof Remembered, unknown>>;
  const entries = (value: unknown): [string, unknown][] => (typeof value === "object" && value !== null ? Object.entries(value) : []);
  return {
    visible: { ...FIRST.visible, ...Object.fromEntries(entries(visible).filter((each): each is [string, boolean] => typeof each[1] === "boolean")) },
    sizes: Object.fromEntries(
      entries(sizes).filter((each): each is [string, number] => typeof each[1] === "number" && each[1] >= NARROWEST && each[1] <= WIDEST),
    ),
  };
}

const NO_ROWS: never[] = [];

/** The columns of matches with these groups. The rows are not the table's: they are far too many to be made one by one. */
export function useColumns(groups: readonly GroupMark[]) {
  const kept = useRecalled(COLUMNS_SWITCH);
  const { visible, sizes } = useMemo(() => asRemembered(kept), [kept]);
  const [sorting, setSorting] = useState<SortingState>([]);
  const columns = useMemo((): ColumnDef<Features, never>[] => {
    const fixed = { enableSorting: false };
    // A column without values of its own is not sorted; the worker has these.
    const sortable = { accessorFn: () => null as never };
    return [
      { id: "number", header: "n°", size: 54, enableHiding: false, ...fixed },
      { id: "line", header: "line", size: 58, ...fixed },
      { id: "span", header: "from–to", size: 104, ...fixed },
      { id: idOf(0), header: "match", size: 168, ...sortable },
      ...groups.map(({ slot, number, name }) => ({ id: idOf(slot), header: name === null ? `${number}` : `${number} ${name}`, size: 96, ...sortable })),
    ];
  }, [groups]);
  const table = useTable({
    features,
    columns,
    data: NO_ROWS,
    defaultColumn: { minSize: NARROWEST, maxSize: WIDEST },
    columnResizeMode: "onChange",
    manualSorting: true,
    state: { columnVisibility: visible, columnSizing: sizes, sorting },
    onColumnVisibilityChange: (change) => remember(COLUMNS_SWITCH, { visible: typeof change === "function" ? change(visible) : change, sizes }),
    onColumnSizingChange: (change) => remember(COLUMNS_SWITCH, { visible, sizes: typeof change === "function" ? change(sizes) : change }),
    onSortingChange: setSorting,
  });
  return {
    table,
    order: orderIn(sorting, groups),
    /** The CSS widths of the columns that are shown. The last one takes what is left. */
    widths: table
      .getVisibleLeafColumns()
      .map((column, i, all) => (i === all.length - 1 ? `minmax(${column.getSize()}px, 1fr)` : `${column.getSize()}px`))
      .join(" "),
    reset: () => remember(COLUMNS_SWITCH, FIRST),
  };
}

/** What the rows are sorted by; null for the order of the sample, also where the group is not there any more. */
function orderIn([first]: SortingState, groups: readonly GroupMark[]): Order | null {
  if (!first) return null;
  const shown = shownIn(first.id);
  if (typeof shown !== "number" || (shown !== 0 && groups.every(({ slot }) => slot !== shown))) return null;
  return { group: shown, descending: first.desc };
}

export type Columns = ReturnType<typeof useColumns>;
