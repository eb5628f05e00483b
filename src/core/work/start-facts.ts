import { cableFact } from './cable-words';
import type { FactName, FactSetting } from './fact-schema';
import type { FastenerGroup } from './fastener';
import type { Procedure } from './procedure';

export const screwFact = (group: string, n: number) => `screw.${group}.${n}.in` as const;

/** Facts that each single fastener of a group is in, or out. */
export const fastenerEffects = ({ id, count }: FastenerGroup, isIn: boolean): FactSetting[] =>
  Array.from({ length: count }, (_, i) => ({ fact: screwFact(id, i + 1), value: isIn }));

/** A group that comes with what is put in: nothing takes it out, and the swap or closing puts it in. */
export function comesWithAPart({ open, swap, close }: Procedure, groupId: string): boolean {
  const all = [...open, ...swap, ...close];
  return (
    all.some(({ putsIn }) => putsIn.includes(groupId)) &&
    !all.some(({ takesOut }) => takesOut.includes(groupId))
  );
}

/** Every fastener in its place before anyone touched it; what a new part brings with it is not there yet. */
export const screwsAtStart = (procedure: Procedure): FactSetting[] =>
  procedure.fasteners
    .filter(({ id }) => !comesWithAPart(procedure, id))
    .flatMap((group) => fastenerEffects(group, true));

/** What every device is taken in with, as the taking in states it. */
const takenIn: readonly (readonly [FactName, boolean])[] = [
  ['battery.connected', true],
  ['battery.in', true],
  ['cover.on', true],
  ['drive.inserted', true],
];

/** States that are not so before somebody brings them about. */
const notYet: readonly FactName[] = [
  'drive.new-inside',
  'drive.new-looked-at',
  'drive.seated',
  'fan.aside',
  'static.discharged',
  'storage-mode.entered',
  'supply.discharged',
  'tools.laid-out',
];

/**
 * What is so before the first step, as the procedure itself implies it: what the first step that speaks of a thing changes was the
 * other way round before. Facts that holds and the owner state are not in it.
 */
export function impliedAtStart(procedure: Procedure): Map<FactName, boolean> {
  const implied = new Map<FactName, boolean>();
  for (const { effects } of [...procedure.open, ...procedure.swap, ...procedure.close])
    for (const { fact, value } of effects)
      if (value !== null && !implied.has(fact)) implied.set(fact, !value);
  for (const fact of notYet) implied.set(fact, false);
  for (const { fact, value } of screwsAtStart(procedure)) implied.set(fact, value === true);
  for (const cable of procedure.cables) implied.set(cableFact(cable), true);
  for (const [fact, value] of takenIn) implied.set(fact, value);
  return implied;
}

const known = new WeakMap<Procedure, Map<FactName, boolean>>();

/** Whether a need is met: by what was stated, else by how the device was before anybody touched it. */
export function isMet(
  procedure: Procedure,
  stated: boolean | null,
  { fact, value }: { fact: FactName; value: boolean },
): boolean {
  if (stated !== null) return stated === value;
  const implied = known.get(procedure) ?? impliedAtStart(procedure);
  known.set(procedure, implied);
  return implied.get(fact) === value;
}
