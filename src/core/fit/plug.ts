import { type Margin, atMost, named, oneOf } from '../margin';
import type { SizeCode } from '../part';
import { type FitQuestion, profileOrigin, sheet } from './question';

/** Does it go in? Protocol, key, length against stand-offs, width, sides, chips below. */
export function plugMargins({ profile, drive }: FitQuestion, size: SizeCode): Margin[] {
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
