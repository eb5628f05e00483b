import { cableFact } from './cable';
import { type FactName, type FactSetting, factValue, foldFacts } from './facts';
import { type Measuring, measureSteps } from './measure-step';
import type { HandStep, OpenStep, Procedure, SwapCondition, SwapStep } from './procedure';
import { type Variant, forkOf, stepsFor } from './variant';

export const screwFact = (group: string, n: number) => `screw.${group}.${n}.in` as const;

function screwEffects(procedure: Procedure, groups: string[], isIn: boolean): FactSetting[] {
  return groups.flatMap((id) => {
    const group = procedure.fasteners.find((fastener) => fastener.id === id);
    return Array.from({ length: group?.count ?? 0 }, (_, i) => ({ fact: screwFact(id, i + 1), value: isIn }));
  });
}

function cableEffects(procedure: Procedure, ids: string[], isOn: boolean): FactSetting[] {
  return procedure.cables
    .filter(({ id }) => ids.includes(id))
    .map((cable) => ({ fact: cableFact(cable), value: isOn }));
}

const handStep = (
  procedure: Procedure,
  station: HandStep['station'],
  step: OpenStep | SwapStep,
): HandStep => ({
  id: step.id,
  station,
  title: step.title,
  how: step.how,
  at: step.at ?? null,
  tool: step.tool ?? null,
  materials: step.materials,
  hold: step.hold ?? null,
  caution: step.caution ?? null,
  breaks: step.breaks ?? null,
  pry: step.pry ?? null,
  stuck: step.stuck ?? null,
  minutes: step.minutes,
  touchesBoard: step.touchesBoard,
  mayDo: step.mayDo,
  needs: step.needs,
  effects: [
    ...step.effects,
    ...screwEffects(procedure, step.takesOut, false),
    ...screwEffects(procedure, step.putsIn, true),
    ...cableEffects(procedure, step.unplugs, false),
    ...cableEffects(procedure, step.plugs, true),
  ],
  takesOut: step.takesOut,
  putsIn: step.putsIn,
  unplugs: step.unplugs,
  plugs: step.plugs,
  tooEarly: step.tooEarly ?? null,
  forgotten: step.forgotten ?? null,
  alongside: step.alongside,
  waits: step.waits,
  afterFork: isAfterFork(procedure, step.id),
});

function isAfterFork(procedure: Procedure, stepId: string): boolean {
  const order = [...procedure.open, ...procedure.swap].map(({ id }) => id);
  const fork = forkOf(procedure);
  return fork !== null && order.indexOf(stepId) >= order.indexOf(fork);
}

/** What the job decides about the swap: the conditions that hold, and the way through the procedure. */
export type SwapConditions = Variant & {
  holds?: readonly SwapCondition[];
  /** Nothing is in the place: what only draws the old drive out falls out. */
  isEmpty?: boolean;
  measuring?: Measuring | null;
};

const drawsDriveOut = ({ effects, takesOut, unplugs }: OpenStep): boolean =>
  takesOut.length === 0 &&
  unplugs.length === 0 &&
  effects.length > 0 &&
  effects.every(({ fact, value }) => fact === 'drive.inserted' && value === false);

export const wayIn = (procedure: Procedure, conditions: SwapConditions = {}): HandStep[] =>
  stepsFor(procedure, procedure.open, conditions)
    .filter((step) => !conditions.isEmpty || !drawsDriveOut(step))
    .map((step) => handStep(procedure, 'open', step));

export const swapSteps = (procedure: Procedure, conditions: SwapConditions = {}): HandStep[] =>
  stepsFor(procedure, procedure.swap, conditions)
    .filter(({ when }) => when === undefined || conditions.holds?.includes(when))
    .map((step) => handStep(procedure, 'swap', step));

/**
 * The way back, made from the way in: its steps in reverse, with effects undone. What the swap already
 * restored is not done again, and a step with nothing left to undo falls out; the profile's exceptions
 * (`back: none`) stay out.
 */
export function wayBack(procedure: Procedure, conditions: SwapConditions = {}): HandStep[] {
  const inOrder = [...wayIn(procedure, conditions), ...swapSteps(procedure, conditions)];
  return undo(procedure, inOrder);
}

/**
 * The way back from wherever the work stands: `done` are the steps of opening and swapping that were done, in order. What is half
 * swapped is undone like the rest; a step with nothing left to undo falls out.
 */
export function undo(procedure: Procedure, done: HandStep[]): HandStep[] {
  const stamp = { at: '1970-01-01T00:00:00.000Z', by: '' };
  const opened = foldFacts(done.flatMap(({ effects }) => effects.map((effect) => ({ ...effect, ...stamp }))));
  const doneIds = new Set(done.map(({ id }) => id));
  const back: HandStep[] = [];
  for (const step of [...procedure.open].reverse()) {
    if (!doneIds.has(step.id)) continue;
    const way = handStep(procedure, 'open', step);
    const isException = 'none' in step.back;
    const left = way.effects.filter(
      ({ fact, value }) =>
        value !== null &&
        factValue(opened, fact) === value &&
        (!isException || mustComeBack(procedure, fact)),
    );
    if (isException && left.length === 0) continue;
    if (way.effects.length > 0 && left.length === 0) continue;
    const isLeft = (fact: FactName) => left.some((effect) => effect.fact === fact);
    back.push({
      ...way,
      id: `back-${step.id}`,
      station: 'close',
      ...backWords(step),
      pry: null,
      needs: [],
      effects: left.map(({ fact, value }) => ({ fact, value: !value })),
      takesOut: [],
      putsIn: step.takesOut.filter((group) => left.some(({ fact }) => fact.startsWith(`screw.${group}.`))),
      unplugs: [],
      plugs: procedure.cables
        .filter((cable) => step.unplugs.includes(cable.id) && isLeft(cableFact(cable)))
        .map(({ id }) => id),
      alongside: [],
      waits: false,
      afterFork: forkOf(procedure) !== null,
    });
  }
  return back;
}

/** What no device is closed without, whatever the profile's exceptions say: fasteners, cables, and a drive in its place. */
const mustComeBack = (procedure: Procedure, fact: FactName): boolean =>
  fact.startsWith('screw.') ||
  fact === 'drive.inserted' ||
  procedure.cables.some((cable) => cableFact(cable) === fact);

/** A step undone, in words; one that has none of its own, because the swap undoes it, is told from itself. */
function backWords(step: OpenStep): { title: string; how: string; minutes: number } {
  if (!('none' in step.back)) return step.back;
  return {
    title: `Undo: ${step.title.charAt(0).toLowerCase()}${step.title.slice(1)}`,
    how: `As it was: ${step.how}`.slice(0, 400),
    minutes: step.minutes,
  };
}

/** Every screw in its place before anyone touched it. */
export const screwsAtStart = (procedure: Procedure): FactSetting[] =>
  screwEffects(
    procedure,
    procedure.fasteners.map((group) => group.id),
    true,
  );

/** All steps of the hands in their order: the way in, the swap, the way back. */
export const allSteps = (procedure: Procedure, conditions: SwapConditions = {}): HandStep[] => [
  ...wayIn(procedure, conditions),
  ...measureSteps(conditions.measuring),
  ...swapSteps(procedure, conditions),
  ...wayBack(procedure, conditions),
];

/** Steps that may be done now: the first that is not done, and those that may be done at the same time as all before them. */
export function dueSteps(steps: HandStep[], done: readonly string[]): HandStep[] {
  const open = steps.filter(({ id }) => !done.includes(id));
  return open.filter((one, i) => open.slice(0, i).every(({ id }) => one.alongside.includes(id)));
}
