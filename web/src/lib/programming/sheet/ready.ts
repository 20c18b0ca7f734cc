/** What is looked at before the first key, once an outing: asked again after twelve hours. */
import { keep, recall } from '../../keeping/keep';

const HOURS_12 = 12 * 3_600_000;

export function readyAsked(now: number): boolean {
  return now - recall<number>('ready', 0) < HOURS_12;
}

export function allReady(now: number): void {
  keep('ready', now);
}
