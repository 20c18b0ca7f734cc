/** The worker: Python in the page, with the heart unpacked in it. Nothing is fetched from elsewhere. */
type Call = 'answer' | 'open_book' | 'take_rows' | 'all_rows';
type Kernel = Record<Call, (...given: string[]) => string | undefined>;
type Runtime = { unpackArchive: (zip: ArrayBuffer, format: string, options: object) => void; runPython: (code: string) => Kernel };

let kernel: Kernel | null = null;

async function begin(base: string): Promise<void> {
  try {
    self.postMessage({ stage: 'fetching' });
    const { loadPyodide } = (await import(/* @vite-ignore */ `${base}pyodide.mjs`)) as { loadPyodide: (options: object) => Promise<Runtime> };
    const zip = fetch(`${base}core.zip`).then((r) => {
      if (!r.ok) throw new Error(`core.zip: ${r.status}`);
      return r.arrayBuffer();
    });
    self.postMessage({ stage: 'starting' });
    const python = await loadPyodide({ indexURL: base });
    python.unpackArchive(await zip, 'zip', { extractDir: '/heart' });
    kernel = python.runPython('import sys\nsys.path.insert(0, "/heart")\nfrom vocator.field import kernel\nkernel');
    self.postMessage({ stage: 'ready' });
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
