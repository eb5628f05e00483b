import { measuredSlot } from '../device';
import { systemPartsBytes } from '../disk';
import { type Link, chainRate, negotiated, pcieRate } from '../link';
import { type Margin, exact, worstMargin } from '../margin';
import { freeShownBytes, parseSizeCode } from '../part';
import { unsafeValue } from '../result';
import { capacityMargins } from './capacity';
import { heightMargins } from './height';
import { plugMargins } from './plug';
import { type FitQuestion, driveBytes, driveLink, sheet, slotLink } from './question';
import { speedMargins } from './speed';
import { type Stack, stackUp } from './stack';

export type FitAnswer = {
  margins: Margin[];
  worst: Margin;
  stack: Stack;
  links: Link[];
  narrowest: string;
  freeShownBytes: number;
};

/**
 * Holds one drive, with or without a pad, against one slot. Every check is a margin; the worst is the answer.
 * Heights are judged by the worst case, since pressing on chips or not touching them does harm.
 */
export function fit(question: FitQuestion): FitAnswer {
  const { profile, measures, drive, old } = question;
  const slot = measuredSlot(profile.slot, measures);
  // The schema of a drive refuses a size code that does not parse.
  const size = unsafeValue(parseSizeCode(drive.sizeCode));
  const stack = stackUp(slot, drive, size);
  const agreed = negotiated(slotLink(slot), driveLink(drive));
  const links: Link[] = [
    { name: 'drive reads', rate: exact(drive.readBytesPerS, sheet(drive)) },
    { name: `slot gen ${agreed.generation} ×${agreed.lanes}`, rate: pcieRate(agreed) },
  ];
  const chain = chainRate(links);
  const free = freeShownBytes(driveBytes(drive), systemPartsBytes(profile.deliveredParts));
  const margins = [
    ...plugMargins(question, size),
    ...heightMargins(question, size, stack),
    ...speedMargins(question, chain.rate),
    ...capacityMargins(question, old, free),
  ];
  return {
    margins,
    worst: worstMargin(margins)!,
    stack,
    links,
    narrowest: chain.narrowest,
    freeShownBytes: free,
  };
}
