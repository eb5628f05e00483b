import { cableFact } from './cable-words';
import type { FactName, FactSetting } from './fact-schema';
import { type AnyStep, type ProcedureFault, canBeWalked, nameFaults } from './procedure-names';
import { type Procedure, type SwapCondition } from './procedure';
import { type HandStep } from './swap-conditions';
import { swapConditions } from './condition-names';
import { comesWithAPart, impliedAtStart } from './start-facts';
import { type Variant, stepsFor, variantsOf } from './variant';
import { swapSteps, undo, wayIn } from './ways';

export type { ProcedureFault } from './procedure-names';

/** Facts that no step sets, because holds and the owner do. */
const fromOutside: readonly FactName[] = [
  'battery.swollen',
  'consent.given',
  'card.inserted',
  'charge.below-limit',
  'encryption.on',
  'heights.measured',
];

/** More ways through a procedure than this are not walked: it is refused as too much to prove. */
const mostWays = 20_000;

/** A way through: answers, board, and what the job’s build makes of the swap. */
type Way = Required<Variant> & { holds: readonly SwapCondition[] };

/** All combinations of what the swap’s steps hang on. */
function conditionsOf({ swap }: Procedure): SwapCondition[][] {
  const named = swapConditions.filter((condition) => swap.some(({ when }) => when === condition));
  return named.reduce<SwapCondition[][]>((sets, one) => [...sets, ...sets.map((set) => [...set, one])], [[]]);
}

/**
 * What of a procedure cannot be worked, over every combination of boards, answers and builds that its steps name, opening, swap and
 * closing: fasteners and cables that come out or go in twice, a step whose needs nothing before it brings about (a need that only a
 * later step meets is a circle), a board touched while power could be on, a device that is closed without its drive, cover, cell, a
 * fastener or a cable. A procedure without any step has none: nobody has written it down. `boards` are those that the profile knows.
 */
export function procedureFaults(procedure: Procedure, boards: readonly string[] = []): ProcedureFault[] {
  const names = nameFaults(procedure);
  const steps = procedure.open.length + procedure.swap.length + procedure.close.length;
  if (steps === 0 || !canBeWalked(names)) return names;
  const variants = variantsOf(procedure, boards);
  const builds = conditionsOf(procedure);
  if (variants.length * builds.length > mostWays)
    return [
      ...names,
      {
        path: ['questions'],
        message: `there are ${variants.length * builds.length} ways through it, more than can be proved`,
        mend: 'Ask fewer questions, or make two profiles of it.',
      },
    ];
  const proof = new Proof(procedure);
  for (const variant of variants) for (const holds of builds) proof.walk({ ...variant, holds });
  return [...names, ...proof.faults()];
}

type Placed = { step: AnyStep; hand: HandStep; path: (string | number)[] };

class Proof {
  private readonly found = new Map<string, ProcedureFault>();
  private readonly implied: Map<FactName, boolean>;
  private readonly paths = new Map<string, (string | number)[]>();
  /** Facts that some step brings about at all. */
  private readonly brought: Set<FactName>;
  private readonly dischargesStatic: boolean;

  constructor(private readonly procedure: Procedure) {
    this.implied = impliedAtStart(procedure);
    for (const name of ['open', 'swap', 'close'] as const)
      procedure[name].forEach(({ id }, i) => this.paths.set(id, [name, i]));
    const all = [...procedure.open, ...procedure.swap, ...procedure.close];
    const moved = new Set(all.flatMap(({ unplugs, plugs }) => [...unplugs, ...plugs]));
    this.brought = new Set([
      ...all.flatMap(({ effects }) => effects.map(({ fact }) => fact)),
      ...procedure.cables.filter(({ id }) => moved.has(id)).map(cableFact),
    ]);
    this.dischargesStatic = this.brought.has('static.discharged');
  }

  faults(): ProcedureFault[] {
    return [...this.found.values()];
  }

  private wrong(path: (string | number)[], message: string, mend: string) {
    if (!this.found.has(message)) this.found.set(message, { path, message, mend });
  }

  /** Each order of one way: as listed, and with each step that may be done alongside others before them all. */
  walk(way: Way) {
    const { procedure } = this;
    const steps: AnyStep[] = [...procedure.open, ...procedure.swap];
    const placed = [...wayIn(procedure, way), ...swapSteps(procedure, way)].map((hand) => ({
      hand,
      step: steps.find(({ id }) => id === hand.id)!,
      path: this.paths.get(hand.id) ?? [],
    }));
    for (const order of ordersOf(placed)) this.walkOrder(order, way);
  }

