/** A page and a server of different versions: it is said, and the page is exchanged at a tap, never by itself. */

declare const __VERSION__: string;

export const VERSION = __VERSION__;

class Newer {
  /** The server's version, as its last answer told it. */
  server = $state(VERSION);
  /** Whether a newer page was fetched and waits. */
  fetched = $state(false);
  words = $derived(
    this.server !== VERSION ? `The server is Vocator ${this.server}, this page is ${VERSION}.` : this.fetched ? 'A newer page of Vocator is here.' : '',
  );
  #exchange: (() => Promise<void>) | null = null;

  /** Remember how the service worker exchanges the page. */
  take(exchange: () => Promise<void>): void {
    this.#exchange = exchange;
  }

  waits(): void {
    this.fetched = true;
  }

  note(answer: Response): void {
    this.server = answer.headers.get('vocator-version') ?? this.server;
  }

  /** Exchange the page for the one of the server. */
  async reload(): Promise<void> {
    const found = await navigator.serviceWorker?.getRegistration().catch(() => undefined);
    if (found && !this.fetched) {
      await found.update().catch(() => undefined);
      for (let n = 0; n < 50 && found.installing; n++) await new Promise((done) => setTimeout(done, 100));
    }
    if (found?.waiting && this.#exchange) await this.#exchange();
    else location.reload();
  }
}

export const newer = new Newer();
