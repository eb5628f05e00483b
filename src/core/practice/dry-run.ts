import { type Procedure, variantsOf } from '../work';
import { beginPractice } from './practice';

/** That a version of a device's procedure was run through in Practice: by whom, when, how many steps, and how many of them were missed. */
export type DryRun = { version: number; by: string; at: string; steps: number; missed: number };

/** How a version stands, in words; `day` shows a moment. */
export function dryRunWords(run: DryRun | null, day: (at: string) => string): string {
  if (!run) return 'No run through in Practice is on record';
  const { by, at, steps, missed } = run;
  return `Run through in Practice by ${by}, ${day(at)}: ${missed === 0 ? `all ${steps} steps right` : `${missed} of ${steps} steps missed`}`;
}

/** Whether these are all steps of one of the ways through a procedure, each once: less is no run through. */
export function isRunThrough(procedure: Procedure, stepIds: readonly string[]): boolean {
  const asked = new Set(stepIds);
  if (asked.size !== stepIds.length) return false;
  return variantsOf(procedure).some((variant) => {
    const { steps } = beginPractice(procedure, 1, variant);
    return steps.length === asked.size && steps.every(({ id }) => asked.has(id));
  });
}
