import type { Place } from '../device';
import { parseFormFactor } from '../part';
import type { SwapCondition } from '../work';

/** How long a module of this form factor is, mm; null for what is no module. */
export const moduleLengthMm = (formFactor: string | null | undefined): number | null => {
  const form = formFactor ? parseFormFactor(formFactor) : null;
  return form?.ok && form.value.kind === 'module' ? form.value.lengthMm : null;
};

/** Where the screw of a place stands before the swap, mm: at the old drive's length, in an empty place where the profile says; null unknown. */
export const screwAtMm = ({ form }: Place, oldFormFactor: string | null): number | null =>
  oldFormFactor !== null
    ? moduleLengthMm(oldFormFactor)
    : form.kind === 'module'
      ? (form.spacerAtMm ?? null)
      : null;

/** What is put in, as far as it decides about steps of the swap. */
export type PutIn = {
  formFactor: string | null;
  hasPad: boolean;
  hasSink: boolean;
  hasAdapter: boolean;
  changesCase: boolean;
};

/** What a build changes about the steps of the swap. Where nobody knows where the screw stands, it is looked at. */
export function swapConditionsOf(
  { formFactor, hasPad, hasSink, hasAdapter, changesCase }: PutIn,
  screwMm: number | null,
): SwapCondition[] {
  const lengthMm = moduleLengthMm(formFactor);
  const holds: [SwapCondition, boolean][] = [
    ['length-changes', lengthMm !== null && lengthMm !== screwMm && !hasAdapter],
    ['pad-chosen', hasPad],
    ['sink-chosen', hasSink],
    ['adapter-chosen', hasAdapter],
    ['case-changes', changesCase],
  ];
  return holds.flatMap(([name, is]) => (is ? [name] : []));
}
