/**
 * The worker: Python in the page, with the heart unpacked in it. Nothing is fetched from elsewhere.
 *
 * What Python compiles at the first start is kept, so that later ones need not compile it again.
 */
type Call = 'answer' | 'open_book' | 'take_rows' | 'all_rows';
type Kernel = Record<Call, (...given: string[]) => string | undefined>;
type Runtime = { unpackArchive: (zip: ArrayBuffer, format: string, options: object) => void; runPython: (code: string) => unknown };

const COMPILED = 'vocator-compiled';
/** A compiled module is good for a source of one size and moment: the moment is always the same. */
const START = `
import os, sys
sys.dont_write_bytecode = False
for folder, _, names in os.walk("/heart"):
    for name in names:
        if name.endswith(".py"):
            os.utime(f"{folder}/{name}", (10**9, 10**9))
sys.path.insert(0, "/heart")
from vocator.field import kernel
kernel`;
const PACK = `
import io, os, zipfile
from pyodide.ffi import to_js
packed = io.BytesIO()
with zipfile.ZipFile(packed, "w", zipfile.ZIP_STORED) as out:
    for folder, _, names in os.walk("/heart"):
        for name in names:
            if name.endswith(".pyc"):
                out.write(f"{folder}/{name}", os.path.relpath(f"{folder}/{name}", "/heart"))
to_js(packed.getvalue())`;

let kernel: Kernel | null = null;

/** The name under which the compiled heart is kept; null where nothing can be. */
async function nameOf(base: string, zip: ArrayBuffer): Promise<string | null> {
  try {
    const digest = new Uint8Array(await crypto.subtle.digest('SHA-256', zip));
    return `${base}compiled-${[...digest.slice(0, 8)].map((b) => b.toString(16).padStart(2, '0')).join('')}`;
  } catch {
    return null;
  }
}

async function kept(name: string): Promise<ArrayBuffer | null> {
  try {
    return (await (await (await caches.open(COMPILED)).match(name))?.arrayBuffer()) ?? null;
  } catch {
    return null;
  }
}

async function keep(name: string, packed: Uint8Array<ArrayBuffer>): Promise<void> {
  try {
    const cache = await caches.open(COMPILED);
    for (const old of await cache.keys()) await cache.delete(old);
    await cache.put(name, new Response(packed));
  } catch {
    // it is compiled anew the next time
  }
}

async function begin(base: string): Promise<void> {
  try {
    self.postMessage({ stage: 'fetching' });
    const { loadPyodide } = (await import(/* @vite-ignore */ `${base}pyodide.mjs`)) as { loadPyodide: (options: object) => Promise<Runtime> };
    const zip = fetch(`${base}core.zip`).then((r) => {
      if (!r.ok) throw new Error(`core.zip: ${r.status}`);
      return r.arrayBuffer();
    });
    self.postMessage({ stage: 'starting' });
    const compiled = zip.then((bytes) => nameOf(base, bytes)).then(async (name) => ({ name, zip: name ? await kept(name) : null }));
    const python = await loadPyodide({ indexURL: base });
    python.unpackArchive(await zip, 'zip', { extractDir: '/heart' });
    const before = await compiled;
    if (before.zip) python.unpackArchive(before.zip, 'zip', { extractDir: '/heart' });
    kernel = python.runPython(START) as Kernel;
    self.postMessage({ stage: 'ready' });
    if (before.name && !before.zip) setTimeout(() => void keep(before.name!, python.runPython(PACK) as Uint8Array<ArrayBuffer>), 3000);
  } catch (error) {
    self.postMessage({ stage: 'failed', words: String(error) });
  }
}

self.onmessage = ({ data }: MessageEvent<{ base?: string; id: number; call: Call; given: string[] }>) => {
  if (data.base) {
    void begin(data.base);
    return;
  }
  try {
    self.postMessage({ id: data.id, answer: kernel![data.call](...data.given) ?? '' });
  } catch (error) {
    self.postMessage({ id: data.id, fault: String(error).slice(-400) });
  }
};
