/** The same asked for once more, in another way: another sheet is opened, the one at hand put away. */
import { patch, post, type Sheet } from '../../api';
import { shell } from '../../shell/state.svelte';
import { navigate } from '../../../router';

/** A channel of a sheet: its slot, its line, its label. */
export interface One {
  slot: string;
  slot_text: string;
  line: string;
  label: string | null;
}

/** The slot and the line that a step is of: of the channel at hand on a sheet of many. */
export function channelOf(sheet: Sheet, part: One | null): One {
  const { content } = sheet;
  return part ?? { slot: content.goal.slot, slot_text: content.slot_text, line: String(content.request.line ?? ''), label: content.goal.label };
}

async function instead(sheet: Sheet, path: string, body: object, putAway = true): Promise<void> {
  try {
    const made = await post<Sheet>(path, { radio_id: sheet.content.radio_id, ...body });
    if (putAway) await patch(`/sheets/${sheet.id}`, { status: 'put_away' });
    navigate(`/sheet/${made.id}`);
  } catch (error) {
    shell.say(shell.note(error));
  }
}

/** Whether it was said that what a slot holds may go. */
function mayGo(sheet: Sheet, slot: string): boolean {
  const { replace, replace_slots: slots } = sheet.content.request as { replace?: boolean; replace_slots?: string[] };
  return !!replace || !!slots?.includes(slot);
}

/** One channel by a way of its own; of a sheet of many, that one stays. */
export function byWay(sheet: Sheet, way: string, one: { slot: string; line: string; label: string | null }, ofMany: boolean): Promise<void> {
  const { slot, line, label } = one;
  return instead(sheet, '/sheets', { slot, line, label, power: sheet.content.request.power ?? null, way, replace: mayGo(sheet, slot) }, !ofMany);
}

/** The same channel by the other way. */
export function otherWay(sheet: Sheet, ofMany: boolean): Promise<void> {
  const { content } = sheet;
  return byWay(sheet, content.way === 'short' ? 'long' : 'short', { slot: content.goal.slot, line: String(content.request.line), label: content.goal.label }, ofMany);
}

/** Just what differs from what the slot is known to hold. */
export function lesser(sheet: Sheet): Promise<void> {
  const { goal, request, less } = sheet.content;
  return instead(sheet, '/sheets', { slot: goal.slot, line: String(request.line), label: goal.channel.label, power: request.power ?? null, goal: less!.goal });
}

/** The same by the description as it is now. */
export function anew(sheet: Sheet): Promise<void> {
  const { csv, line, slot, label, power, row, goal } = sheet.content.request as Record<string, string | null | undefined>;
  return csv ? instead(sheet, '/sheets/batch', { csv, replace: !!(sheet.content.request.replace_slots as string[] | undefined)?.length }) : instead(sheet, '/sheets', { slot, line, label, power, row, goal, replace: mayGo(sheet, slot ?? '') });
}