  private walkOrder(order: Placed[], way: Way) {
    const facts = new Facts(this.implied);
    const [out, off] = [new Set<string>(), new Set<string>()];
    let drawn = false;
    for (const { step, hand, path } of order) {
      this.checkStep(step.id, hand, path, facts);
      this.move(step, path, out, off);
      facts.apply(hand.effects);
      if (facts.get('drive.inserted') === false) drawn = true;
    }
    this.checkDrive(order, drawn);
    this.checkLeft(way, out, off);
    const back = undo(
      this.procedure,
      order.map(({ hand }) => hand),
      way,
    );
    for (const hand of back) {
      const id = hand.id.startsWith('back-') && !this.paths.has(hand.id) ? hand.id.slice(5) : hand.id;
      this.checkStep(hand.id, hand, this.paths.get(id) ?? ['open'], facts);
      facts.apply(hand.effects);
    }
    this.checkClosed(facts);
  }

  private checkStep(id: string, hand: HandStep, path: (string | number)[], facts: Facts) {
    const wrong = (message: string, mend: string) => this.wrong(path, `step ${id}: ${message}`, mend);
    for (const { fact, value } of hand.needs) {
      if (fromOutside.includes(fact) || facts.get(fact) === value) continue;
      wrong(
        this.brought.has(fact)
          ? `it needs ${fact} ${value}, which no step before it brings about: they wait for each other`
          : `it needs ${fact} ${value}, which no step brings about`,
        `Put the step that makes ${fact} ${value} before it on every way, or take the need out.`,
      );
    }
    const why = whyLive(hand, this.procedure);
    if (!why) return;
    for (const [fact, value] of safeToTouch(this.procedure.power))
      if (facts.get(fact) !== value)
        wrong(
          `${why} while ${fact} is not ${value}`,
          `Put the step that makes ${fact} ${value} before it on every way.`,
        );
    if (hand.touchesBoard && this.dischargesStatic && facts.get('static.discharged') !== true)
      wrong(
        'it touches the board before static is discharged: what protects comes first',
        'Move the step that discharges static before it.',
      );
  }

  private move(step: AnyStep, path: (string | number)[], out: Set<string>, off: Set<string>) {
    const moved = (from: Set<string>, ids: string[], isOut: boolean, words: string, mend: string) => {
      for (const id of ids) {
        if (from.has(id) === isOut) this.wrong(path, `step ${step.id}: ${id} ${words}`, mend);
        if (isOut) from.add(id);
        else from.delete(id);
      }
    };
    const own = (id: string) => comesWithAPart(this.procedure, id) && bringsAPart(step);
    moved(
      out,
      step.takesOut,
      true,
      'is taken out twice',
      'Leave it to one of the two steps, or split the group.',
    );
    moved(
      out,
      step.putsIn.filter((id) => !own(id) || out.has(id)),
      false,
      'goes in without having come out',
      'Take it out in a step of opening that is done on the same ways; screws of a new part belong to the step that puts the part in.',
    );
    moved(off, step.unplugs, true, 'is unplugged twice', 'Leave it to one of the two steps.');
    moved(
      off,
      step.plugs,
      false,
      'is plugged without having been unplugged',
      'Unplug it in a step of opening that is done on the same ways.',
    );
  }

  /** The old drive comes out, and the swap puts the new one in. */
  private checkDrive(order: Placed[], drawn: boolean) {
    const { open, swap } = this.procedure;
    const last = (list: unknown[], name: string) => (list.length > 0 ? [name, list.length - 1] : [name]);
    if (!drawn)
      this.wrong(
        last(open, 'open'),
        'no step draws the old drive',
        'Give the step that draws it the effect drive.inserted false, on every way.',
      );
    const drawnAt = order.findIndex(({ hand }) => sets(hand, 'drive.inserted', false));
    const isPutIn = order.slice(drawnAt + 1).some(({ hand }) => sets(hand, 'drive.inserted', true));
    if (drawn && !isPutIn)
      this.wrong(
        last(swap, 'swap'),
        'no step of the swap puts the new drive in',
        'Give the step that puts it in the effect drive.inserted true, on every way.',
      );
  }

