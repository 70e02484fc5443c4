/**
 * What jsdom does not do, done as far as the page asks for it: boxes have a size, observers stay silent, nothing is
 * painted; and workers run in the page itself, their messages copied as between threads.
 */
import "fake-indexeddb/auto";
import * as Comlink from "comlink";
import { HazardSession } from "../../src/engine/hazard/session.ts";
import { judgeList } from "../../src/engine/risks/list.ts";
import { Session } from "../../src/engine/session.ts";
import { waiting } from "../../src/engine/waiting.ts";

const WIDTH = 640;
const HEIGHT = 480;

class SilentObserver {
  observe(): void {}
  unobserve(): void {}
  disconnect(): void {}
}

Object.assign(globalThis, { ResizeObserver: SilentObserver, IntersectionObserver: SilentObserver });
for (const [prototype, prefix] of [
  [HTMLElement.prototype, "offset"],
  [Element.prototype, "client"],
] as const) {
  Object.defineProperties(prototype, { [`${prefix}Width`]: { get: () => WIDTH }, [`${prefix}Height`]: { get: () => HEIGHT } });
}
HTMLCanvasElement.prototype.getContext = () => null;
Range.prototype.getClientRects = () => [] as unknown as DOMRectList;
Range.prototype.getBoundingClientRect = () => new DOMRect(0, 0, 0, 0);
// All boxes lie on one another, but what is dragged between two parts: else every press would begin to drag it.
Element.prototype.getBoundingClientRect = function box(this: Element) {
  return this.getAttribute("role") === "separator" ? new DOMRect(-99, -99, 0, 0) : new DOMRect(0, 0, WIDTH, HEIGHT);
};
Blob.prototype.text ??= function text(this: Blob) {
  return new Promise((resolve) => {
    const reader = new FileReader();
    reader.onload = () => resolve(String(reader.result));
    reader.readAsText(this);
  });
};
// No style sheet of ours is loaded here, and the editor's own say nothing of what is hidden: what an element itself has is
// all that is asked for. Matching every rule against every element is what a test would spend most of its time on.
window.getComputedStyle = (element) => (element as HTMLElement).style;
/** Pauses of the page are so many times as short: what it waits for is a rest of whoever types, and no test types as slowly. */
const HASTE = 8;
/** What is longer is no pause but a deadline (milliseconds), and a busy machine may need all of it. */
const LONGEST_PAUSE = 1000;
const wait = window.setTimeout;
window.setTimeout = ((then: () => void, milliseconds = 0, ...more: []) =>
  wait(then, milliseconds > LONGEST_PAUSE ? milliseconds : milliseconds / HASTE, ...more)) as typeof window.setTimeout;
Element.prototype.scrollIntoView = () => {};
Element.prototype.scrollTo = () => {};
Element.prototype.hasPointerCapture = () => false;
globalThis.matchMedia ??= (query: string) => ({ matches: false, media: query, addEventListener() {}, removeEventListener() {} }) as unknown as MediaQueryList;

/** The workers that are there, by the name that the page gives them. */
const SESSIONS: Readonly<Record<string, () => object>> = {
  "lamprey-engine": () => waiting(new Session()),
  "lamprey-hazard": () => waiting(new HazardSession()),
  "lamprey-risks": () => ({ judge: judgeList }),
};

type Heard = (event: MessageEvent) => void;

/** One end of a line between two threads: what is sent at the other end is heard here, a turn of the event loop later. */
class End {
  private readonly heard = new Set<Heard>();
  other: End | null = null;

  postMessage(message: unknown): void {
    const copy = copied(message);
    setTimeout(() => {
      for (const hear of this.other?.heard ?? []) hear({ data: copy, origin: "" } as MessageEvent);
    });
  }

  addEventListener(type: string, hear: Heard): void {
    if (type === "message") this.heard.add(hear);
  }

  removeEventListener(_type: string, hear: Heard): void {
    this.heard.delete(hear);
  }
}

/** What arrives in another thread of a message. The page's own realm makes it, which `structuredClone` would not. */
function copied(value: unknown): unknown {
  if (ArrayBuffer.isView(value)) return (value as Int32Array).slice();
  if (Array.isArray(value)) return value.map(copied);
  if (typeof value === "object" && value !== null && Object.getPrototypeOf(value) === Object.prototype) {
    return Object.fromEntries(Object.entries(value).map(([key, each]) => [key, copied(each)]));
  }
  return value;
}

/** Every worker that was started in this test, for tests that want one to stop. */
export const workers: PageWorker[] = [];

export class PageWorker extends End {
  readonly name: string;
  ended = false;
  private readonly stops = new Set<(event: ErrorEvent) => void>();

  constructor(_url: URL, { name = "" }: { readonly name?: string }) {
    super();
    this.name = name;
    const session = SESSIONS[name];
    if (!session) throw new Error(`The page has no worker “${name}”.`);
    const inside = new End();
    this.other = inside;
    inside.other = this;
    Comlink.expose(session(), inside as unknown as Comlink.Endpoint);
    workers.push(this);
  }

  override addEventListener(type: string, hear: (event: never) => void): void {
    if (type === "error") this.stops.add(hear as (event: ErrorEvent) => void);
    else super.addEventListener(type, hear as Heard);
  }

  terminate(): void {
    this.ended = true;
    if (this.other) this.other.other = null;
    this.other = null;
  }

  /** The worker stops by itself, as where there is no memory left. */
  fail(message: string): void {
    this.terminate();
    for (const hear of this.stops) hear({ message } as ErrorEvent);
  }
}

Object.assign(globalThis, { Worker: PageWorker });
