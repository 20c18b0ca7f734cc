import { beforeEach, describe, expect, it, vi } from 'vitest';

const here = vi.hoisted(() => ({ shell: { fault: 'before', reach: 'away' as string, note: vi.fn() }, answers: {} as Record<string, unknown>, waits: null as Promise<void> | null, asked: [] as string[] }));
vi.mock('../../api', () => ({
  get: async (path: string) => {
    here.asked.push(path);
    if (here.waits) await here.waits;
    const answer = here.answers[path];
    if (answer instanceof Error) throw answer;
    return answer;
  },
}));
vi.mock('../../shell/state.svelte', () => ({ shell: here.shell }));

const fresh = async () => {
  vi.resetModules();
  return (await import('./data.svelte')).data;
};
const MODELS = [{ model: 'one', name: 'One' }, { model: 'two', name: 'Two' }];

beforeEach(() => {
  localStorage.clear();
  Object.assign(here, { answers: { '/models': MODELS, '/radios': [{ id: 1 }], '/sheets': [] }, waits: null, asked: [] });
  Object.assign(here.shell, { fault: 'before', reach: 'away', note: vi.fn() });
});

describe('what the bench shows', () => {
  it('is asked for at once and kept for when the server is away', async () => {
    const data = await fresh();
    expect([data.models, data.radios, data.loaded]).toEqual([[], [], false]);
    await data.load();
    expect([...here.asked].sort()).toEqual(['/models', '/radios', '/sheets']);
    expect([data.model('two')?.name, data.model('three'), data.loaded, data.slow]).toEqual(['Two', undefined, true, false]);
    expect([here.shell.fault, here.shell.reach]).toEqual(['', 'ok']);
    const later = await fresh();
    expect(later.models).toEqual(MODELS);
    expect(later.radios).toEqual([{ id: 1 }]);
    expect(later.loaded).toBe(false);
  });

  it('stays as it was when a part of it cannot be had, and the fault is told', async () => {
    const data = await fresh();
    await data.load();
    here.answers = { '/models': [], '/radios': new Error('away'), '/sheets': [{ id: 'x' }] };
    await data.load();
    expect([data.models, data.radios, data.sheets]).toEqual([MODELS, [{ id: 1 }], []]);
    expect(here.shell.note).toHaveBeenCalledOnce();
    expect(data.slow).toBe(false);
  });

  it('says that it is slow after a while, the first time only', async () => {
    vi.useFakeTimers();
    const data = await fresh();
    let go = () => {};
    here.waits = new Promise<void>((done) => (go = done));
    const first = data.load();
    await vi.advanceTimersByTimeAsync(700);
    expect(data.slow).toBe(false);
    await vi.advanceTimersByTimeAsync(200);
    expect(data.slow).toBe(true);
    go();
    await first;
    expect(data.slow).toBe(false);
    here.waits = new Promise<void>((done) => (go = done));
    const second = data.load();
    await vi.advanceTimersByTimeAsync(2000);
    expect(data.slow).toBe(false); // what was there before still stands
    go();
    await second;
    vi.useRealTimers();
  });
});
