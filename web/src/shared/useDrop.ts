/** What an element needs so that files can be dropped on it, and whether some are held over it. */
import { type DragEvent, useState } from "react";

export interface Drop {
  readonly over: boolean;
  readonly handlers: {
    readonly onDragOver: (event: DragEvent) => void;
    readonly onDragLeave: (event: DragEvent) => void;
    readonly onDrop: (event: DragEvent) => void;
  };
}

/** @param take gets what was dropped, which is gone after this task */
export function useDrop(take: (dropped: DataTransfer) => void): Drop {
  const [over, setOver] = useState(false);
  return {
    over,
    handlers: {
      onDragOver: (event) => {
        event.preventDefault();
        setOver(true);
      },
      // Leaving a part of the element for another is no leaving.
      onDragLeave: (event) => {
        if (!event.currentTarget.contains(event.relatedTarget as Node | null)) setOver(false);
      },
      onDrop: (event) => {
        event.preventDefault();
        setOver(false);
        take(event.dataTransfer);
      },
    },
  };
}
