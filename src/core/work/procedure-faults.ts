import { cableFact } from './cable';
import { type FactName, isKnownFact, knownFacts } from './facts';
import type { Procedure } from './procedure';
import { type Variant, stepsFor, variantsOf } from './variant';

/** A fault of a procedure with the path to the step that it names. */
export type ProcedureFault = { path: (string | number)[]; message: string };

type AnyStep = (Procedure['open'] | Procedure['swap'])[number];

/** Names that stand twice, and names of what is not there. */
function nameFaults({ fasteners, cables, tools, questions, open, swap }: Procedure): ProcedureFault[] {
  const faults: ProcedureFault[] = [];
  const ids = {
    fastener: new Set(fasteners.map(({ id }) => id)),
    cable: new Set(cables.map(({ id }) => id)),
    tool: new Set(tools.map(({ name }) => name)),
  };
  const seen = new Set<string>();
  const all: AnyStep[] = [...open, ...swap];
  const each = (name: 'open' | 'swap', steps: AnyStep[]) =>
    steps.forEach((step, i) => {
      const wrong = (message: string) =>
        faults.push({ path: [name, i], message: `step ${step.id}: ${message}` });
      if (seen.has(step.id)) wrong('it stands twice');
      seen.add(step.id);
      for (const group of [...step.takesOut, ...step.putsIn])
        if (!ids.fastener.has(group)) wrong(`there is no fastener group ${group}`);
      for (const cable of [...step.unplugs, ...step.plugs])
        if (!ids.cable.has(cable)) wrong(`there is no cable ${cable}`);
      if (step.tool && tools.length > 0 && !ids.tool.has(step.tool)) wrong(`there is no tool “${step.tool}”`);
      const moves = step.takesOut.length + step.putsIn.length + step.unplugs.length + step.plugs.length;
      if (step.effects.length + moves === 0) wrong('it changes nothing: it has no effect, fastener or cable');
      if (step.only) {
        const question = questions.find(({ id }) => id === step.only!.question);
        if (!question?.answers.some(({ id }) => id === step.only!.answer))
          wrong(`nobody is asked for the answer ${step.only.question}: ${step.only.answer}`);
      }
      for (const { fact } of [...step.effects, ...step.needs]) {
        const why = nameFault(fact, ids);
        if (why) wrong(why);
      }
      for (const other of step.protects)
        if (!all.slice(all.indexOf(step) + 1).some(({ id }) => id === other))
          wrong(`it protects from ${other}, which does not come after it`);
      for (const other of step.alongside)
        if (!steps.slice(0, i).some(({ id }) => id === other))
          wrong(`it is done alongside ${other}, which does not stand before it here`);
    });
  each('open', open);
  each('swap', swap);
  return faults;
}

/**
 * What is wrong with the name of a fact in a step: those of fasteners and cables follow from what a step moves, `override` is a
 * technician's word, and one that is a slip away from a known name is that name misspelt.
 */
function nameFault(fact: FactName, ids: { fastener: Set<string>; cable: Set<string> }): string | null {
  if (isKnownFact(fact)) return null;
  const [kind, id, ...rest] = fact.split('.');
  if (kind === 'override') return `${fact} is nothing that a step brings about`;
  const isMade = rest.length > 0;
  if (isMade && kind === 'screw' && !ids.fastener.has(id!)) return `${fact} names no fastener group`;
  if (isMade && kind === 'cable' && !ids.cable.has(id!)) return `${fact} names no cable`;
  const meant = knownFacts.find((known) => isSlip(known, fact));
  return meant ? `${fact} is not known; ${meant} is` : null;
}

/** Whether two names differ by one letter too many, too few, other, or by two that changed places. */
function isSlip(known: string, name: string): boolean {
  if (Math.abs(known.length - name.length) > 1) return false;
  let start = 0;
  while (start < name.length && known[start] === name[start]) start += 1;
  let [a, b] = [known.length, name.length];
  while (a > start && b > start && known[a - 1] === name[b - 1]) [a, b] = [a - 1, b - 1];
  const [was, is] = [known.slice(start, a), name.slice(start, b)];
  return (was.length <= 1 && is.length <= 1) || (was.length === 2 && was === [...is].reverse().join(''));
}

/** Facts that no step sets, because holds and the owner do. */
const fromOutside: FactName[] = ['battery.swollen', 'consent.given', 'card.inserted', 'charge.below-limit'];

/**
 * What of a procedure cannot be worked, for each way through it: fasteners and cables that come out or go in twice, a step whose
 * needs nothing before it brings about (a need that only a later step meets is a circle), a board touched while power
 * could be on, a fastener or cable that ends where it must not.
 */
