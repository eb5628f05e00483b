import { type DeviceProfile, type Measures, measuredSlot } from '../device';
import { systemPartsBytes } from '../disk';
import { type Link, chainRate, negotiated, pcieRate } from '../link';
import {
  type Estimate,
  type Margin,
  about,
  atLeast,
  atMost,
  exact,
  missing,
  named,
  oneOf,
  sum,
  within,
  worstMargin,
} from '../margin';
import {
  type Drive,
  type Pad,
  type SizeCode,
  freeShownBytes,
  parseSizeCode,
  sectorsFromLabel,
} from '../part';
import { unsafeValue } from '../result';
import { showLengthMm, showRate } from '../units';
import { type Stack, padSqueeze, padThicknessWanted, sinkLift, stackUp } from './stack';

/** What the old drive asks of the new one; `usedBytes` null where nobody has looked. */
export type OldDrive = { labelGB: number; usedBytes: number | null; dataToKeep: boolean };

export type FitQuestion = {
  profile: DeviceProfile;
  measures: Measures;
  drive: Drive;
  pad: Pad | null;
  old: OldDrive | null;
};

export type FitAnswer = {
  margins: Margin[];
  worst: Margin;
  stack: Stack;
  links: Link[];
  narrowest: string;
  freeShownBytes: number;
};

const profileOrigin = { kind: 'data-sheet-typical', note: 'device profile' } as const;
const sheet = (drive: Drive) => ({ kind: 'data-sheet-typical', note: drive.source }) as const;

/** Whole bytes that the drive holds: by the label rule where it applies, by the label alone where not. */
export function driveBytes(drive: Pick<Drive, 'labelGB' | 'sectorBytes'>): number {
  const sectors = sectorsFromLabel(drive.labelGB, drive.sectorBytes);
  return sectors.ok ? sectors.value * drive.sectorBytes : drive.labelGB * 1e9;
}

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

const slotLink = (slot: DeviceProfile['slot']) => ({ generation: slot.linkGeneration, lanes: slot.lanes });
const driveLink = (drive: Drive) => ({ generation: drive.linkGeneration, lanes: drive.lanes });

function plugMargins({ profile, drive }: FitQuestion, size: SizeCode): Margin[] {
  const { slot } = profile;
  const spec = { kind: 'specification', note: `size code ${size.code}` } as const;
  // A module with both keys enters either socket; one with a single key only its own.
  const keyName = size.keys.includes(slot.key) ? slot.key : size.keys.join(' and ');
  return [
    oneOf(
      {
        id: 'protocol',
        what: 'Protocol',
        unit: 'none',
        remedy: `Choose a drive that speaks ${slot.protocols.join(' or ')}: they look alike.`,
      },
      named(drive.protocol, sheet(drive)),
      slot.protocols,
      profileOrigin,
    ),
    oneOf(
      {
        id: 'key',
        what: 'Key',
        unit: 'none',
        remedy: `The socket has key ${slot.key}: choose a module with that notch.`,
      },
      named(keyName, spec),
      [slot.key],
      profileOrigin,
    ),
    oneOf(
      {
        id: 'length',
        what: 'Length and screw',
        unit: 'none',
        remedy: `Stand-offs are at ${slot.standOffsMm.join(' and ')} mm: choose a module of that length.`,
      },
      named(`${size.lengthMm} mm`, spec),
      slot.standOffsMm.map((mm) => `${mm} mm`),
      profileOrigin,
    ),
    oneOf(
      {
        id: 'width',
        what: 'Width',
        unit: 'none',
        remedy: `The socket takes modules ${slot.widthMm} mm wide.`,
      },
      named(`${size.widthMm} mm`, spec),
      [`${slot.widthMm} mm`],
      profileOrigin,
    ),
    oneOf(
      {
        id: 'sides',
        what: 'Sides with chips',
        unit: 'none',
        remedy: 'Choose a single-sided drive (height class S1, S2 or S3).',
      },
      named(size.sides, spec),
      slot.sides,
      profileOrigin,
    ),
    atMost(
      {
        id: 'below',
        what: 'Chips below the board',
        unit: 'mm',
        remedy: 'Measure the chips below the board, or choose a single-sided drive.',
      },
      size.bottom,
      profile.slot.roomBelowMm,
    ),
  ];
}

function heightMargins(
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

function speedMargins({ profile, drive }: FitQuestion, rate: Estimate): Margin[] {
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

function capacityMargins({ profile, drive }: FitQuestion, old: OldDrive | null, freeBytes: number): Margin[] {
  const label = exact(drive.labelGB, { kind: 'data-sheet-typical', note: 'label capacity' });
  const margins = [
    within(
      {
        id: 'capacity',
        what: 'Capacity the device takes',
        unit: 'GB',
        remedy: 'Choose a size that the device accepts.',
      },
      label,
      profile.limits.capacityFromGB,
      profile.limits.capacityToGB,
    ),
  ];
  if (!old) return margins;
  const used: Estimate = !old.dataToKeep
    ? exact(0, { kind: 'owner', note: 'no data to keep' })
    : old.usedBytes === null
      ? missing('how full the old drive is', 'Read it in the device’s settings, or on the dock.')
      : about(old.usedBytes, 0, 0, { kind: 'owner', note: 'as stated at take-in' });
  margins.push(
    atMost(
      {
        id: 'old-data',
        what: 'Room for the old data',
        unit: 'bytes',
        remedy: 'Choose a larger drive, or have the owner clear some out first.',
      },
      used,
      exact(freeBytes, {
        kind: 'computed',
        note: 'shown as free: drive less tables, system parts and file system',
      }),
    ),
    atLeast(
      {
        id: 'carry-over',
        what: 'Room for the old parts',
        unit: 'bytes',
        remedy:
          'A copy on the dock carries whole parts: choose a drive that is at least as large as the old one.',
      },
      exact(driveBytes(drive), { kind: 'specification', note: 'sectors by label, IDEMA LBA1-03' }),
      exact(driveBytes({ labelGB: old.labelGB, sectorBytes: 512 }), {
        kind: 'specification',
        note: 'old drive, sectors by label',
      }),
    ),
  );
  if (drive.sectorBytes !== 512) {
    margins.push(
      oneOf(
        {
          id: 'sector',
          what: 'Sector size',
          unit: 'none',
          remedy: 'Choose a drive with 512-byte sectors: these file systems cannot change theirs.',
        },
        named(`${drive.sectorBytes}`, sheet(drive)),
        ['512'],
        { kind: 'specification', note: 'sector size of the old drive' },
      ),
    );
  }
  return margins;
}
