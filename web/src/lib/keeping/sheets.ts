/** Sheets kept on this device, so that an open one goes on without the server; the oldest make room for the latest. */
import { createStore, del, get, keys, set, type UseStore } from 'idb-keyval';
import type { Sheet } from '../api';

const MOST = 40;
const STAMP = 'opened';

let made: UseStore | null = null;
const store = () => (made ??= createStore('vocator-sheets', 'sheets'));

type Opened = Record<string, number>;

/** The sheet as it was last seen; null where it is not kept, or nothing can be kept. */
export async function keptSheet(id: string): Promise<Sheet | null> {
  try {
    return (await get<Sheet>(id, store())) ?? null;
  } catch {
    return null;
  }
}

/** Keep a sheet, at the cost of the ones not opened for longest; false where there is no room even so. */
export async function keepSheet(sheet: Sheet): Promise<boolean> {
  try {
    const opened: Opened = { ...(await get<Opened>(STAMP, store())), [sheet.id]: Date.now() };
    const others = (await keys<string>(store())).filter((id) => id !== STAMP && id !== sheet.id);
    others.sort((a, b) => (opened[a] ?? 0) - (opened[b] ?? 0));
    while (others.length >= MOST) await leave(others.shift()!, opened);
    for (;;) {
      try {
        await set(sheet.id, sheet, store());
        await set(STAMP, opened, store());
        return true;
      } catch (error) {
        if (!others.length) throw error;
        await leave(others.shift()!, opened);
      }
    }
  } catch {
    return false;
  }
}

async function leave(id: string, opened: Opened): Promise<void> {
  delete opened[id];
  await del(id, store());
}
