import { negotiated, pcieRate } from '../link';
import { type Estimate, type Margin, atLeast, exact } from '../margin';
import { showRate } from '../units';
import { type FitQuestion, driveLink, slotLink } from './question';

/** Read speed through the chain against what the device needs, and the generation as negotiated. */
export function speedMargins({ profile, drive }: FitQuestion, rate: Estimate): Margin[] {
  const { slot, limits } = profile;
  const common = negotiated(slotLink(slot), driveLink(drive));
  const wasted = drive.linkGeneration > slot.linkGeneration;
  return [
    atLeast(
      {
        id: 'read-speed',
        what: 'Read speed through the slot',
        unit: 'bytes/s',
        remedy: 'Choose a drive that reads faster.',
      },
      rate,
      limits.readAtLeastBytesPerS,
    ),
    atLeast(
      {
        id: 'generation',
        what: 'Link generation',
        unit: 'generation',
        remedy: `Choose a drive of generation ${slot.linkGeneration}.`,
        note: wasted
          ? `The slot runs generation ${slot.linkGeneration}: the drive’s generation ${drive.linkGeneration} gains nothing here. The link carries ${showRate(pcieRate(common).value)}.`
          : undefined,
      },
      exact(common.generation, { kind: 'computed', note: 'the lower of slot and drive' }),
      limits.generationAtLeast,
    ),
  ];
}
