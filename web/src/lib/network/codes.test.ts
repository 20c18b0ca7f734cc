// @vitest-environment node
import { decodeQR } from 'qr/decode.js';
import { describe, expect, it } from 'vitest';
import { framesOf, fromSigns, Gathering, NotWhole, squares, toSigns } from './codes';

/** A frame as a camera would have it, three pixels a square. */
function picture(frame: string): { width: number; height: number; data: Uint8ClampedArray } {
  const rows = squares(frame), size = rows.length * 3;
  const data = new Uint8ClampedArray(size * size * 4).fill(255);
  for (let y = 0; y < size; y++)
    for (let x = 0; x < size; x++)
      if (rows[Math.floor(y / 3)]![Math.floor(x / 3)]) data.fill(0, (y * size + x) * 4, (y * size + x) * 4 + 3);
  return { width: size, height: size, data };
}

const text = JSON.stringify({ radio: 'Finch −', rows: Array.from({ length: 900 }, (_, n) => `${n} ${(n * 7919) % 1000}`) });

describe('a text in codes', () => {
  it('is whole again from pictures in any order and number, and knows what is missing', async () => {
    const frames = await framesOf(text);
    expect(frames.length).toBeGreaterThan(3);
    const gathering = new Gathering();
    for (const frame of [frames[2]!, frames[0]!, frames[2]!, ...frames.slice(3)]) expect(gathering.take(decodeQR(picture(frame)))).toBe(true);
    expect(gathering.missing).toEqual([2]);
    await expect(gathering.text()).rejects.toThrow(NotWhole);
    gathering.take(frames[1]!);
    expect(await gathering.text()).toBe(text);
  });

  it('is no other code, no half frame, nothing mixed of two texts', async () => {
    const gathering = new Gathering();
    for (const other of ['https://192.0.2.7/v/abc', 'VO1:AAAAAAAA:5:3:ABC', 'VO1:AAAAAAAA:0:999:ABC', 'VO1:AAAA:0:1:A', '']) expect(gathering.take(other)).toBe(false);
    const [first, second] = [await framesOf(text), await framesOf(`${text} `)];
    gathering.take(first[0]!);
    gathering.take(second[1]!);
    expect(gathering.parts.size).toBe(1);
    const forged = first.map((frame, n) => (n === 1 ? `${frame.slice(0, -1)}${frame.endsWith('A') ? 'B' : 'A'}` : frame));
    const mixed = new Gathering();
    forged.forEach((frame) => mixed.take(frame));
    await expect(mixed.text()).rejects.toThrow('read wrong');
  });

  it('keeps every byte', () => {
    for (let length = 0; length < 40; length++) {
      const bytes = Uint8Array.from({ length }, (_, n) => (n * 89 + length * 31) & 255);
      expect([...fromSigns(toSigns(bytes))]).toEqual([...bytes]);
    }
  });

  it('is refused where it is too long', async () => {
    let seed = 1;
    const noise = Array.from({ length: 300_000 }, () => String.fromCharCode(33 + ((seed = (seed * 48271) % 2147483647) % 90))).join('');
    await expect(framesOf(noise)).rejects.toThrow('Give it as a file');
  });
});
