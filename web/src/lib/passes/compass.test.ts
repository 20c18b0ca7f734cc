import { afterEach, describe, expect, it, vi } from 'vitest';
import { Compass, turnTo, turnWords } from './compass.svelte';

afterEach(() => {
  localStorage.clear();
  vi.unstubAllGlobals();
});

function orientation(parts: object): Event {
  return Object.assign(new Event('deviceorientationabsolute'), parts);
}

describe('the phone as a compass', () => {
  it('says the short way round', () => {
    expect([turnTo(350, 20), turnTo(20, 350), turnTo(0, 180)]).toEqual([30, -30, -180]);
    expect([turnWords(350, 20), turnWords(90, 45), turnWords(3, 357)]).toEqual(['turn 30° to the right', 'turn 45° to the left', 'on it']);
  });

  it('keeps true and magnetic north apart, by a declination that may be given by hand', async () => {
    vi.stubGlobal('isSecureContext', true);
    vi.stubGlobal('DeviceOrientationEvent', class {});
    const compass = new Compass(-17.5);
    await compass.begin();
    window.dispatchEvent(orientation({ absolute: true, alpha: 270 }));
    expect(compass.heading).toBeCloseTo(72.5); // the needle says 90, true north lies 17.5 beside it
    compass.correct(-20);
    window.dispatchEvent(orientation({ webkitCompassHeading: 10, absolute: false, alpha: 0 }));
    expect(compass.heading).toBeCloseTo(350);
    expect(new Compass(5).declination).toBe(-20);
    window.dispatchEvent(orientation({ absolute: false, alpha: 100 })); // not from north: no compass
    expect(compass.heading).toBeCloseTo(350);
    compass.end();
    expect(compass.heading).toBeNull();
  });

  it('says why there is none', async () => {
    vi.stubGlobal('isSecureContext', false);
    const compass = new Compass(0);
    await compass.begin();
    expect(compass.trouble).toContain('TLS');
    vi.stubGlobal('isSecureContext', true);
    vi.stubGlobal('DeviceOrientationEvent', { requestPermission: async () => 'denied' });
    await compass.begin();
    expect([compass.trouble, compass.on]).toEqual(['The compass was not allowed.', false]);
  });
});
