/**
 * Renders as the built page does: with React's production build (environment.mjs chooses it), which takes a third of the
 * time of the one for development. What is changed inside `act` is on the page when it returns.
 */
import { configure } from "@testing-library/dom";
import type { ReactNode } from "react";
import { flushSync } from "react-dom";
import { createRoot, type Root } from "react-dom/client";

let mounted: { readonly root: Root; readonly host: HTMLElement } | null = null;

export function act<T>(change: () => T): T {
  return flushSync(change);
}

export function render(node: ReactNode): void {
  const host = document.body.appendChild(document.createElement("div"));
  const root = createRoot(host);
  mounted = { root, host };
  act(() => root.render(node));
}

/** Takes the page away; nothing of it goes on. */
export function cleanup(): void {
  const { root, host } = mounted ?? {};
  mounted = null;
  act(() => root?.unmount());
  host?.remove();
}

/** Nothing here is judged by its speed: a busy machine may take its time (milliseconds). */
const PATIENCE = 50_000;

configure({
  eventWrapper: act,
  asyncUtilTimeout: PATIENCE,
  // What was missed is enough: a page of markup behind it hides it.
  getElementError: (message) => new Error((message ?? "not found").split("\n\n")[0]),
});
