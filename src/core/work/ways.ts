import { type FactSetting, type Facts, factValue, foldFacts } from './facts';
import type { Act, OpenStep, Procedure, SwapStep } from './procedure';

export const screwFact = (group: string, n: number) => `screw.${group}.${n}.in`;

function screwEffects(procedure: Procedure, groups: string[], isIn: boolean): FactSetting[] {
  return groups.flatMap((id) => {
    const group = procedure.fasteners.find((fastener) => fastener.id === id);
    return Array.from({ length: group?.count ?? 0 }, (_, i) => ({ fact: screwFact(id, i + 1), value: isIn }));
  });
}

const act = (procedure: Procedure, station: Act['station'], step: OpenStep | SwapStep): Act => ({
  id: step.id,
  station,
  title: step.title,
  how: step.how,
  tool: step.tool ?? null,
  caution: step.caution ?? null,
  stuck: step.stuck ?? null,
  minutes: step.minutes,
  touchesBoard: step.touchesBoard,
  needs: step.needs,
  effects: [
    ...step.effects,
    ...screwEffects(procedure, step.takesOut, false),
    ...screwEffects(procedure, step.putsIn, true),
  ],
  takesOut: step.takesOut,
  putsIn: step.putsIn,
});

/** What the job decides about the swap. */
export type SwapConditions = { lengthChanges: boolean; padChosen: boolean };

export const wayIn = (procedure: Procedure): Act[] =>
  procedure.open.map((step) => act(procedure, 'open', step));

export const swapActs = (procedure: Procedure, conditions: SwapConditions): Act[] =>
  procedure.swap
    .filter(
      ({ when }) =>
        when === undefined || (when === 'length-changes' ? conditions.lengthChanges : conditions.padChosen),
    )
    .map((step) => act(procedure, 'swap', step));

/**
 * The way back, made from the way in: its steps in reverse, with effects undone. What the swap already
 * restored is not done again, and a step with nothing left to undo falls out; the profile's exceptions
 * (`back: none`) stay out.
 */
export function wayBack(procedure: Procedure, conditions: SwapConditions): Act[] {
  const before: Facts = {};
  const inOrder = [...wayIn(procedure), ...swapActs(procedure, conditions)];
  const stamp = { at: '1970-01-01T00:00:00.000Z', by: '' };
  const opened = foldFacts(
    inOrder.flatMap(({ effects }) => effects.map((effect) => ({ ...effect, ...stamp }))),
    before,
  );
  const back: Act[] = [];
  for (const step of [...procedure.open].reverse()) {
    if ('none' in step.back) continue;
    const way = act(procedure, 'open', step);
    const left = way.effects.filter(({ fact, value }) => value !== null && factValue(opened, fact) === value);
    if (way.effects.length > 0 && left.length === 0) continue;
    const putsIn = step.takesOut.filter((group) =>
      left.some(({ fact }) => fact.startsWith(`screw.${group}.`)),
    );
    back.push({
      ...way,
      id: `back-${step.id}`,
      station: 'close',
      title: step.back.title,
      how: step.back.how,
      minutes: step.back.minutes,
      needs: [],
      effects: left.map(({ fact, value }) => ({ fact, value: !value })),
      takesOut: [],
      putsIn,
    });
  }
  return back;
}

/** Every screw in its place before anyone touched it. */
export const screwsAtStart = (procedure: Procedure): FactSetting[] =>
  screwEffects(
    procedure,
    procedure.fasteners.map((group) => group.id),
    true,
  );
