import {
  type HandStep,
  type Facts,
  type Procedure,
  factValue,
  factWords,
  foldFacts,
  isMet,
  type Variant,
  allSteps,
  dueSteps,
  safeToTouch,
  swapConditions,
  variantsOf,
} from '../work';

import type { Mistake } from './mistake-schema';
import { drawMistake } from './mistakes';

export const levels = [
  { level: 1, words: 'With a hand', choices: 3 },
  { level: 2, words: 'As at the bench', choices: 4 },
  { level: 3, words: 'Alone', choices: 6 },
] as const;
export type Level = 1 | 2 | 3;

/** What is practised: the hands of one device, from switching off to closed up again. */
export type Practice = {
  steps: HandStep[];
  procedure: Procedure;
  level: Level;
  /** How many steps are done, in order. */
  at: number;
  /** Steps picked at the wrong time: which, and at which step it would have been right to do another. */
  wrong: { picked: string; insteadOf: string; consequence: string }[];
  /** Steps for which the answer was asked. */
  asked: string[];
};

/** A practice run for a device; nothing of it touches a job. */
export function beginPractice(procedure: Procedure, level: Level, variant: Variant = {}): Practice {
  const steps = allSteps(procedure, { ...variant, holds: swapConditions });
  return { steps, procedure, level, at: 0, wrong: [], asked: [] };
}

/** One of the ways through a procedure, so that each answer and each board gets its turn. `random` gives 0 up to 1. */
export function anyVariant(procedure: Procedure, random: () => number): Variant {
  const ways = variantsOf(procedure);
  return ways[Math.floor(random() * ways.length)] ?? {};
}

/** A way in words: the answers, for whoever practises; empty where nothing is to be chosen. */
export const variantWords = ({ questions }: Procedure, { answers = {} }: Variant): string[] =>
  questions.map(({ id, ask: question, answers: ways }) => {
    const answer = ways.find((one) => one.id === answers[id]) ?? ways[0]!;
    // Questions name their thing first: “Ribbon over the shield: off, or left on?”
    return `${question.split(':')[0]!}: ${answer.words}`;
  });

export const isDone = ({ steps, at }: Practice): boolean => at >= steps.length;

const stamp = { at: '1970-01-01T00:00:00.000Z', by: '' };

/** What is true of the practised device now. */
export const factsNow = ({ steps, at }: Practice): Facts =>
  foldFacts(steps.slice(0, at).flatMap(({ effects }) => effects.map((effect) => ({ ...effect, ...stamp }))));

/** Needs of a step that are not met now. */
const unmet = (procedure: Procedure, facts: Facts, step: HandStep) =>
  step.needs.filter((need) => !isMet(procedure, factValue(facts, need.fact), need));

/** Words of a title that say something, without their endings. */
const stems = (title: string): Set<string> =>
  new Set(
    title
      .toLowerCase()
      .split(/[^\p{L}]+/u)
      .filter((word) => word.length > 3)
      .map((word) => word.replace(/(ing|es|s|ed)$/u, '')),
  );

const shared = (a: Set<string>, b: Set<string>): number => [...a].filter((word) => b.has(word)).length;

/**
 * The next step among others, shuffled. Every later step is offered as often as every other one, so that who picks what was offered most
 * often, or least, gains nothing; where the right one has words of the step before, others that have them too come first. One of them is
 * what people really picked here, where anybody did. `random` gives 0 up to 1.
 */
export function choicesAt(
  practice: Practice,
  random: () => number,
  mistakes: readonly Mistake[] = [],
): HandStep[] {
  const { steps, at, level } = practice;
  const next = steps[at];
  if (!next) return [];
  // What may be done at the same time is no wrong pick, and so none to offer beside the next step.
  const due = dueSteps(steps.slice(at), []);
  const later = shuffled(
    steps.slice(at + 1).filter((step) => step.title !== next.title && !due.includes(step)),
    random,
  );
  const plain = later.filter((step, i) => later.findIndex(({ title }) => title === step.title) === i);
  const before = stems(steps[at - 1]?.title ?? '');
  const alike = (step: HandStep) => shared(stems(step.title), before);
  const wanted = alike(next);
  const decoys = wanted > 0 ? plain.filter((step) => alike(step) >= wanted) : [];
  const count = levels.find((one) => one.level === level)!.choices;
  // What was picked is offered only where it gives nothing away: with the words of the step before where the right one has them.
  const real = drawMistake(mistakes, next.id, wanted > 0 ? decoys : plain, random);
  const others = [...new Set([...(real ? [real] : []), ...decoys, ...plain])].slice(0, count - 1);
  return shuffled([next, ...others], random);
}

