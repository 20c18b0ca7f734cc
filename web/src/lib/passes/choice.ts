/** What was chosen for a pass, as the query of its address. */
export class Choice {
  readonly query: URLSearchParams;

  constructor(search: string) {
    this.query = new URLSearchParams(search);
  }

  /** The same choice with one part changed; an empty value is Vocator's own choice. */
  with(part: string, value: string | string[] | null): string {
    const next = new URLSearchParams(this.query);
    next.delete(part);
    for (const one of Array.isArray(value) ? value : value ? [value] : []) next.append(part, one);
    const text = next.toString();
    return text ? `?${text}` : '';
  }
}

/** The path of a pass for the API and for the pages. */
export const passPath = (number: string, aos: string): string => `/passes/${number}/${encodeURIComponent(aos)}`;