export function procedureFaults(procedure: Procedure): ProcedureFault[] {
  const names = nameFaults(procedure);
  if (names.length > 0) return names;
  const found = new Map<string, ProcedureFault>();
  for (const variant of variantsOf(procedure))
    for (const steps of ordersOf(procedure, variant))
      for (const fault of wayFaults(procedure, variant, steps)) found.set(fault.message, fault);
  return [...found.values()];
}

type Placed = { step: AnyStep; path: (string | number)[] };

/** The order of the list, and for each step that may be done alongside others the one where it comes before them all. */
function ordersOf(procedure: Procedure, variant: Variant): Placed[][] {
  const placed = (name: 'open' | 'swap'): Placed[] => {
    const all: AnyStep[] = procedure[name];
    return stepsFor(procedure, all, variant).map((step) => ({ step, path: [name, all.indexOf(step)] }));
  };
  const inOrder = [...placed('open'), ...placed('swap')];
  const early = inOrder.flatMap((one, i) => {
    let first = i;
    while (first > 0 && one.step.alongside.includes(inOrder[first - 1]!.step.id)) first -= 1;
    return first === i
      ? []
      : [[...inOrder.slice(0, first), one, ...inOrder.slice(first, i), ...inOrder.slice(i + 1)]];
  });
  return [inOrder, ...early];
}

function wayFaults(procedure: Procedure, variant: Variant, steps: Placed[]): ProcedureFault[] {
  const faults: ProcedureFault[] = [];
  const facts = new Map<FactName, boolean | null>();
  const out = new Set<string>();
  const off = new Set<string>();
  const laterEffects = new Set(
    [...procedure.open, ...procedure.swap].flatMap(({ effects }) => effects.map(({ fact }) => fact)),
  );
  const moved = (
    from: Set<string>,
    ids: string[],
    isOut: boolean,
    words: string,
    wrong: (m: string) => void,
  ) => {
    for (const id of ids) {
      if (from.has(id) === isOut) wrong(`${id} ${words}`);
      if (isOut) from.add(id);
      else from.delete(id);
    }
  };
  for (const { step, path } of steps) {
    const wrong = (message: string) => faults.push({ path, message: `step ${step.id}: ${message}` });
    for (const { fact, value } of step.needs) {
      if (fromOutside.includes(fact) || facts.get(fact) === value) continue;
      wrong(
        laterEffects.has(fact)
          ? `it needs ${fact} ${value}, which no step before it brings about: they wait for each other`
          : `it needs ${fact} ${value}, which no step brings about`,
      );
    }
    if (step.touchesBoard)
      for (const [fact, value] of safeToTouch(procedure.power))
        if (facts.get(fact) !== value) wrong(`it touches the board while ${fact} is not ${value}`);
    if (step.touchesBoard && laterEffects.has('static.discharged') && facts.get('static.discharged') !== true)
      wrong('it touches the board before static is discharged: what protects comes first');
    moved(out, step.takesOut, true, 'is taken out twice', wrong);
    moved(out, step.putsIn, false, 'goes in without having come out', wrong);
    moved(off, step.unplugs, true, 'is unplugged twice', wrong);
    moved(off, step.plugs, false, 'is plugged without having been unplugged', wrong);
    for (const { fact, value } of step.effects) facts.set(fact, value);
    for (const id of step.unplugs) facts.set(factOfCable(procedure, id), false);
    for (const id of step.plugs) facts.set(factOfCable(procedure, id), true);
  }
  // What the swap left out must come back with the way back of a step that applies.
  const undone = stepsFor(procedure, procedure.open, variant).filter((step) => !('none' in step.back));
  for (const id of out)
    if (!undone.some(({ takesOut }) => takesOut.includes(id)))
      faults.push({ path: ['open'], message: `fastener group ${id} never goes back to its holes` });
  for (const id of off)
    if (!undone.some(({ unplugs }) => unplugs.includes(id)))
      faults.push({ path: ['open'], message: `cable ${id} is never plugged again` });
  return faults;
}

const factOfCable = ({ cables }: Procedure, id: string) =>
  cableFact(cables.find((cable) => cable.id === id) ?? { id });

/** Facts that must hold before a board is touched, by what powers it. */
export function safeToTouch(power: Procedure['power']): [fact: FactName, value: boolean][] {
  const cell: [FactName, boolean][] = [['battery.connected', false]];
  const mains: [FactName, boolean][] = [
    ['mains.plugged', false],
    ['supply.discharged', true],
  ];
  return [['power.off', true], ...(power === 'mains' ? [] : cell), ...(power === 'cell' ? [] : mains)];
}
