import type { Place } from '../device';
import { type Margin, atMost, exact, missing } from '../margin';
import { type AddressBits, addressedBytes, isStated } from '../part';
import { type Build, driveBytes, profileOrigin } from './question';

type Reach = { what: string; bits: AddressBits };

/** All that numbers the sectors on the way, as far as it is stated: the device’s own port, the adapter’s bridge, the table. */
const reaches = ({ addressBits, table, name }: Place, { adapter }: Build): Reach[] => [
  ...(addressBits ? [{ what: `the port of the ${name}`, bits: addressBits }] : []),
  ...(adapter?.addressBits
    ? [{ what: `the bridge of the ${adapter.model}`, bits: adapter.addressBits }]
    : []),
  // The older record in sector 0 has 32 bits for a partition’s start and length (UEFI specification 5.2.1).
  ...(table === 'record' ? [{ what: 'the older partition record', bits: 32 as const }] : []),
];

/** Is every sector of the drive reached? 28 bits end at 137 GB, 32 at 2.2 TB, with sectors of 512 bytes. */
export function addressingMargins(place: Place, build: Build): Margin[] {
  const { drive } = build;
  const [least] = reaches(place, build).sort((a, b) => a.bits - b.bits);
  if (!least) return [];
  return [
    atMost(
      {
        id: 'addressing',
        what: 'Bytes that can be addressed',
        unit: 'bytes',
        remedy:
          'Choose a drive below this size: what lies behind it is not seen, or is written over at the beginning of the drive.',
        note: `By ${least.what}: ${least.bits} bits for a sector’s number.`,
      },
      isStated(drive, 'labelGB')
        ? exact(driveBytes(drive), { kind: 'specification', note: 'sectors by label, IDEMA LBA1-03' })
        : missing('the drive’s capacity', 'Read it on its label.'),
      exact(addressedBytes(least.bits, drive.sectorBytes), profileOrigin),
    ),
  ];
}
