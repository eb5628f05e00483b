import { type Cable } from './cable';
import { cableFact, latchWords } from './cable-words';
import { type Facts, factValue, foldFacts } from './facts';
import { type FactName, type FactSetting } from './fact-schema';
import { type Measuring, measureSteps } from './measure-step';
import {
  type CloseStep,
  type OpenStep,
  type Procedure,
  type SwapCondition,
  type SwapStep,
} from './procedure';
import { type HandStep, backId } from './swap-conditions';
import { fastenerEffects } from './start-facts';
import { type Variant, forkOf, stepsFor } from './variant';

function screwEffects(procedure: Procedure, groups: string[], isIn: boolean): FactSetting[] {
  return groups.flatMap((id) => {
    const group = procedure.fasteners.find((fastener) => fastener.id === id);
    return group ? fastenerEffects(group, isIn) : [];
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
  step: OpenStep | SwapStep | CloseStep,
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
  final: step.final ?? null,
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
  const fork = forkOf(procedure);
  if (fork === null) return false;
  const order = [...procedure.open, ...procedure.swap, ...procedure.close].map(({ id }) => id);
  return order.indexOf(stepId) >= order.indexOf(fork);
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
  return undo(procedure, inOrder, conditions);
}

/**
 * The way back from wherever the work stands: `done` are the steps of opening and swapping that were done, in order. What is half
 * swapped is undone like the rest; a step with nothing left to undo falls out. What only closing has comes where the profile says,
 * beside the undoing that it belongs to, or at the end.
 */
export function undo(procedure: Procedure, done: HandStep[], variant: Variant = {}): HandStep[] {
  const stamp = { at: '1970-01-01T00:00:00.000Z', by: '' };
  const opened = foldFacts(done.flatMap(({ effects }) => effects.map((effect) => ({ ...effect, ...stamp }))));
  const doneIds = new Set(done.map(({ id }) => id));
  const reversed = [...procedure.open].reverse().filter(({ id }) => doneIds.has(id));
  const back: HandStep[] = [];
  for (const step of inClosingOrder(reversed)) {
    const undone = undoStep(procedure, step, opened);
    if (undone) back.push(undone);
  }
  // Nothing was opened: nothing is sealed again.
  if (back.length === 0) return back;
  for (const step of stepsFor(procedure, procedure.close, variant)) {
    const own = handStep(procedure, 'close', step);
    const { beside } = step;
    const at = beside ? back.findIndex(({ id }) => id === backId(beside.undoing)) : back.length;
    // Beside something that was not opened it has no place.
    if (at >= 0) back.splice(beside?.side === 'after' ? at + 1 : at, 0, own);
  }
  return back;
}

/** Steps in reverse, those with a place of their own right before the one that they name. */
function inClosingOrder(reversed: OpenStep[]): OpenStep[] {
  const order = [...reversed];
  for (const step of reversed) {
    const before = 'none' in step.back ? null : step.back.before;
    if (before === null || !order.some(({ id }) => id === before)) continue;
    order.splice(order.indexOf(step), 1);
    order.splice(
      order.findIndex(({ id }) => id === before),
      0,
      step,
    );
  }
  return order;
}

/** One step of opening undone; null where nothing of it is left to undo. */
function undoStep(procedure: Procedure, step: OpenStep, opened: Facts): HandStep | null {
  const way = handStep(procedure, 'open', step);
  const isException = 'none' in step.back;
  const left = way.effects.filter(
    ({ fact, value }) =>
      value !== null && factValue(opened, fact) === value && (!isException || mustComeBack(procedure, fact)),
  );
  if (left.length === 0 && (isException || way.effects.length > 0)) return null;
  const isLeft = (fact: FactName) => left.some((effect) => effect.fact === fact);
  const plugs = procedure.cables.filter(
    (cable) => step.unplugs.includes(cable.id) && isLeft(cableFact(cable)),
  );
  return {
    ...way,
    id: backId(step.id),
    station: 'close',
    ...backWords(step, plugs),
    pry: null,
    final: null,
    effects: left.map(({ fact, value }) => ({ fact, value: !value })),
    takesOut: [],
    putsIn: step.takesOut.filter((group) => left.some(({ fact }) => fact.startsWith(`screw.${group}.`))),
    unplugs: [],
    plugs: plugs.map(({ id }) => id),
    alongside: [],
    waits: false,
    afterFork: forkOf(procedure) !== null,
  };
}

/** What no device is closed without, whatever the profile's exceptions say: fasteners, cables, and a drive in its place. */
const mustComeBack = (procedure: Procedure, fact: FactName): boolean =>
  fact.startsWith('screw.') ||
  fact === 'drive.inserted' ||
  procedure.cables.some((cable) => cableFact(cable) === fact);

type BackWords = Pick<
  HandStep,
  'title' | 'how' | 'minutes' | 'tool' | 'hold' | 'breaks' | 'materials' | 'needs'
>;

/**
 * A step undone, in words. One that has none of its own, because the swap undoes it, is told by what goes back: a cable by how its
 * latch is closed, the rest from the step itself.
 */
function backWords(step: OpenStep, plugs: Cable[]): BackWords {
  const { back } = step;
  if (!('none' in back))
    return {
      title: back.title,
      how: back.how,
      minutes: back.minutes,
      tool: back.tool ?? step.tool ?? null,
      hold: back.hold ?? step.hold ?? null,
      breaks: back.breaks ?? step.breaks ?? null,
      materials: back.materials.length > 0 ? back.materials : step.materials,
      needs: back.needs,
    };
  const same = {
    minutes: step.minutes,
    tool: step.tool ?? null,
    hold: step.hold ?? null,
    breaks: step.breaks ?? null,
    materials: step.materials,
    needs: [],
  };
  return plugs.length > 0
    ? {
        ...same,
        title: `Plug again: ${plugs.map(({ where }) => where).join(', ')}`.slice(0, 120),
        how: plugs
          .map(({ latch }) => sentence(latchWords[latch].on))
          .join(' ')
          .slice(0, 400),
      }
    : {
        ...same,
        title: `Undo: ${step.title.charAt(0).toLowerCase()}${step.title.slice(1)}`,
        how: `The other way round: ${step.how}`.slice(0, 400),
      };
}

const sentence = (words: string) => `${words.charAt(0).toUpperCase()}${words.slice(1)}.`;

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
