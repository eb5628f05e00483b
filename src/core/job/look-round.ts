import type { DeviceProfile } from '../device';

/** What is looked at while a device is open anyway. */
export type LookedAt = { id: 'fan' | 'dust' | 'old-drive' | 'power'; what: string; how: string };

/** How it was found: as it should be, put right, or left as it is and told. */
export const lookResults = ['fine', 'mended', 'left'] as const;
export type LookResult = (typeof lookResults)[number];

const power: Readonly<Record<'cell' | 'mains', LookedAt>> = Object.freeze({
  cell: {
    id: 'power',
    what: 'Cell',
    how: 'Flat, no bulge, no smell, nothing presses on it. One that bulges stops the job: hands off, and to somebody who is trained for it.',
  },
  mains: {
    id: 'power',
    what: 'Supply',
    how: 'By eye alone, with the plug out: no domed or brown parts, no smell. Who is not trained for mains touches nothing of it.',
  },
});

/** What every device is looked at for while it is open: fan, dust, what may have ended the old drive, what powers it. */
export const lookedAtWhileOpen = ({ procedure }: Pick<DeviceProfile, 'procedure'>): LookedAt[] => [
  {
    id: 'fan',
    what: 'Fan',
    how: 'Turned once by a finger it runs free and true; no blade is broken, its plug is home. A device without one: as it should be.',
  },
  {
    id: 'dust',
    what: 'Dust',
    how: 'Fins and vents are clear. Hold the fan still while air blows, blow outwards, and not towards the open slot.',
  },
  {
    id: 'old-drive',
    what: 'What may have ended the old drive',
    how: 'Pad gone, dry or with its film on; brown marks; contacts bent, dirty or wet; a screw that was loose.',
  },
  power[procedure.power === 'mains' ? 'mains' : 'cell'],
];