  /** What the swap left out must come back with the way back of a step that applies, or with a step of closing. */
  private checkLeft(way: Way, out: Set<string>, off: Set<string>) {
    const { procedure } = this;
    const undone = stepsFor(procedure, procedure.open, way).filter((step) => !('none' in step.back));
    const closing = stepsFor(procedure, procedure.close, way);
    for (const id of out)
      if (
        !undone.some(({ takesOut }) => takesOut.includes(id)) &&
        !closing.some(({ putsIn }) => putsIn.includes(id))
      )
        this.wrong(
          ['open'],
          `fastener group ${id} never goes back to its holes`,
          'Give the step that takes it out a way back, or put it in at the swap or at closing.',
        );
    for (const id of off)
      if (
        !undone.some(({ unplugs }) => unplugs.includes(id)) &&
        !closing.some(({ plugs }) => plugs.includes(id))
      )
        this.wrong(
          ['open'],
          `cable ${id} is never plugged again`,
          'Give the step that unplugs it a way back, or plug it at the swap or at closing.',
        );
  }

  /** What no device is switched on without. */
  private checkClosed(facts: Facts) {
    const { power } = this.procedure;
    const closed: [FactName, boolean, string][] = [
      ['cover.on', true, 'the cover never goes back on'],
      ['drive.inserted', true, 'it is closed without a drive'],
      ['fan.aside', false, 'the fan never goes back to its place'],
      ...(power === 'mains'
        ? []
        : ([
            ['battery.connected', true, 'the battery is never plugged again'],
            ['battery.in', true, 'the battery never goes back in'],
          ] as [FactName, boolean, string][])),
    ];
    for (const [fact, value, message] of closed)
      if (facts.get(fact) !== value)
        this.wrong(
          ['open'],
          message,
          `Give the step that makes ${fact} ${!value} a way back, or make it ${value} at the swap or at closing.`,
        );
    for (const cable of this.procedure.cables)
      if (facts.get(cableFact(cable)) === false)
        this.wrong(
          ['cables'],
          `cable ${cable.id} is never plugged again`,
          'Give the step that unplugs it a way back.',
        );
  }
}

/** Facts on a walk: what steps set, on top of how it was. */
class Facts {
  private readonly set = new Map<FactName, boolean | null>();
  constructor(private readonly implied: Map<FactName, boolean>) {}

  get(fact: FactName): boolean | null {
    return this.set.get(fact) ?? (this.set.has(fact) ? null : (this.implied.get(fact) ?? null));
  }

  apply(effects: FactSetting[]) {
    for (const { fact, value } of effects) this.set.set(fact, value);
  }
}

const sets = ({ effects }: Pick<HandStep, 'effects'>, fact: FactName, value: boolean) =>
  effects.some((effect) => effect.fact === fact && effect.value === value);

/** A step that puts something in that was not there: only in some builds, or with an effect that says so. */
const bringsAPart = (step: AnyStep): boolean =>
  ('when' in step && step.when !== undefined) || step.effects.some(({ value }) => value === true);

/** The order of the list, and for each step that may be done alongside others the one where it comes before them all. */
function ordersOf(inOrder: Placed[]): Placed[][] {
  const early = inOrder.flatMap((one, i) => {
    let first = i;
    while (first > 0 && one.step.alongside.includes(inOrder[first - 1]!.step.id)) first -= 1;
    return first === i
      ? []
      : [[...inOrder.slice(0, first), one, ...inOrder.slice(first, i), ...inOrder.slice(i + 1)]];
  });
  return [inOrder, ...early];
}

/**
 * Why a step must find the power off, in words; null where it need not. By its own flag, or by what it moves: the drive, a cell that
 * comes out, a board-to-board plug; with a supply inside also every cable.
 */
function whyLive(hand: HandStep, { power, cables }: Procedure): string | null {
  if (hand.touchesBoard) return 'it touches the board';
  if (hand.effects.some(({ fact }) => fact === 'drive.inserted')) return 'it moves the drive';
  if (hand.effects.some(({ fact, value }) => fact === 'battery.in' && value === false))
    return 'it takes the battery out';
  const moved = cables.filter(({ id }) => hand.unplugs.includes(id) || hand.plugs.includes(id));
  const inside = moved.filter((cable) => cableFact(cable) !== 'battery.connected');
  if (inside.some(({ latch }) => latch === 'header')) return 'it parts two boards';
  return power !== 'cell' && inside.length > 0 ? 'it moves a cable' : null;
}

/** Facts that must hold before a board is touched, by what powers it. */
export function safeToTouch(power: Procedure['power']): [fact: FactName, value: boolean][] {
  const cell: [FactName, boolean][] = [['battery.connected', false]];
  const mains: [FactName, boolean][] = [
    ['mains.plugged', false],
    ['supply.discharged', true],
  ];
  return [['power.off', true], ...(power === 'mains' ? [] : cell), ...(power === 'cell' ? [] : mains)];
}
