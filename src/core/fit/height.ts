import { measuredSlot } from '../device';
import { type Estimate, type Margin, atMost, exact, missing, sum, within } from '../margin';
import type { Drive, Pad, SizeCode } from '../part';
import { showLengthMm } from '../units';
import type { FitQuestion } from './question';
import { type Stack, padSqueeze, padThicknessWanted, sinkLift } from './stack';

/** Height under the cover, and for a fixed sink the squeeze of the pad; both by the worst case. */
export function heightMargins(
  { profile, measures, drive, pad }: FitQuestion,
  size: SizeCode,
  stack: Stack,
): Margin[] {
  const slot = measuredSlot(profile.slot, measures);
  if (slot.sink.kind === 'none' || stack.sinkTop === null) {
    return [
      atMost(
        {
          id: 'cover',
          what: 'Height under the cover',
          unit: 'mm',
          remedy: 'Choose a drive of a lower height class.',
        },
        stack.chipTop,
        stack.cover,
      ),
    ];
  }
  const top = sum([stack.sinkTop, sinkLift(pad, stack.gap)], 'top of the sink as lifted by the pad');
  const cover = atMost(
    {
      id: 'cover',
      what: 'Height under the cover',
      unit: 'mm',
      remedy: 'Take a thinner pad: this one lifts the sink.',
    },
    // Without a pad, or under an unknown gap, the sink rests where the profile says.
    top.known ? top : stack.sinkTop,
    stack.cover,
  );
  return [cover, squeezeMargin(pad, stack.gap!, drive, size)];
}

function squeezeMargin(pad: Pad | null, gap: Estimate, drive: Drive, size: SizeCode): Margin {
  const words = { id: 'squeeze', what: 'Pad squeeze', unit: '%' } as const;
  const ask = `Measure the tallest chip of the ${drive.model}, or the gap by an impression: class ${size.heightClass} gives only a maximum.`;
  const window = pad?.squeezePercent ?? { from: 10, to: 35 };
  const origin = {
    kind: 'data-sheet-typical',
    note: pad ? pad.source : 'soft pad, default window 10 to 35 %',
  } as const;
  const value = pad ? padSqueeze(pad, gap) : missing('no pad is chosen', 'Choose a pad below the cut.');
  const wanted = padThicknessWanted(gap, window);
  const negative = gap.known && gap.value <= 0;
  const remedy = negative
    ? 'There is no gap left for a pad: choose a drive with lower chips.'
    : wanted
      ? `A pad of ${showLengthMm(wanted.from)} to ${showLengthMm(wanted.to)} would sit right in this gap.`
      : gap.known && gap.plus !== null && gap.minus !== null
        ? `The gap is only known to ${showLengthMm(gap.minus + gap.plus)}: measure it more closely, by an impression.`
        : ask;
  return within({ ...words, remedy }, value, exact(window.from, origin), exact(window.to, origin));
}