/** In an order that chance alone makes. */
const shuffled = <T>(all: readonly T[], random: () => number): T[] =>
  all
    .map((one) => ({ one, key: random() }))
    .sort((a, b) => a.key - b.key)
    .map(({ one }) => one);

/** What comes of doing a step now although another comes first, in words; the worst that is known. */
export function consequenceOf(practice: Practice, picked: HandStep): string {
  const { steps, at, procedure } = practice;
  const next = steps[at]!;
  const facts = factsNow(practice);
  const live = picked.touchesBoard
    ? safeToTouch(procedure.power).filter(([fact, value]) => factValue(facts, fact) !== value)
    : [];
  if (live.length > 0) {
    const [fact, value] = live[0]!;
    return `Short circuit: the board was live (${factWords(fact, !value)}). Stop.`;
  }
  if (picked.tooEarly) return picked.tooEarly;
  const [need] = unmet(practice.procedure, facts, picked);
  if (need) return `It cannot be done yet: first ${factWords(need.fact, need.value)}.`;
  return next.forgotten ?? `“${next.title}” comes first: what is skipped now is found with the case closed.`;
}

export type Picked = { practice: Practice; right: boolean; consequence: string | null };

/** Picks a step: one that may be done now is done; another shows what would come of it, and nothing is done. */
export function pick(practice: Practice, stepId: string): Picked {
  const next = practice.steps[practice.at];
  const picked = practice.steps.find(({ id }) => id === stepId);
  if (!next || !picked) return { practice, right: false, consequence: null };
  const before = practice.steps.slice(0, practice.at);
  const open = practice.steps.slice(practice.at);
  if (dueSteps(open, []).includes(picked)) {
    const steps = [...before, picked, ...open.filter(({ id }) => id !== picked.id)];
    return { practice: { ...practice, steps, at: practice.at + 1 }, right: true, consequence: null };
  }
  const consequence = consequenceOf(practice, picked);
  const wrong = [...practice.wrong, { picked: picked.id, insteadOf: next.id, consequence }];
  return { practice: { ...practice, wrong }, right: false, consequence };
}

/** Shows which step is next; it counts as asked. */
export const ask = (practice: Practice): Practice => {
  const next = practice.steps[practice.at];
  return !next || practice.asked.includes(next.id)
    ? practice
    : { ...practice, asked: [...practice.asked, next.id] };
};

export type Score = {
  steps: number;
  remembered: number;
  asked: number;
  mistakes: number;
  /** What to repeat first, by step: where a mistake was made, then what was asked. */
  repeat: { id: string; title: string; why: 'mistake' | 'asked' }[];
};

/** What a run came to so far. A step is remembered when it was picked at once and not asked for. */
export function scoreOf({ steps, at, wrong, asked }: Practice): Score {
  const missed = new Set(wrong.map(({ insteadOf }) => insteadOf));
  const done = steps.slice(0, at);
  const repeat = steps.flatMap(({ id, title }): Score['repeat'] => {
    if (missed.has(id)) return [{ id, title, why: 'mistake' }];
    return asked.includes(id) ? [{ id, title, why: 'asked' }] : [];
  });
  return {
    steps: steps.length,
    remembered: done.filter(({ id }) => !missed.has(id) && !asked.includes(id)).length,
    asked: asked.length,
    mistakes: wrong.length,
    repeat: repeat.sort((a, b) => (a.why === b.why ? 0 : a.why === 'mistake' ? -1 : 1)),
  };
}
