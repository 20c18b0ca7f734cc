import { describe, expect, it } from 'vitest';
import { doneSteps, readWhole } from './whole';

const sheet = { id: 's', title: 't', status: 'open', created_at: 'c', ticked: [], content: { radio_id: 1, steps: [{}], pages: [[0]], goal: {}, request: {} } };
const whole = { version: 1, station: {}, radios: [{ id: 1, name: 'n', model: 'm', model_name: 'M', firmware: '1', slots: { '7': { slot: '7', state: 'written' } } }], sheets: [sheet], ticks: [{ id: 'a', sheet_id: 's', step: 0, at: 't', done: true }] };

describe('the file of a kit', () => {
  it('is read as it was given', () => expect(readWhole(JSON.stringify(whole))).toEqual(whole));

  it.each([
    ['', 'no file'],
    ['[]', 'no file'],
    ['{}', 'no file'],
    ['{"version": 2}', 'newer'],
    [JSON.stringify({ ...whole, radios: [{}] }), 'radios'],
    [JSON.stringify({ ...whole, radios: [{ ...whole.radios[0], slots: { '7': null } }] }), 'radios'],
    [JSON.stringify({ ...whole, sheets: [{ ...sheet, content: { ...sheet.content, steps: 'x' } }] }), 'sheets'],
    [JSON.stringify({ ...whole, ticks: [{ id: 'a' }] }), 'ticks'],
  ])('is refused whole where it is broken: %s', (text, words) => expect(() => readWhole(text)).toThrow(words));

  it('joins ticks of two devices by their time', () => {
    const at = (id: string, step: number, when: string, done: boolean) => ({ id, sheet_id: 's', step, at: when, done });
    expect([...doneSteps([at('c', 1, '3', false), at('a', 1, '1', true), at('b', 0, '2', true)])]).toEqual([0]);
  });
});
