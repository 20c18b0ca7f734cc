/**
 * A text in a sequence of QR codes, from one screen to another phone's camera: packed, then cut into frames that are read in any order,
 * any number of times. Each frame tells whose it is, its place, and how many there are.
 */
import { encodeQR } from 'qr';

/** Letters and figures that a QR code packs tightly (RFC 4648's base 32). */
const SIGNS = 'ABCDEFGHIJKLMNOPQRSTUVWXYZ234567';
/** So many signs a frame: small enough for a camera that shakes. */
const PART = 640;
const MOST_PARTS = 400;
const FRAME = /^VO1:([A-Z2-7]{8}):(\d{1,3}):(\d{1,3}):([A-Z2-7]+)$/;

export class NotWhole extends Error {}

async function through(bytes: Uint8Array<ArrayBuffer>, stream: CompressionStream | DecompressionStream): Promise<Uint8Array<ArrayBuffer>> {
  return new Uint8Array(await new Response(new Blob([bytes]).stream().pipeThrough(stream)).arrayBuffer());
}

export function toSigns(bytes: Uint8Array): string {
  let held = 0, bits = 0, text = '';
  for (const byte of bytes) {
    held = ((held << 8) | byte) & 0xfff;
    for (bits += 8; bits >= 5; bits -= 5) text += SIGNS[(held >> (bits - 5)) & 31];
  }
  return bits ? text + SIGNS[(held << (5 - bits)) & 31] : text;
}

export function fromSigns(text: string): Uint8Array<ArrayBuffer> {
  const bytes = new Uint8Array(Math.floor((text.length * 5) / 8));
  let held = 0, bits = 0, at = 0;
  for (const sign of text) {
    held = ((held << 5) | SIGNS.indexOf(sign)) & 0xfff;
    bits += 5;
    if (bits >= 8) bytes[at++] = (held >> (bits -= 8)) & 255;
  }
  return bytes;
}

const nameOf = async (packed: Uint8Array<ArrayBuffer>): Promise<string> => toSigns(new Uint8Array(await crypto.subtle.digest('SHA-256', packed))).slice(0, 8);

/** The frames of a text; throws NotWhole for one that is too long for codes. */
export async function framesOf(text: string): Promise<string[]> {
  const packed = await through(new TextEncoder().encode(text), new CompressionStream('deflate-raw'));
  const signs = toSigns(packed), count = Math.ceil(signs.length / PART), name = await nameOf(packed);
  if (count > MOST_PARTS) throw new NotWhole('That is too much for codes. Give it as a file.');
  return Array.from({ length: count }, (_, n) => `VO1:${name}:${n}:${count}:${signs.slice(n * PART, (n + 1) * PART)}`);
}

/** A frame as rows of black and white, with the white border that cameras need. */
export const squares = (frame: string): boolean[][] => encodeQR(frame, 'raw', { ecc: 'medium', border: 4 });

/** Frames as they are seen, until all are there. */
export class Gathering {
  name = '';
  count = 0;
  parts = new Map<number, string>();

  /** Take what a code says; false for a code that is none of ours. Frames of another text begin anew. */
  take(seen: string): boolean {
    const [, name, place, count, signs] = FRAME.exec(seen) ?? [];
    if (!name || !signs || Number(place) >= Number(count) || Number(count) > MOST_PARTS) return false;
    if (name !== this.name || Number(count) !== this.count) {
      this.name = name;
      this.count = Number(count);
      this.parts = new Map();
    }
    this.parts.set(Number(place), signs);
    return true;
  }

  get whole(): boolean {
    return this.count > 0 && this.parts.size === this.count;
  }

  /** Numbers of the frames that are not there yet, counted from one. */
  get missing(): number[] {
    return Array.from({ length: this.count }, (_, n) => n).filter((n) => !this.parts.has(n)).map((n) => n + 1);
  }

  /** The text; throws NotWhole where frames are missing or do not belong together. */
  async text(): Promise<string> {
    if (!this.whole) throw new NotWhole(`${this.missing.length} codes are missing.`);
    const packed = fromSigns(Array.from({ length: this.count }, (_, n) => this.parts.get(n)!).join(''));
    if ((await nameOf(packed)) !== this.name) throw new NotWhole('A code was read wrong. Begin again.');
    return new TextDecoder().decode(await through(packed, new DecompressionStream('deflate-raw')));
  }
}
