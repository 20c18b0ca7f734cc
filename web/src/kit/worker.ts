/** The worker: Python in the page, with the heart unpacked in it. Nothing is fetched from elsewhere. */
type Runtime = { unpackArchive: (zip: ArrayBuffer, format: string, options: object) => void; runPython: (code: string) => (call: string, given: string) => string };

let answer: ((call: string, given: string) => string) | null = null;

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
    answer = python.runPython('import sys\nsys.path.insert(0, "/heart")\nfrom vocator.field.kernel import answer\nanswer');
    self.postMessage({ stage: 'ready' });
  } catch (error) {
    self.postMessage({ stage: 'failed', words: String(error) });
  }
}

self.onmessage = ({ data }: MessageEvent<{ base?: string; id: number; call: string; given: string }>) => {
  if (data.base) void begin(data.base);
  else self.postMessage({ id: data.id, answer: answer!(data.call, data.given) });
};
