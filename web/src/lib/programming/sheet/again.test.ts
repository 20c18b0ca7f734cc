import { afterEach, describe, expect, it, vi } from 'vitest';
import type { Sheet } from '../../api';

const went = vi.fn();
vi.mock('../../../router', () => ({ navigate: (to: string) => went(to), route: { params: {} } }));
const { anew, byWay, channelOf, lesser, otherWay } = await import('./again');

const sheet = (more: object = {}): Sheet => ({ id: 'old', content: { radio_id: 3, way: 'long', slot_text: '007', goal: { slot: '7', label: 'RIDGE', channel: { label: 'RIDGE' } }, request: { line: '147.33 +', power: 'LOW', slot: '7' }, less: { goal: 'rename' }, ...more } }) as unknown as Sheet;
let asked: [string, string, Record<string, unknown>][] = [];

function serve(status = 201): void {
  asked = [];
  went.mockClear();
  vi.stubGlobal('fetch', vi.fn(async (path: string, init: RequestInit) => {
    asked.push([init.method ?? 'GET', path, JSON.parse(init.body as string) as Record<string, unknown>]);
    return new Response(JSON.stringify(status < 400 ? { id: 'new' } : { title: 'No', detail: 'The radio is gone.', status }), { status });
  }));
}

describe('the same asked for in another way', () => {
  afterEach(() => vi.unstubAllGlobals());

  it('opens what was made and puts away the sheet at hand, whichever way was taken', async () => {
    for (const [act, wanted] of [
      [() => otherWay(sheet(), false), { line: '147.33 +', slot: '7', label: 'RIDGE', power: 'LOW', way: 'short' }],
      [() => otherWay(sheet({ way: 'short' }), false), { way: 'long' }],
      [() => lesser(sheet()), { goal: 'rename', label: 'RIDGE' }],
      [() => anew(sheet()), { line: '147.33 +', slot: '7' }],
      [() => byWay(sheet(), 'long', channelOf(sheet(), null), false), { way: 'long', line: '147.33 +' }],
    ] as const) {
      serve();
      await act();
      expect(asked.map(([method, path]) => `${method} ${path}`)).toEqual(['POST /api/sheets', 'PATCH /api/sheets/old']);
      expect(asked[0]![2]).toMatchObject({ radio_id: 3, ...wanted });
      expect(asked[1]![2]).toEqual({ status: 'put_away' });
      expect(went).toHaveBeenCalledWith('/sheet/new');
    }
  });

  it('carries on what was said of a slot that is in use, and of no other', async () => {
    const many = sheet({ request: { csv: 'slot,line\n1,146.52', replace_slots: ['9'] } });
    const one = (slot: string) => ({ slot, slot_text: slot, line: '146.52', label: null });
    for (const [act, replaced] of [[() => byWay(many, 'long', one('9'), true), true], [() => byWay(many, 'long', one('8'), true), false], [() => anew(many), true], [() => anew(sheet({ request: { slot: '7', replace: true } })), true]] as const) {
      serve();
      await act();
      expect(asked[0]![2].replace).toBe(replaced);
    }
  });

  it('takes the channel at hand out of a sheet of many, which stays', async () => {
    serve();
    const part = { slot: '9', slot_text: '009', line: '146.52', label: 'CALL' };
    await byWay(sheet(), 'long', channelOf(sheet(), part), true);
    expect(asked.map(([method, path]) => `${method} ${path}`)).toEqual(['POST /api/sheets']);
    expect(asked[0]![2]).toMatchObject({ slot: '9', line: '146.52', label: 'CALL' });
  });

  it('asks for a list as a list, and says what is refused without leaving', async () => {
    serve();
    await anew(sheet({ request: { csv: 'slot,line\n1,146.52' } }));
    expect(asked[0]!.slice(1)).toEqual(['/api/sheets/batch', { radio_id: 3, csv: 'slot,line\n1,146.52', replace: false }]);
    serve(404);
    await otherWay(sheet(), false);
    expect(asked).toHaveLength(1);
    expect(went).not.toHaveBeenCalled();
  });
});
