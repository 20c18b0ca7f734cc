import { describe, expect, it } from 'vitest';
import { asFile, type Old } from './before';

const old = {
  radios: [{ id: 5, name: 'n', model: 'm', firmware: '1', slots: { '7': { slot: '7', state: 'written', channel: null, changed_at: '2026-01-02T03:04:05Z' } } }],
  sheets: [{ id: 's', title: 't', status: 'open', created_at: '2026-01-02T03:00:00Z', ticked: [0], content: { radio_id: 5, goal: { slot: '7' }, steps: [], pages: [], request: {} } }],
  ticks: [{ id: 'a', sheet_id: 's', step: 0, at: '2026-01-02T03:01:00Z', done: true }],
} as unknown as Old;

describe('what an earlier kit kept', () => {
  it('becomes rows of today, each with its place and moment', () => {
    const { version, rows } = JSON.parse(asFile(old));
    expect(version).toBe(2);
    expect(rows.radio).toEqual([{ id: 5, name: 'n', model: 'm', firmware: '1', marks: [] }]);
    expect(rows.slot_event[0]).toMatchObject({ radio_id: 5, slot: '7', at: '2026-01-02T03:04:05Z', source: null, effect: { state: 'written' } });
    expect(rows.sheet[0]).toMatchObject({ id: 's', radio_id: 5, slot: '7' });
    expect(rows.tick[0]).toMatchObject({ id: 'a', outcome: null, settled: false });
  });
});
