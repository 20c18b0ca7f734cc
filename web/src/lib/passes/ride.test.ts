import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import type { ContactIn, Plan, Play, Rehearsal } from '../api';
import { Waiting } from '../keeping/waiting';
import { contacts, Ride } from './ride.svelte';

const RISE = Date.parse('2026-05-01T10:00:00Z');
const at = (seconds: number) => new Date(RISE + seconds * 1000).toISOString();
const PLAN = {
  pass: { satellite: 'ODA-1', aos_utc: at(0), los_utc: at(600) },
  transponder: { mode: 'FM', uplink_hz: 145_900_000, downlink_hz: 436_500_000 },
  set: { fast: 'downlink', memories: [{ from_utc: at(0) }, { from_utc: at(200) }, { from_utc: at(400) }] },
  rows: [{ memory: 0, slot_text: '001' }, { memory: 1, slot_text: '002' }],
  track: [{ s: 0, azimuth_deg: 350, elevation_deg: 0 }, { s: 300, azimuth_deg: 10, elevation_deg: 60 }, { s: 600, azimuth_deg: 80, elevation_deg: 0 }],
} as unknown as Plan;
const REHEARSAL = {
  seconds: 600, others: [], armed_at_start: true,
  memories: [0, 1, 2].map((n) => ({ downlink_off_hz: Array(600).fill(n * 100), uplink_off_hz: Array(600).fill(-n), heard: Array(600).fill(5 - n), through: Array(600).fill(1) })),
} as unknown as Rehearsal;

/** A live ride that looks at its clock so many seconds after the rise. */
function riding(seconds: number): Ride {
  vi.setSystemTime(RISE + seconds * 1000);
  return new Ride(PLAN, 1, null);
}

function later(ride: Ride, seconds: number): void {
  vi.setSystemTime(RISE + seconds * 1000);
  ride.look();
}

/** A twin of the radio as it answers a key: which slot its side stands at, what was sent. */
const answer = (slot: string | null, hz: number | null = null) =>
  ({ sides: [{ side: 'main', main: true, slot, rx_hz: 1, tx_hz: 1, tone: null }], trace: [{ action: '[PTT]', transmitting_hz: hz, beeps: [] }] }) as unknown as Play;

const waits = () => new Waiting<ContactIn>('contact', '').all((c) => c.id);

beforeEach(() => {
  vi.useFakeTimers({ now: RISE });
  localStorage.clear();
  contacts.queue = [];
  vi.stubGlobal('fetch', async () => Promise.reject(new TypeError('offline')));
});
afterEach(() => vi.useRealTimers());

describe('a ride by the clock', () => {
  it('says which memory to be on, what comes next and when', () => {
    const ride = riding(-30);
    expect([ride.memory, ride.nextWords, ride.nextAt]).toEqual([0, 'rises', RISE]);
    later(ride, 199.9);
    expect([ride.memory, ride.nextWords, ride.nextAt]).toEqual([0, 'then 002', RISE + 200_000]);
    later(ride, 200);
    expect([ride.memory, ride.nextWords]).toEqual([1, 'then memory 3']);
    later(ride, 599);
    expect([ride.memory, ride.nextWords, ride.nextAt, ride.over]).toEqual([2, 'sets', RISE + 600_000, false]);
    later(ride, 600);
    expect(ride.over).toBe(true);
  });

  it('announces each change once, also after a sleep over one, and the setting', () => {
    const ride = riding(-5);
    const told: string[] = [];
    for (const s of [0, 1, 201, 202, 601, 602]) {
      ride.announced = '';
      later(ride, s);
      told.push(ride.announced);
    }
    expect(told).toEqual(['It rises. Slot 001', '', 'Change now. Slot 002', '', 'It has set', '']);
  });

  it('points across north by the short way, never below the horizon', () => {
    expect(riding(150).pointing.azimuth).toBeCloseTo(0);
    expect(riding(150).pointing.elevation).toBeCloseTo(30);
    expect(riding(-20).pointing).toMatchObject({ azimuth: 350, elevation: 0 });
  });

  it('keeps a trim of the clock for the next ride', () => {
    const ride = riding(198);
    ride.trimBy(3);
    expect(ride.memory).toBe(1);
    expect(riding(198).memory).toBe(1);
  });
});

