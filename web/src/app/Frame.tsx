/** The frame around every screen: the bar at the top, and the screen below it. */

import { createContext, useContext, useState } from "react";
import { createPortal } from "react-dom";
import { Link, Outlet } from "react-router";
import { GroupTextures } from "../lanes/textures.tsx";
import { useNotice } from "../shared/notice.ts";
import { TipProvider } from "../shared/Tip.tsx";
import { chooseTheme, useTheme } from "../shared/theme.ts";

const BarSlot = createContext<HTMLElement | null>(null);

/** Puts a screen's own things into the bar. */
export function InBar({ children }: { readonly children: React.ReactNode }) {
  const slot = useContext(BarSlot);
  return slot ? createPortal(children, slot) : null;
}

function Notice() {
  const words = useNotice();
  return (
    <p
      role="status"
      aria-label="Just done"
      data-part="notice"
      className={words ? "menu fixed bottom-4 left-1/2 z-50 max-w-[92vw] -translate-x-1/2 px-4 py-2 text-[14px] [overflow-wrap:anywhere]" : "sr-only"}
    >
      {words}
    </p>
  );
}

export function Frame() {
  const [slot, setSlot] = useState<HTMLElement | null>(null);
  const theme = useTheme();
  return (
    <BarSlot value={slot}>
      <TipProvider delayDuration={350}>
        <div className="flex h-full flex-col">
          <header className="flex h-10 shrink-0 items-center gap-4 border-b-[3px] border-double border-rule bg-paper px-4 max-[819px]:gap-2 max-[819px]:px-2">
            <Link to="/" className="flex items-center gap-2" aria-label="Lamprey, to the shelf">
              <svg viewBox="0 0 40 28" className="h-6 w-9 text-tide" aria-hidden="true">
                <path d="M2 18c5-14 10-14 14-4s9 10 12 2 5-9 8-8" fill="none" stroke="currentColor" strokeWidth="3.4" strokeLinecap="round" />
                <circle cx="36.5" cy="7" r="2.6" fill="none" stroke="currentColor" strokeWidth="1.8" />
              </svg>
              <span className="part-name text-[22px] font-semibold leading-none max-[819px]:sr-only">Lamprey</span>
            </Link>
            <div ref={setSlot} className="flex min-w-0 flex-1 items-center gap-3" />
            <button type="button" className="quiet-key shrink-0 whitespace-nowrap" onClick={() => chooseTheme(theme === "deep" ? "chart" : "deep")}>
              {theme === "deep" ? "Light" : "Dark"}
              <span className="max-[819px]:sr-only"> theme</span>
            </button>
          </header>
          <div className="min-h-0 flex-1">
            <Outlet />
          </div>
          <Notice />
          <GroupTextures />
        </div>
      </TipProvider>
    </BarSlot>
  );
}
