/** The head of the table of matches: names that sort, edges that are dragged, and the choice of columns. */

import { DropdownMenu } from "radix-ui";
import type { GroupMark } from "../engine/messages.ts";
import { GroupSwatch } from "../lanes/textures.tsx";
import { type Columns, shownIn } from "./columns.ts";

/** Pixels that an arrow key moves the edge of a column. */
const EDGE_STEP = 16;

/** What a press on a head does next, by the order that there is. */
const NEXT = { false: "ascending", asc: "descending", desc: "in the order of the sample" } as const;
const SORTED = { false: "none", asc: "ascending", desc: "descending" } as const;
const SIGNS = { false: "", asc: " ↑", desc: " ↓" } as const;

export function ColumnHeads({ columns: { table }, groups }: { readonly columns: Columns; readonly groups: readonly GroupMark[] }) {
  const headers = table.getHeaderGroups()[0]?.headers ?? [];
  return (
    <>
      {headers.map((header) => {
        const { column } = header;
        const name = String(column.columnDef.header);
        const shown = shownIn(column.id);
        const sorted = `${column.getIsSorted()}` as keyof typeof NEXT;
        const group = typeof shown === "number" ? groups.find(({ slot }) => slot === shown) : undefined;
        return (
          // biome-ignore lint/a11y/useSemanticElements: the rows are a grid of which only those in view are made.
          <div
            key={header.id}
            role="columnheader"
            tabIndex={-1}
            aria-sort={SORTED[sorted]}
            className="relative flex h-full min-w-0 items-center pr-2 pl-[6px] first:pl-0"
          >
            {column.getCanSort() ? (
              <button
                type="button"
                className={`flex h-[24px] min-w-0 items-center gap-1 truncate hover:text-tide ${sorted === "false" ? "" : "font-semibold text-ink"}`}
                title={`Sort by ${name}: ${NEXT[sorted]}`}
                onClick={() => (sorted === "desc" ? column.clearSorting() : column.toggleSorting(sorted === "asc"))}
              >
                {group && <GroupSwatch group={group.slot} />}
                <span className="truncate">
                  {name}
                  {SIGNS[sorted]}
                </span>
              </button>
            ) : (
              <span className="truncate">{name}</span>
            )}
            {/* biome-ignore lint/a11y/useSemanticElements: an edge that is dragged is no line between paragraphs. */}
            <div
              role="separator"
              aria-orientation="vertical"
              aria-label={`Width of ${name}`}
              aria-valuenow={column.getSize()}
              tabIndex={0}
              className="absolute inset-y-0 right-0 w-[8px] cursor-col-resize border-r border-rule hover:border-r-2 hover:border-tide"
              onMouseDown={header.getResizeHandler()}
              onTouchStart={header.getResizeHandler()}
              onDoubleClick={() => column.resetSize()}
              onKeyDown={(event) => {
                const by = { ArrowLeft: -EDGE_STEP, ArrowRight: EDGE_STEP }[event.key];
                if (by === undefined) return;
                event.preventDefault();
                event.stopPropagation();
                const { minSize = 0, maxSize = Number.POSITIVE_INFINITY } = column.columnDef;
                table.setColumnSizing((sizes) => ({ ...sizes, [column.id]: Math.min(maxSize, Math.max(minSize, column.getSize() + by)) }));
              }}
            />
          </div>
        );
      })}
    </>
  );
}

/** Which columns are shown. */
export function ColumnChoice({ columns: { table, reset } }: { readonly columns: Columns }) {
  return (
    <DropdownMenu.Root>
      <DropdownMenu.Trigger className="key h-[24px] shrink-0 !px-2 !py-0 text-[12px]">
        Columns <span className="text-[10px]">▾</span>
      </DropdownMenu.Trigger>
      <DropdownMenu.Portal>
        <DropdownMenu.Content className="menu z-20 max-h-[60vh] overflow-auto py-1" align="end" sideOffset={4}>
          {table
            .getAllLeafColumns()
            .filter((column) => column.getCanHide())
            .map((column) => (
              <DropdownMenu.CheckboxItem
                key={column.id}
                className="menu-item gap-2"
                checked={column.getIsVisible()}
                onCheckedChange={(shown) => column.toggleVisibility(shown)}
                onSelect={(event) => event.preventDefault()}
              >
                <span className="inline-block w-[14px]" aria-hidden="true">
                  {column.getIsVisible() ? "✓" : ""}
                </span>
                {typeof shownIn(column.id) === "number" && shownIn(column.id) !== 0 ? "group " : ""}
                {String(column.columnDef.header)}
              </DropdownMenu.CheckboxItem>
            ))}
          <DropdownMenu.Separator className="my-1 border-t border-rule-soft" />
          <DropdownMenu.Item className="menu-item" onSelect={reset}>
            As at first
          </DropdownMenu.Item>
        </DropdownMenu.Content>
      </DropdownMenu.Portal>
    </DropdownMenu.Root>
  );
}
