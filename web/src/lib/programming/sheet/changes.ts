import type { Change } from '../../api';

/** Say what a sheet leaves different: `A.RPT OFF`, `row in use B`, `memory mode`. */
export function changeWords(change: Change | string): string {
  if (typeof change === 'string') return change;
  const what = change.what === 'mode' ? `${change.to} mode` : `${change.what} ${change.to}`;
  return change.unit ? `${what} (${change.unit})` : what;
}