describe('a rehearsal', () => {
  it('hears what the memory turned to gives, and notes turns but not those beyond the ends', () => {
    const ride = new Ride(PLAN, 4, REHEARSAL);
    ride.now = RISE + 10_000;
    ride.turn(-1);
    expect(ride.turned).toEqual([]);
    ride.turn(1);
    expect(ride.turned).toEqual([{ at_s: 10, memory: 1 }]);
    expect(ride.air).toMatchObject({ heard: 4, off: 100, other: null });
    ride.turn(9);
    expect(ride.turnedTo).toBe(2);
    expect(ride.call()).toBe('You are through');
    expect(ride.contactsAt).toEqual([10]);
    ride.now = RISE + 700_000;
    expect(ride.air).toBeNull();
  });
});

describe('contacts without the server', () => {
  it('are stamped by the ride\'s clock, kept in their latest form and sent once when it answers', async () => {
    const stamped = riding(42).stamp() as ContactIn;
    expect(stamped).toMatchObject({ at_utc: at(42), satellite: 'ODA-1', tx_hz: 145_900_000 });
    await contacts.keep(stamped);
    await contacts.keep({ ...stamped, call_sign: 'QZ7XYZ' });
    expect(waits()).toMatchObject([{ id: stamped.id, call_sign: 'QZ7XYZ' }]);
    const sent: unknown[] = [];
    vi.stubGlobal('fetch', async (_: string, init: RequestInit) => {
      sent.push(JSON.parse(String(init.body)));
      return new Response(JSON.stringify({ ids: [stamped.id], notes: [] }), { headers: { 'content-type': 'application/json' } });
    });
    expect(await contacts.send()).toBe(true);
    expect([sent.length, contacts.queue.length, waits()]).toEqual([1, 0, []]);
    expect(await contacts.send()).toBe(true);
    expect(sent.length).toBe(1);
  });
});

describe('a rehearsal on the twin', () => {
  const plan = {
    ...PLAN, ways: [{ taken: true, parts: [{ radio: 0, link: 'both', side: null }] }], transponder: { ...PLAN.transponder, timer_s: 300 },
    rows: [-1, 0, 1, 2].map((memory) => ({ radio: 0, side: null, memory, slot: String(memory + 2), slot_text: String(memory + 2) })),
  } as unknown as Plan;
  const rehearsed = () => new Ride(plan, 10, { ...REHEARSAL, armed_at_start: false, others: Array(600).fill({ call: 'QZ7LOM', grid: 'FN25', strong: false }) } as Rehearsal);

  it('follows the dial, and is silent until it was armed, and again when the timer has run', () => {
    const ride = rehearsed();
    ride.now = RISE + 10_000;
    ride.played(0, answer('3'), true);
    expect([ride.turnedTo, ride.armed, ride.air!.other]).toEqual([1, false, null]);
    expect(ride.played(0, answer('3', 145_900_000), true)).toContain('Arm it');
    expect(ride.played(0, answer('1', 145_900_000), true)).toContain('Armed');
    expect([ride.armed, ride.turnedTo, ride.air!.other?.call]).toEqual([true, 1, 'QZ7LOM']);
    ride.now = RISE + 311_000;
    expect(ride.armed).toBe(false);
    expect(ride.contactsAt).toEqual([]);
  });

  it('says what was sent from a slot that is none of the set', () => {
    const ride = rehearsed();
    ride.now = RISE + 10_000;
    expect(ride.played(0, answer('9', 147_930_000), true)).toContain('147.930');
    expect([ride.turnedTo, ride.air]).toEqual([-1, null]);
    expect(ride.call()).toContain('no memory');
  });
});
