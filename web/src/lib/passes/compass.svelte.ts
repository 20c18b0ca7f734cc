/** The phone as a compass: where its top edge points, from true north. */
import { keep, recall } from '../keeping/keep';

type Turned = DeviceOrientationEvent & { webkitCompassHeading?: number };
type Asking = typeof DeviceOrientationEvent & { requestPermission?: () => Promise<'granted' | 'denied'> };

/** The short way round from one bearing to another: positive clockwise, to the right. */
export const turnTo = (from: number, to: number): number => ((to - from + 540) % 360) - 180;

/** `turn 40° to the right`; within ten degrees one is there. */
export function turnWords(from: number, to: number): string {
  const by = Math.round(turnTo(from, to));
  if (Math.abs(by) <= 10) return 'on it';
  return `turn ${Math.abs(by)}° to the ${by > 0 ? 'right' : 'left'}`;
}

export class Compass {
  /** From true north, clockwise; null where nothing is told. */
  heading = $state<number | null>(null);
  on = $state(false);
  trouble = $state('');
  /** Given by hand in place of the computed one. */
  own = $state<number | null>(recall<number | null>('declination', null));

  constructor(readonly computed: number) {}

  /** How far the needle stands east of true north. */
  get declination(): number {
    return this.own ?? this.computed;
  }

  correct(degrees: number | null): void {
    this.own = degrees;
    keep('declination', degrees);
  }

  /** Ask for the compass: some browsers ask the user, all want TLS. */
  async begin(): Promise<void> {
    this.trouble = '';
    if (!window.isSecureContext) {
      this.trouble = 'A browser gives the compass only to pages that came by TLS.';
      return;
    }
    if (!('DeviceOrientationEvent' in window)) {
      this.trouble = 'This device has no compass.';
      return;
    }
    try {
      const answer = await (DeviceOrientationEvent as Asking).requestPermission?.();
      if (answer && answer !== 'granted') {
        this.trouble = 'The compass was not allowed.';
        return;
      }
    } catch {
      this.trouble = 'The compass was not allowed.';
      return;
    }
    this.on = true;
    window.addEventListener('deviceorientationabsolute', this.#told as EventListener);
    window.addEventListener('deviceorientation', this.#told as EventListener);
    window.setTimeout(() => {
      if (this.on && this.heading === null) this.trouble = 'No compass answers on this device.';
    }, 2000);
  }

  end(): void {
    this.on = false;
    this.heading = null;
    window.removeEventListener('deviceorientationabsolute', this.#told as EventListener);
    window.removeEventListener('deviceorientation', this.#told as EventListener);
  }

  #told = (event: Turned): void => {
    const magnetic = event.webkitCompassHeading ?? (event.absolute && event.alpha !== null ? 360 - event.alpha : null);
    if (magnetic === null) return;
    this.trouble = '';
    this.heading = (magnetic + (window.screen.orientation?.angle ?? 0) + this.declination + 720) % 360;
  };
}
