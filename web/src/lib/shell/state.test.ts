import { beforeEach, describe, expect, it, vi } from 'vitest';

type Tick = { id: string; at: string; sheet_id: string; step: number; done: boolean };
const here = vi.hoisted(() => ({
  field: { along: null, away: false, waits: 0, comeBack: vi.fn(), carry: vi.fn(), reaches: vi.fn(async () => false), soon: vi.fn() },
  waiting: [] as { id: string }[],
  room: true,
}));
vi.mock('../network/field.svelte', () => ({ field: here.field }));
vi.mock('../network/rows', () => ({ keptAnswer: async () => undefined, keepAnswer: async () => {} }));
vi.mock('../keeping/waiting', () => ({
  NO_ROOM: 'no room',
  Waiting: class {
    all = () => [...here.waiting];
    put = (some: { id: string }[]) => here.room && (here.waiting.push(...some), true);
    drop = (some: { id: string }[]) => void (here.waiting = here.waiting.filter((one) => !some.some((s) => s.id === one.id)));
  },
}));

let server: (path: string, body: { ticks: Tick[] }) => [number, unknown];
let letters: string[][] = [];
const tick = (id: string): Tick => ({ id, at: `2026-03-14T15:00:${id.padStart(2, '0')}Z`, sheet_id: 's', step: 0, done: true });
const fresh = async () => {
  vi.resetModules();
  return (await import('./state.svelte')).shell;
};

beforeEach(() => {
  localStorage.clear();
  Object.assign(here, { waiting: [], room: true });
  Object.assign(here.field, { along: null, away: false, waits: 0, comeBack: vi.fn(async () => null) });
  letters = [];
  server = (path, body) => [200, path.endsWith('/ticks') ? { ids: body.ticks.map((t) => t.id), notes: [] } : {}];
  vi.stubGlobal('fetch', async (path: string, init: RequestInit) => {
    const body = JSON.parse((init.body as string | undefined) ?? 'null') as { ticks: Tick[] };
    if (body?.ticks) letters.push(body.ticks.map((t) => t.id));
    const [status, answer] = server(path, body);
    if (!status) throw new TypeError('Failed to fetch');
    return new Response(JSON.stringify(answer), { status, headers: { 'content-type': 'application/json' } });
  });
});

describe('ticks', () => {
  it('leave at once, in one letter, and are forgotten when they arrived', async () => {
    const shell = await fresh();
    await shell.tick([tick('1'), tick('2')]);
    expect([letters, shell.queue.length, here.waiting.length, shell.left.map((t) => t.id), shell.reach]).toEqual([[['1', '2']], 0, 0, ['1', '2'], 'ok']);
  });

  it('wait on the device while nobody answers, outlast the page, and go in order when somebody does', async () => {
    const shell = await fresh();
    server = () => [0, null];
    await shell.tick([tick('1')]);
    await shell.tick([tick('2')]);
    expect([shell.reach, shell.queue.map((t) => t.id), here.waiting.length]).toEqual(['server', ['1', '2'], 2]);
    const later = await fresh(); // the page was closed, and is opened again
    expect(later.queue.map((t) => t.id)).toEqual(['1', '2']);
    here.waiting.push(tick('3')); // another page of this browser left one
    server = (_, body) => [200, { ids: body.ticks.map((t) => t.id), notes: ['Slot 7 was removed meanwhile.'] }];
    letters = [];
    await later.send();
    expect([letters, later.queue.length, here.waiting.length, later.message]).toEqual([[['1', '2', '3']], 0, 0, 'Slot 7 was removed meanwhile.']);
  });

  it('that the server will never take are set aside, and hold nothing back', async () => {
    const shell = await fresh();
    server = (_, body) => (body.ticks.some((t) => t.id === '2') ? [422, { status: 422, title: 'No', detail: 'not a step' }] : [200, { ids: body.ticks.map((t) => t.id) }]);
    await shell.tick([tick('1'), tick('2'), tick('3')]);
    expect([letters.flat().filter((id) => id === '2').length, shell.queue.length]).toEqual([2, 0]);
    expect(shell.message).toContain('A tick was not taken and is kept on this device');
    expect(JSON.parse(localStorage.getItem('vocator.ticks-refused')!)).toMatchObject([{ id: '2' }]);
    expect(shell.left.map((t) => t.id).sort()).toEqual(['1', '2', '3']);
  });

  it('are sent once, however many ask, and what the server leaves out is asked again', async () => {
    const shell = await fresh();
    let first = true;
    server = (_, body) => [200, { ids: body.ticks.slice(0, first ? 1 : 9).map((t) => t.id), notes: [], first: (first = false) }];
    await Promise.all([shell.tick([tick('1'), tick('2')]), shell.send(), shell.send()]);
    expect([letters, shell.queue.length]).toEqual([[['1', '2'], ['2']], 0]);
    server = () => [200, { ids: [], notes: [] }];
    await shell.tick([tick('3')]);
    expect([letters.length, shell.queue.length]).toEqual([3, 1]); // no endless asking
  });

  it('are said to have no room where nothing more can be kept, and are sent all the same', async () => {
    const shell = await fresh();
    here.room = false;
    await shell.tick([tick('1')]);
    expect([shell.message, letters]).toEqual(['no room', [['1']]]);
  });
});

