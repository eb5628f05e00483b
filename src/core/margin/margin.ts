import { addKnown } from './estimate';
import { Estimate, Known, Missing, Origin } from './estimate-schema';
import type { MarginUnit, Slack, Verdict, Limit, Named, Margin } from './margin-schema';
import { verdicts } from './verdict-names';

type Words = {
  id: string;
  what: string;
  unit: MarginUnit;
  /** What would mend it; shown where the verdict is not clear, and only then worked out. */
  remedy?: string | (() => string);
  note?: string;
  combination?: 'worst-case' | 'root-sum-square';
  /** Where use is counted from: a temperature fills its limit by its rise over the room. 0 where not given. */
  zero?: number;
};

/** Slack and verdict of one side: room is ≥ 0 where the limit is kept. */
function judgeRoom(room: Slack, scale: number): Verdict {
  // Rounding of decimal millimetres must not turn "exactly at the limit" into "over"; one byte of terabytes must count.
  const slop = Math.max(1e-9, 1e-14 * Math.abs(scale));
  const least = room.minus === null ? null : room.value - room.minus;
  const most = room.plus === null ? null : room.value + room.plus;
  if (most !== null && most < -slop) return 'over';
  if (least !== null && least >= -slop) return 'clear';
  return least === null || most === null ? 'unknown' : 'tight';
}

const roomBelow = (value: Known, limit: Known): Slack => ({
  value: limit.value - value.value,
  minus: addKnown(value.plus, limit.minus),
  plus: addKnown(value.minus, limit.plus),
});

const roomAbove = (value: Known, limit: Known): Slack => ({
  value: value.value - limit.value,
  minus: addKnown(value.minus, limit.plus),
  plus: addKnown(value.plus, limit.minus),
});

const share = (part: number, whole: number): number | null => (part > 0 && whole > 0 ? part / whole : null);

const worseOf = (a: Verdict, b: Verdict): Verdict => (verdicts.indexOf(a) <= verdicts.indexOf(b) ? a : b);

const remedyOf = ({ remedy }: Words): string | null =>
  typeof remedy === 'function' ? remedy() : (remedy ?? null);

function finish(words: Words, limit: Limit, value: Estimate | Named, judged: Partial<Margin>): Margin {
  const verdict = judged.verdict ?? 'unknown';
  return {
    id: words.id,
    what: words.what,
    unit: words.unit,
    limit,
    value,
    verdict,
    left: judged.left ?? null,
    use: judged.use ?? null,
    missing: judged.missing ?? [],
    remedy: verdict === 'clear' ? null : remedyOf(words),
    note: words.note ?? null,
    combination: words.combination ?? 'worst-case',
    zero: words.zero ?? 0,
  };
}

/** A side about which nothing is known, told as a missing number. */
const oneSided = (words: Words, value: Known): Missing => ({
  known: false,
  what:
    value.minus === null
      ? 'only a maximum of it is known'
      : value.plus === null
        ? 'only a minimum of it is known'
        : 'only one side of its limit is known',
  howToGet: remedyOf(words) ?? 'Measure it and enter the value with its plus and minus.',
});

function judgeSides(
  words: Words,
  limit: Limit,
  value: Estimate,
  sides: {
    bound: Estimate;
    room: (v: Known, l: Known) => Slack;
    use: (v: number, l: number) => number | null;
  }[],
): Margin {
  const gone = [value, ...sides.map((side) => side.bound)].filter((e): e is Missing => !e.known);
  if (gone.length > 0 || !value.known) return finish(words, limit, value, { missing: gone });
  let verdict: Verdict = 'clear';
  let left: Slack | null = null;
  let use: number | null = null;
  for (const side of sides) {
    const bound = side.bound as Known;
    const room = side.room(value, bound);
    verdict = worseOf(verdict, judgeRoom(room, bound.value));
    if (left === null || room.value < left.value) left = room;
    const zero = words.zero ?? 0;
    const taken = side.use(value.value - zero, bound.value - zero);
    if (taken !== null) use = use === null ? taken : Math.max(use, taken);
  }
  return finish(words, limit, value, {
    verdict,
    left,
    use,
    missing: verdict === 'unknown' ? [oneSided(words, value)] : [],
  });
}

/** Value must not pass `limit` (same unit). Use = value / limit. */
export const atMost = (words: Words, value: Estimate, limit: Estimate): Margin =>
  judgeSides(words, { kind: 'at-most', limit }, value, [{ bound: limit, room: roomBelow, use: share }]);

/** Value must reach `limit` (same unit). Use = limit / value. */
export const atLeast = (words: Words, value: Estimate, limit: Estimate): Margin =>
  judgeSides(words, { kind: 'at-least', limit }, value, [
    { bound: limit, room: roomAbove, use: (v, l) => share(l, v) },
  ]);

/** Value must lie in from..to (same unit). Use = the greater of from / value and value / to. */
export const within = (words: Words, value: Estimate, from: Estimate, to: Estimate): Margin =>
  judgeSides(words, { kind: 'within', from, to }, value, [
    { bound: from, room: roomAbove, use: (v, l) => share(l, v) },
    { bound: to, room: roomBelow, use: share },
  ]);

/** The name must be one of those allowed. Use = 0 when it is; no slack. Where nobody knows what is allowed, that is missing. */
export function oneOf(
  words: Words,
  value: Named | Missing,
  names: string[] | Missing,
  origin: Origin,
): Margin {
  if (!Array.isArray(names)) {
    const open: Limit = { kind: 'one-of', names: [], origin };
    return finish(words, open, value, { missing: value.known ? [names] : [names, value] });
  }
  const limit: Limit = { kind: 'one-of', names, origin };
  if (!value.known) return finish(words, limit, value, { missing: [value] });
  return names.includes(value.name)
    ? finish(words, limit, value, { verdict: 'clear', use: 0 })
    : finish(words, limit, value, { verdict: 'over' });
}

/** Numbers of a version such as 4.10.2; null where it is not one. */
const versionParts = (version: string): number[] | null =>
  /^\d{1,9}(\.\d{1,9}){0,5}$/u.test(version.trim()) ? version.trim().split('.').map(Number) : null;

/** Versions by their numbers from the left (4.10 is newer than 4.9): negative where a is older; null where one is no version. */
export function compareVersions(a: string, b: string): number | null {
  const [left, right] = [versionParts(a), versionParts(b)];
  if (!left || !right) return null;
  for (let i = 0; i < Math.max(left.length, right.length); i += 1) {
    const by = (left[i] ?? 0) - (right[i] ?? 0);
    if (by !== 0) return by;
  }
  return 0;
}

/** The version must be this one or a newer one. What does not read as a version is missing. Use = 0 when it is; no slack. */
export function versionAtLeast(
  words: Words,
  value: Named | Missing,
  version: string,
  origin: Origin,
): Margin {
  const limit: Limit = { kind: 'version-at-least', version, origin };
  if (!value.known) return finish(words, limit, value, { missing: [value] });
  const by = compareVersions(value.name, version);
  if (by === null) {
    const unread: Missing = {
      known: false,
      what: `“${value.name.slice(0, 40)}” does not read as a version`,
      howToGet: 'Type it as the device shows it: numbers with points, such as 4.2.1.',
    };
    return finish(words, limit, unread, { missing: [unread] });
  }
  return finish(words, limit, value, by >= 0 ? { verdict: 'clear', use: 0 } : { verdict: 'over' });
}

export const named = (name: string, origin: Origin): Named => ({ known: true, name, origin });
