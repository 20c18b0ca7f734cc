import { beforeEach, describe, expect, it, vi } from 'vitest';
import type { ContactIn } from '../api';
import { Waiting } from '../keeping/waiting';
import { contacts } from './ride.svelte';

const stamp = (note = ''): ContactIn => ({
  id: 'stamp-0001', at_utc: '2026-11-25T12:00:00Z', call_sign: '', grid: '', satellite: 'Wren-5', mode: 'FM', tx_hz: null, rx_hz: null,
  report_sent: '', report_received: '', note,
});

function answering(answer: (sent: ContactIn[]) => Response): ContactIn[][] {
  const bodies: ContactIn[][] = [];
  vi.stubGlobal('fetch', async (_: string, init: RequestInit) => {
    const sent = JSON.parse(String(init.body)).contacts as ContactIn[];
    bodies.push(sent);
    return answer(sent);
  });
  return bodies;
}

const waits = () => new Waiting<ContactIn>('contact', '').all((c) => c.id);

beforeEach(() => {
  localStorage.clear();
  contacts.queue = [];
});

describe('contacts stamped without the server', () => {
  it('wait on the device, one form of each, with the time of their latest change', async () => {
    vi.stubGlobal('fetch', async () => Promise.reject(new TypeError('offline')));
    await contacts.keep(stamp());
    await contacts.keep(stamp('edge of the footprint'));
    expect(contacts.queue.map((c) => c.note)).toEqual(['edge of the footprint']);
    expect(Number.isNaN(Date.parse(contacts.queue[0]?.changed_utc ?? ''))).toBe(false);
    expect(waits()).toHaveLength(1);
  });

  it('are sent when it answers, and kept where it refuses', async () => {
    vi.stubGlobal('fetch', async () => Promise.reject(new TypeError('offline')));
    await contacts.keep(stamp());
    answering(() => new Response(JSON.stringify({ status: 422, detail: 'a grid that is none' }), { status: 422 }));
    expect(await contacts.send()).toBe(false);
    expect(contacts.queue).toHaveLength(1);
    const bodies = answering((sent) => new Response(JSON.stringify({ ids: sent.map((c) => c.id), notes: [] }), { status: 200 }));
    expect(await contacts.send()).toBe(true);
    expect(bodies).toHaveLength(1);
    expect(contacts.queue).toEqual([]);
    expect(await contacts.send()).toBe(true);
    expect(bodies).toHaveLength(1);
  });

  it('a form changed while an earlier one is on its way is not lost', async () => {
    answering((sent) => {
      contacts.queue = [{ ...sent[0]!, note: 'changed meanwhile' }];
      return new Response(JSON.stringify({ ids: sent.map((c) => c.id), notes: [] }), { status: 200 });
    });
    await contacts.keep(stamp());
    expect(contacts.queue.map((c) => c.note)).toEqual(['changed meanwhile']);
  });
});
