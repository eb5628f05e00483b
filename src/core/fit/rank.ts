import { verdicts } from '../margin';
import type { Drive, Pad } from '../part';
import { type FitAnswer, fit } from './fit';
import type { FitQuestion } from './question';

export type Candidate = {
  drive: Drive;
  pad: Pad | null;
  answer: FitAnswer;
  /** Workshop's minor units per 10⁹ usable bytes; null where nothing is usable, or for a price in another currency. */
  minorPerUsableGB: number | null;
};

const betterFirst = (a: FitAnswer, b: FitAnswer) =>
  verdicts.indexOf(b.worst.verdict) - verdicts.indexOf(a.worst.verdict);

/** The pad of the shelf that leaves the best worst margin under this drive; null where the slot takes none. */
export function bestPad(
  question: Omit<FitQuestion, 'pad'>,
  pads: Pad[],
): { pad: Pad | null; answer: FitAnswer } {
  let best: { pad: Pad | null; answer: FitAnswer } = { pad: null, answer: fit({ ...question, pad: null }) };
  if (question.profile.slot.sink.kind === 'none') return best;
  for (const pad of pads) {
    const answer = fit({ ...question, pad });
    if (
      betterFirst(answer, best.answer) < 0 ||
      (betterFirst(answer, best.answer) === 0 && offCentre(answer) < offCentre(best.answer))
    ) {
      best = { pad, answer };
    }
  }
  return best;
}

/** Distance of the squeeze from the middle of its window, percent points: the nearer, the more either end may be off. */
function offCentre(answer: FitAnswer): number {
  const margin = answer.margins.find(({ id }) => id === 'squeeze');
  if (!margin || !margin.value.known || 'name' in margin.value || margin.limit.kind !== 'within')
    return Infinity;
  const { from, to } = margin.limit;
  return from.known && to.known ? Math.abs(margin.value.value - (from.value + to.value) / 2) : Infinity;
}

/**
 * Candidates with their best pads: best verdict first, then price per usable gigabyte, then model name.
 * Prices are compared in the workshop's currency alone: others come behind, since no rate of exchange is known here.
 */
export function rankDrives(
  question: Omit<FitQuestion, 'pad' | 'drive'>,
  drives: Drive[],
  pads: Pad[],
  currency: string,
): Candidate[] {
  return drives
    .map((drive): Candidate => {
      const { pad, answer } = bestPad({ ...question, drive }, pads);
      const comparable = answer.freeShownBytes > 0 && drive.price.currency === currency;
      const minorPerUsableGB = comparable ? drive.price.minor / (answer.freeShownBytes / 1e9) : null;
      return { drive, pad, answer, minorPerUsableGB };
    })
    .sort(
      (a, b) =>
        betterFirst(a.answer, b.answer) ||
        (a.minorPerUsableGB ?? Infinity) - (b.minorPerUsableGB ?? Infinity) ||
        a.drive.model.localeCompare(b.drive.model, 'en'),
    );
}
