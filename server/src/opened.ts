/** The store with all that belongs to it, opened in this thread. */
import type { Open } from "./asked.ts";
import { readDemo } from "./seed.ts";
import { Service } from "./service.ts";
import { Specimens } from "./specimens/specimens.ts";
import { type FolderLock, lockFolder } from "./store/lock.ts";
import { openStore } from "./store/store.ts";

/** Opens it in this thread; throws a `Trouble` where it cannot be used. */
export const openHere: Open = async (folder, demo) => {
  const { service, lock, seeded } = await openAll(folder, demo);
  return {
    asked: service,
    seeded,
    failed: new Promise(() => {}),
    says: async (address) => lock.says(address),
    close: async () => {
      await service.close();
      lock.release();
    },
  };
};

async function openAll(folder: string, demo: string): Promise<{ service: Service; lock: FolderLock; seeded: number }> {
  const lock = lockFolder(folder);
  try {
    const store = await openStore(folder);
    const specimens = new Specimens(store);
    await specimens.clearUnfinished();
    await specimens.ensureSearchable();
    const seeded = await specimens.seed(() => readDemo(demo));
    return { service: new Service(store, specimens), lock, seeded };
  } catch (error) {
    lock.release();
    throw error;
  }
}
