import {
  type Act,
  type Facts,
  type Procedure,
  factValue,
  factWords,
  foldFacts,
  type Variant,
  allActs,
  dueActs,
  safeToTouch,
  swapConditions,
  variantsOf,
} from '../work';

export const levels = [
  { level: 1, words: 'With a hand', choices: 3 },
  { level: 2, words: 'As at the bench', choices: 4 },
  { level: 3, words: 'Alone', choices: 6 },
] as const;
export type Level = 1 | 2 | 3;

/** What is practised: the hands of one device, from switching off to closed up again. */
export type Practice = {
  acts: Act[];
  procedure: Procedure;
  level: Level;
  /** How many acts are done, in order. */
  at: number;
  /** Acts picked at the wrong time: which, and at which act it would have been right to do another. */
  wrong: { picked: string; insteadOf: string; consequence: string }[];
  /** Acts for which the answer was asked. */
  asked: string[];
};

/** A practice run for a device; nothing of it touches a job. */
export function beginPractice(procedure: Procedure, level: Level, variant: Variant = {}): Practice {
  const acts = allActs(procedure, { ...variant, holds: swapConditions });
  return { acts, procedure, level, at: 0, wrong: [], asked: [] };
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

export const isDone = ({ acts, at }: Practice): boolean => at >= acts.length;

const stamp = { at: '1970-01-01T00:00:00.000Z', by: '' };

/** What is true of the practised device now. */
export const factsNow = ({ acts, at }: Practice): Facts =>
  foldFacts(acts.slice(0, at).flatMap(({ effects }) => effects.map((effect) => ({ ...effect, ...stamp }))));

/** Needs of an act that are not met now. */
const unmet = (facts: Facts, act: Act) =>
  act.needs.filter(({ fact, value }) => factValue(facts, fact) !== value);

/**
 * The next act among plausible others, shuffled: first those marked in the profile as done too early or forgotten, then those whose
 * needs are nearly met, the nearer ones first. `random` gives 0 up to 1.
 */
export function choicesAt(practice: Practice, random: () => number): Act[] {
  const { acts, at, level } = practice;
  const next = acts[at];
  if (!next) return [];
  const facts = factsNow(practice);
  // What may be done at the same time is no wrong pick, and so none to offer beside the next act.
  const due = dueActs(acts.slice(at), []);
  const later = acts.slice(at + 1, at + 9).filter((act) => act.title !== next.title && !due.includes(act));
  const ranked = later
    .map((act, distance) => ({
      act,
      rank:
        (act.tooEarly ? 0 : 4) +
        (next.forgotten ? 0 : 1) +
        unmet(facts, act).length * 2 +
        distance / 2 +
        random(),
    }))
    .sort((a, b) => a.rank - b.rank)
    .map(({ act }) => act);
  const count = levels.find((one) => one.level === level)!.choices;
  const others = ranked
    .filter((act, i) => ranked.findIndex(({ title }) => title === act.title) === i)
    .slice(0, count - 1);
  return [next, ...others]
    .map((act) => ({ act, key: random() }))
    .sort((a, b) => a.key - b.key)
    .map(({ act }) => act);
}

/** What comes of doing an act now although another comes first, in words; the worst that is known. */
export function consequenceOf(practice: Practice, picked: Act): string {
  const { acts, at, procedure } = practice;
  const next = acts[at]!;
  const facts = factsNow(practice);
  const live = picked.touchesBoard
    ? safeToTouch(procedure.power).filter(([fact, value]) => factValue(facts, fact) !== value)
    : [];
  if (live.length > 0) {
    const [fact, value] = live[0]!;
    return `Short circuit: the board was live (${factWords(fact, !value)}). Stop.`;
  }
  if (picked.tooEarly) return picked.tooEarly;
  const [need] = unmet(facts, picked);
  if (need) return `It cannot be done yet: first ${factWords(need.fact, need.value)}.`;
  return next.forgotten ?? `“${next.title}” comes first: what is skipped now is found with the case closed.`;
}

export type Picked = { practice: Practice; right: boolean; consequence: string | null };

/** Picks an act: one that may be done now is done; another shows what would come of it, and nothing is done. */
export function pick(practice: Practice, actId: string): Picked {
  const next = practice.acts[practice.at];
  const picked = practice.acts.find(({ id }) => id === actId);
  if (!next || !picked) return { practice, right: false, consequence: null };
  const before = practice.acts.slice(0, practice.at);
  const open = practice.acts.slice(practice.at);
  if (dueActs(open, []).includes(picked)) {
    const acts = [...before, picked, ...open.filter(({ id }) => id !== picked.id)];
    return { practice: { ...practice, acts, at: practice.at + 1 }, right: true, consequence: null };
  }
  const consequence = consequenceOf(practice, picked);
  const wrong = [...practice.wrong, { picked: picked.id, insteadOf: next.id, consequence }];
  return { practice: { ...practice, wrong }, right: false, consequence };
}

/** Shows which act is next; it counts as asked. */
export const ask = (practice: Practice): Practice => {
  const next = practice.acts[practice.at];
  return !next || practice.asked.includes(next.id)
    ? practice
    : { ...practice, asked: [...practice.asked, next.id] };
};

export type Score = {
  acts: number;
  remembered: number;
  asked: number;
  mistakes: number;
  /** What to repeat first, by act: where a mistake was made, then what was asked. */
  repeat: { id: string; title: string; why: 'mistake' | 'asked' }[];
};

/** What a run came to so far. An act is remembered when it was picked at once and not asked for. */
export function scoreOf({ acts, at, wrong, asked }: Practice): Score {
  const missed = new Set(wrong.map(({ insteadOf }) => insteadOf));
  const done = acts.slice(0, at);
  const repeat = acts.flatMap(({ id, title }): Score['repeat'] => {
    if (missed.has(id)) return [{ id, title, why: 'mistake' }];
    return asked.includes(id) ? [{ id, title, why: 'asked' }] : [];
  });
  return {
    acts: acts.length,
    remembered: done.filter(({ id }) => !missed.has(id) && !asked.includes(id)).length,
    asked: asked.length,
    mistakes: wrong.length,
    repeat: repeat.sort((a, b) => (a.why === b.why ? 0 : a.why === 'mistake' ? -1 : 1)),
  };
}
