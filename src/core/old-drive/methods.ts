import type { LineBlock } from '../copy';
import type { WipeMethod } from './method-names';

/** What is known of a drive that is to be wiped. */
export type WipedDrive = { protocol: string | null; rotating: boolean | null };

/** A way to wipe: what it does, what stays possible behind it, and the lines of the system that do it. */
export type Method = { id: WipeMethod; title: string; does: string; leaves: string; lines: string[] };

const drive = '"${OLD_DRIVE:?}"';

const overwrite: Method = {
  id: 'overwrite',
  title: 'Overwrite all of it with zeros',
  does: 'Every sector that can be addressed is written once, then read back.',
  leaves:
    'Sectors that the drive has taken out of use keep what was in them; a solid-state drive has spare blocks that no overwriting reaches.',
  lines: [`dd if=/dev/zero of=${drive} bs=4M oflag=direct conv=nocreat,notrunc,fsync status=progress`],
};
const methods: Readonly<Record<WipeMethod, Method>> = Object.freeze({
  overwrite,
  'nvme-format': {
    id: 'nvme-format',
    title: 'Format with secure erase (NVMe Base Specification, Format NVM)',
    does: 'The drive erases the user data of its namespace, spare blocks with it.',
    leaves: 'It rests on the drive’s firmware: read places back.',
    lines: [`nvme format ${drive} --ses=1`],
  },
  'nvme-sanitize': {
    id: 'nvme-sanitize',
    title: 'Sanitize, block erase (NVMe Base Specification, Sanitize)',
    does: 'The drive erases all of its media, caches with it; it cannot be stopped, and goes on after a loss of power.',
    leaves: 'Not every drive knows it; it rests on the drive’s firmware: read places back.',
    lines: [`nvme sanitize ${drive} --sanact=2`, `nvme sanitize-log ${drive}`],
  },
  'ata-erase': {
    id: 'ata-erase',
    title: 'Secure erase (ATA Command Set, SECURITY ERASE UNIT)',
    does: 'The drive erases itself, sectors taken out of use with it where it knows the enhanced erase.',
    leaves:
      'Many cases do not pass it on; a drive whose power goes meanwhile stays locked with the password below. It rests on the drive’s firmware: read places back.',
    lines: [
      `hdparm -I ${drive}`,
      `hdparm --user-master u --security-set-pass jicara ${drive}`,
      `hdparm --user-master u --security-erase-enhanced jicara ${drive}`,
    ],
  },
});

/** Ways to wipe a drive of a kind, the one to begin with first; of a kind that nobody stated overwriting alone, which every drive knows. */
export function methodsFor({ protocol, rotating }: WipedDrive): Method[] {
  if (protocol === 'NVMe') return [methods['nvme-sanitize'], methods['nvme-format'], methods.overwrite];
  if (protocol === 'SATA' && rotating === false) return [methods['ata-erase'], methods.overwrite];
  if (protocol === 'SATA') return [methods.overwrite, methods['ata-erase']];
  return [methods.overwrite];
}

/** Places that a sampled read-back looks at, of a mebibyte each. */
export const sampledPlaces = 512;

/** Reading back, all of it or places by chance, as lines of the system's own tools. */
export const readBackBlocks = (): LineBlock[] => [
  {
    title: 'Read all of it back',
    does: 'Compares every byte with zero; as slow as the drive is large.',
    lines: ['cmp -n "${OLD_BYTES:?}" /dev/zero "${OLD_DRIVE:?}" && echo "all of it reads zero"'],
    expects: 'It prints that all of it reads zero, or the first byte that does not.',
  },
  {
    title: 'Or read places by chance',
    does: `${sampledPlaces} places of a mebibyte each. It is a sample: a hundredth of the drive that was left is missed once in ${Math.round(1 / missChance(0.01))} times, a thousandth ${Math.round(missChance(0.001) * 100)} times in a hundred.`,
    lines: [
      `for i in $(seq ${sampledPlaces}); do`,
      '  at="$(shuf -n 1 -i 0-"$((OLD_BYTES / 1048576 - 1))")"',
      '  dd if="${OLD_DRIVE:?}" bs=1M skip="$at" count=1 iflag=direct status=none | tr -d \'\\0\' | head -c 1 | wc -c',
      'done | paste -sd+ | bc',
    ],
    expects: '0: none of them holds anything.',
  },
];

/**
 * Chance that places by chance all miss a share 0..1 of a drive that was left as it was: each misses it with 1 − share, and they
 * are drawn independently.
 */
export const missChance = (share: number, places: number = sampledPlaces): number => (1 - share) ** places;
