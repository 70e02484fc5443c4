/**
 * This window among the browser's others: a name that a reload keeps, and which of the others are still there. A window
 * holds a lock (Web Locks) on its name as long as it lives, so one whose lock is free is gone, however it went.
 */
import { nanoid } from "@reduxjs/toolkit";

const STORED = "lamprey.window";
/** A window that is reloaded may still hold its lock for so long (milliseconds); one that was duplicated holds it on. */
const LET_GO_WITHIN = 600;
const lockOf = (name: string): string => `lamprey window ${name}`;

const locks = (): LockManager | undefined => (typeof navigator === "undefined" ? undefined : navigator.locks);

let own: Promise<string> | undefined;

/** The name of this window. A window that was duplicated begins with the name of the other, and gets one of its own. */
export function ownWindow(): Promise<string> {
  own ??= claim(stored() ?? nanoid());
  return own;
}

function stored(): string | null {
  try {
    return sessionStorage.getItem(STORED);
  } catch {
    // Where a browser keeps nothing a window is a new one after each reload: what it left is then another's.
    return null;
  }
}

async function claim(name: string): Promise<string> {
  const manager = locks();
  const free = manager === undefined || (await holdsForever(manager, lockOf(name)));
  if (!free) return claim(nanoid());
  try {
    sessionStorage.setItem(STORED, name);
  } catch {
    // As above.
  }
  return name;
}

function holdsForever(manager: LockManager, lock: string): Promise<boolean> {
  return new Promise((resolve) => {
    manager
      .request(lock, { signal: AbortSignal.timeout(LET_GO_WITHIN) }, () => {
        resolve(true);
        return new Promise<never>(() => {});
      })
      .catch(() => resolve(false));
  });
}

/** The names of the windows that are there; undefined where the browser cannot tell. */
export async function livingWindows(): Promise<ReadonlySet<string> | undefined> {
  const manager = locks();
  if (!manager) return undefined;
  const { held = [] } = await manager.query();
  const prefix = lockOf("");
  return new Set(held.flatMap(({ name = "" }) => (name.startsWith(prefix) ? [name.slice(prefix.length)] : [])));
}

/** Does the work while no other window does work of the name; null where one does already. */
export async function unlessAnother<T>(name: string, work: () => Promise<T>): Promise<T | null> {
  const manager = locks();
  if (!manager) return work();
  return manager.request(`lamprey ${name}`, { ifAvailable: true }, (held) => (held ? work() : null));
}

/** Does the work once no other window does work of the name. */
export async function inTurn<T>(name: string, work: () => Promise<T>): Promise<T> {
  const manager = locks();
  return manager ? manager.request(`lamprey ${name}`, work) : work();
}
