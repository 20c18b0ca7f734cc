import type { Cap, Schemas, Step } from '../../api';

export type Loss = Pick<Schemas['LossShape'], 'kind' | 'slot_text' | 'sight' | 'meant' | 'leave'>;

/** What goes for good with a step, if what shows there says that a slot is in use; sheets of earlier versions say it by their look alone. */
export function lossOf(step: Step): Loss | null {
  if (step.loss) return step.loss.meant && !step.when ? null : step.loss;
  if (!step.look || (step.look.free && !step.group)) return null;
  return { kind: 'overwritten', slot_text: '', sight: step.look.taken, meant: false, leave: step.look.leave };
}

/** The keys that are drawn for a step: the way out, where its own take what nobody wants to lose. */
export function drawnCaps(step: Step): Cap[] {
  const loss = lossOf(step);
  return loss && !loss.meant ? loss.leave : step.caps;
}

/** Alternatives with the same keys, as one line: what may show, and a step that holds their keys. */
export interface Line {
  says: string[];
  step: Step;
}

/** Draws alternatives together where the same keys answer several sights; the words begin with the sight. */
export function alternatives(steps: Step[]): Line[] {
  const lines: Line[] = [];
  for (const step of steps) {
    const [when] = step.say.split(':');
    const same = lines.find((line) => line.step.actions.join() === step.actions.join());
    if (same) same.says = [...new Set([...same.says, when!.replace(/^If /, '')])].filter((words, at) => at === 0 || `If ${words}` !== same.says[0]);
    else lines.push({ says: [when!], step });
  }
  return lines;
}
