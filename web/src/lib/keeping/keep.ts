/** What the page keeps on this device, so that nothing typed or ticked is lost. */
const PREFIX = 'vocator.';

export function recall<T>(name: string, otherwise: T): T {
  try {
    const text = localStorage.getItem(PREFIX + name);
    return text === null ? otherwise : (JSON.parse(text) as T);
  } catch {
    return otherwise;
  }
}

export function keep(name: string, value: unknown): void {
  try {
    localStorage.setItem(PREFIX + name, JSON.stringify(value));
  } catch {
    // a full or forbidden store must not stop the work
  }
}

export function forget(name: string): void {
  try {
    localStorage.removeItem(PREFIX + name);
  } catch {
    // see keep
  }
}