describe('how a request went', () => {
  it('is told in the words of the problem, and shown as what is away', async () => {
    const shell = await fresh();
    const { Refused } = await import('../api');
    const said = (status: number, more = {}): [string, string] => [shell.note(new Refused({ status, title: 'T', detail: 'D.', ...more })), shell.reach];
    expect(said(0)).toEqual(['D.', 'server']);
    expect(said(503)).toEqual(['D.', 'store']);
    expect(said(507)).toEqual(['D.', 'disk']);
    shell.reach = 'ok';
    expect(said(422, { where: 'slot', found: '999', do: 'Choose another.' })).toEqual(['slot: 999. Choose another.', 'ok']);
    expect([shell.note(new Error('odd')), shell.note('text')]).toEqual(['odd', 'text']);
  });
});

describe('while the server is away', () => {
  it('asks every three seconds, tells what was done, and says what came of it', async () => {
    vi.useFakeTimers();
    const shell = await fresh();
    const moved: object[] = [];
    shell.moved = (radios) => void moved.push(radios);
    const end = shell.watch();
    await vi.advanceTimersByTimeAsync(9000);
    expect(here.field.comeBack).not.toHaveBeenCalled(); // nothing is away
    here.field.away = true;
    await vi.advanceTimersByTimeAsync(3000);
    expect([here.field.comeBack.mock.calls.length, shell.message]).toEqual([1, '']);
    here.field.comeBack = vi.fn(async () => ({ told: 3, refused: [], radios: { 5: 1 } }));
    await vi.advanceTimersByTimeAsync(3000);
    expect([shell.message, moved]).toEqual(['The server is back, and has all that was done meanwhile.', [{ 5: 1 }]]);
    here.field.comeBack = vi.fn(async () => ({ told: 3, refused: [{ words: 'it was gone' }], radios: {} }));
    window.dispatchEvent(new Event('online'));
    await vi.advanceTimersByTimeAsync(10);
    expect(shell.message).toBe('The server has all but 1: it was gone. They are kept on this device.');
    end();
    await vi.advanceTimersByTimeAsync(9000);
    expect(here.field.comeBack.mock.calls.length).toBe(1);
    vi.useRealTimers();
  });

  it('knows who one is as before, and the station as it was last', async () => {
    const shell = await fresh();
    server = (path) => (path.endsWith('/session') ? [200, { who: 'volunteer', fenced: true, passphrase_set: true }] : [200, { region: 'r1', call_sign: 'TEST' }]);
    await shell.askWho();
    await shell.loadStation();
    expect([shell.who, shell.fenced, shell.passphraseSet, shell.station?.region]).toEqual(['volunteer', true, true, 'r1']);
    server = () => [0, null];
    await shell.askWho();
    await shell.loadStation();
    expect([shell.who, shell.station?.region, shell.reach]).toEqual(['volunteer', 'r1', 'server']);
    expect((await fresh()).station?.region).toBe('r1');
    shell.setTheme('night');
    shell.setShortcuts(false);
    expect([document.documentElement.dataset.theme, localStorage.getItem('vocator.theme'), (await fresh()).shortcuts]).toEqual(['night', 'night', false]);
  });
});
