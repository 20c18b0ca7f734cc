import type { Step } from '../../api';

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
