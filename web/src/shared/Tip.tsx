/** A sentence on what something is, shown where it stands while it has the pointer or the focus. */
import { Tooltip } from "radix-ui";
import type { ReactNode } from "react";

export const TipProvider = Tooltip.Provider;

interface TipProps {
  readonly words: ReactNode;
  /** One element, which can have the focus. */
  readonly children: ReactNode;
  readonly side?: "top" | "bottom" | "left" | "right";
}

export function Tip({ words, children, side = "bottom" }: TipProps) {
  return (
    <Tooltip.Root>
      <Tooltip.Trigger asChild>{children}</Tooltip.Trigger>
      <Tooltip.Portal>
        <Tooltip.Content side={side} sideOffset={5} collisionPadding={8} className="menu z-40 max-w-[300px] px-3 py-1 text-[13px] leading-[18px]">
          {words}
        </Tooltip.Content>
      </Tooltip.Portal>
    </Tooltip.Root>
  );
}
