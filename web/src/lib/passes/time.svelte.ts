/** Moments as people read them: local time or UTC, as chosen. */
import { keep, recall } from '../keeping/keep';

class Clock {
  utc = $state(recall('utc', false));

  toggle(): void {
    this.utc = !this.utc;
    keep('utc', this.utc);
  }

  get zone(): string | undefined {
    return this.utc ? 'UTC' : undefined;
  }

  get name(): string {
    if (this.utc) return 'UTC';
    const parts = new Intl.DateTimeFormat('en', { timeZoneName: 'shortOffset' }).formatToParts(new Date());
    return parts.find((p) => p.type === 'timeZoneName')?.value.replace('GMT', 'UTC') ?? 'local';
  }

  /** `14:08:55`; without seconds where they would promise too much. */
  time(at: string | number, seconds = true): string {
    return new Intl.DateTimeFormat('en-GB', { hour: '2-digit', minute: '2-digit', second: seconds ? '2-digit' : undefined, timeZone: this.zone }).format(new Date(at));
  }

  /** `Wed 25 Nov`. */
  day(at: string | number): string {
    return new Intl.DateTimeFormat('en-GB', { weekday: 'short', day: 'numeric', month: 'short', timeZone: this.zone }).format(new Date(at)).replace(',', '');
  }

  /** A key for the day that a moment falls on: `2026-11-25`. */
  key(at: string | number): string {
    return new Intl.DateTimeFormat('sv-SE', { timeZone: this.zone }).format(new Date(at));
  }

  /** The part of its day that a moment stands at, 0 to 1. */
  part(at: string | number): number {
    const [h = 0, m = 0, s = 0] = this.time(at).split(':').map(Number);
    return (h * 3600 + m * 60 + s) / 86400;
  }
}

export const clock = new Clock();

/** `in 1 h 23 min`, `in 40 s`, `now`. */
export function until(at: string, now: number): string {
  const seconds = Math.round((Date.parse(at) - now) / 1000);
  if (seconds <= 0) return 'now';
  if (seconds < 90) return `in ${seconds} s`;
  const minutes = Math.round(seconds / 60);
  if (minutes < 60) return `in ${minutes} min`;
  return `in ${Math.floor(minutes / 60)} h ${String(minutes % 60).padStart(2, '0')} min`;
}

/** `12 min 05 s`. */
export function span(seconds: number): string {
  const whole = Math.max(Math.round(seconds), 0);
  if (whole >= 6000) return `${Math.floor(whole / 3600)} h ${String(Math.floor((whole % 3600) / 60)).padStart(2, '0')} min`;
  return whole < 60 ? `${whole} s` : `${Math.floor(whole / 60)} min ${String(whole % 60).padStart(2, '0')} s`;
}

const POINTS = ['N', 'NNE', 'NE', 'ENE', 'E', 'ESE', 'SE', 'SSE', 'S', 'SSW', 'SW', 'WSW', 'W', 'WNW', 'NW', 'NNW'];

/** The compass point of an azimuth. */
export const compass = (azimuth: number): string => POINTS[Math.round(azimuth / 22.5) % 16] ?? 'N';

/** Hertz as MHz with three decimals or more. */
export const megahertz = (hz: number): string => {
  const [whole, part = ''] = (hz / 1e6).toFixed(6).split('.');
  return `${whole}.${part.replace(/0+$/, '').padEnd(3, '0')}`;
};

/** A shift in kHz with its sign. */
export const kilohertz = (hz: number, digits = 1): string => `${hz < 0 ? '−' : '+'}${(Math.abs(hz) / 1000).toFixed(digits)}`;
