import { type Estimate, type Missing, highest, type Known } from '../margin';
import type { Pad } from '../part';
import { type Dimension, isClosed, openDimension } from './dimension';
import { contactMm2KPerW, padKPerW, padStack, pressureAt, squeezedMm } from './pad-stack';
import { type Random, draw, quantile } from './sample';

type Band = { p05: number; p50: number; p95: number };

export type PadChoice = {
  pads: Pad[];
  /** Probability that it touches at all, and that it is squeezed as its maker wants or more, 0..1. */
  touches: number;
  contact: number;
  /** Probability that it is squeezed beyond its window, and that the board is pressed beyond its limit; null: no limit known. */
  crush: number;
  tooMuchForce: number | null;
  /** Probability that all is right. */
  right: number;
  forceN: Band;
  kPerW: Band;
  priceMinor: number;
};

export type PadChoices =
  { known: true; runs: number; choices: PadChoice[] } | { known: false; missing: Missing };

export type PadQuestion = {
  /** What makes the gap: sink underside less everything below it. */
  gap: Dimension[];
  areaMm2: Known;
  forceAtMostN: Estimate;
  pads: Pad[];
  /** Most pads on each other: 1 or 2. */
  layers: 1 | 2;
  runs: number;
  random: Random;
};

const band = (values: Float64Array): Band => {
  const sorted = values.slice().sort();
  return { p05: quantile(sorted, 0.05), p50: quantile(sorted, 0.5), p95: quantile(sorted, 0.95) };
};

/** Every pad, and every two on each other (the same one twice included). */
export function padCombinations(pads: Pad[], layers: 1 | 2): Pad[][] {
  const singles = pads.map((pad) => [pad]);
  if (layers === 1) return singles;
  return [...singles, ...pads.flatMap((pad, i) => pads.slice(i).map((other) => [pad, other]))];
}

function judge(
  pads: Pad[],
  gaps: Float64Array,
  areas: Float64Array,
  question: PadQuestion,
): PadChoice | null {
  const stack = padStack(pads)!;
  const free = pads.map(({ freeThicknessMm }) => (isClosed(freeThicknessMm) ? freeThicknessMm : null));
  if (free.includes(null)) return null;
  const { random, forceAtMostN } = question;
  const limit = forceAtMostN.known ? highest(forceAtMostN) : null;
  const runs = gaps.length;
  const force = new Float64Array(runs);
  const resistance = new Float64Array(runs);
  let touches = 0;
  let contact = 0;
  let crush = 0;
  let pressed = 0;
  let right = 0;
  const { from, to } = stack.squeezePercent;
  const spread = stack.pressureSpread;
  for (let i = 0; i < runs; i += 1) {
    let freeMm = 0;
    for (const thickness of free) freeMm += draw(thickness!, random);
    const gapMm = gaps[i]!;
    const percent = (1 - gapMm / freeMm) * 100;
    const stray = 1 - spread + 2 * spread * random();
    const newton = (pressureAt(stack.pressureCurve, percent) * stray * areas[i]!) / 1000;
    force[i] = newton;
    // Without touch there is no way for the heat: counted as very bad, not as infinite.
    const face = contactMm2KPerW.value + (random() * 2 - 1) * contactMm2KPerW.minus!;
    resistance[i] = percent > 0 ? padKPerW(stack, squeezedMm(freeMm, gapMm), areas[i]!, face) : 1000;
    const tooMuch = limit !== null && newton > limit;
    if (percent > 0) touches += 1;
    if (percent >= from) contact += 1;
    if (percent > to) crush += 1;
    if (tooMuch) pressed += 1;
    if (percent >= from && percent <= to && !tooMuch) right += 1;
  }
  return {
    pads,
    touches: touches / runs,
    contact: contact / runs,
    crush: crush / runs,
    tooMuchForce: limit === null ? null : pressed / runs,
    right: right / runs,
    forceN: band(force),
    kPerW: band(resistance),
    priceMinor: pads.reduce((sum, { price }) => sum + price.minor, 0),
  };
}

/**
 * All pads of the shelf, and stacks of at most two, in one gap: by the probability that all is right, in steps of one
 * percent point; then one pad before two; then the lower resistance. A gap that is open on a side gives no
 * probability: what has to be measured is named instead.
 */
export function choosePads(question: PadQuestion): PadChoices {
  const { gap, areaMm2, pads, layers, runs, random } = question;
  const open = openDimension(gap);
  if (open) return { known: false, missing: open };
  if (!isClosed(areaMm2))
    return {
      known: false,
      missing: { known: false, what: 'the area of the chips', howToGet: 'Measure the chips under the pad.' },
    };
  const gaps = new Float64Array(runs);
  const areas = new Float64Array(runs);
  for (let i = 0; i < runs; i += 1) {
    for (const { mm, sign } of gap) if (isClosed(mm)) gaps[i]! += sign * draw(mm, random);
    areas[i] = Math.max(1, draw(areaMm2, random));
  }
  const choices = padCombinations(pads, layers)
    .flatMap((combination) => judge(combination, gaps, areas, question) ?? [])
    .sort(
      (a, b) =>
        Math.round(b.right * 100) - Math.round(a.right * 100) ||
        a.pads.length - b.pads.length ||
        a.kPerW.p50 - b.kPerW.p50,
    );
  return { known: true, runs, choices };
}

const percent = (share: number) =>
  share > 0.995 ? 'over 99 %' : share < 0.005 ? 'under 1 %' : `${Math.round(share * 100)} %`;

/** Why this pad stands where it stands, in one line. */
export function whyPad(choice: PadChoice): string {
  if (choice.right >= 0.95)
    return `right in ${percent(choice.right)} of cases, ${choice.forceN.p95.toFixed(0)} N at most`;
  const faults = [
    { share: 1 - choice.contact, words: 'squeezed too little' },
    { share: choice.crush, words: 'squeezed too much' },
    { share: choice.tooMuchForce ?? 0, words: 'presses the board too hard' },
  ].sort((a, b) => b.share - a.share)[0]!;
  return `${faults.words} in ${percent(faults.share)} of cases`;
}
