import fc from 'fast-check';
import { type DeliveredPartition, deliveredRules, deliveredTable, fillWish, planLayout } from '@/core/disk';
import { sectorsFromLabel } from '@/core/part';
import { unsafeValue } from '@/core/result';
import { ribbonGeometry } from './ribbons-geometry';

const fat32 = { sectorsPerCluster: 128, tables: 1, roomForSectors: 0xffffffff, volumeLabel: 'X' } as const;
const parts: DeliveredPartition[] = [
  { name: 'EFI', type: 'efiSystem', sizeMiB: 260, fat32 },
  { name: 'system', type: 'basicData', sizeMiB: 'rest', fat32 },
  { name: 'recovery', type: 'recovery', sizeMiB: 1024, fat32 },
];

function layout(fromGB: number, toGB: number, holdBackPercent: number) {
  const sectors = (gb: number) => unsafeValue(sectorsFromLabel(gb, 512));
  const guid = (n: number) => `0000000${n}-0000-4000-8000-000000000000`;
  const table = unsafeValue(deliveredTable(parts, { sectors: sectors(fromGB), sectorBytes: 512 }, guid));
  return planLayout(
    table,
    { sectors: sectors(toGB), sectorBytes: 512 },
    { ...fillWish, holdBackPercent },
    deliveredRules(parts, table),
  );
}

describe('ribbons', () => {
  it('stay in order, inside their drives, and wide enough to see, for any sizes', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 60, max: 2000 }),
        fc.integer({ min: 0, max: 2000 }),
        fc.integer({ min: 0, max: 20 }),
        (from, more, hold) => {
          const planned = layout(from, from + more, hold);
          if (!planned.ok) return true;
          const drawn = ribbonGeometry(planned.value);
          let [f, t] = [0, 0];
          for (const part of drawn.parts) {
            if (
              Math.abs(part.fromX - f) > 1e-6 ||
              Math.abs(part.toX - t) > 1e-6 ||
              part.fromWidth < 11 ||
              part.toWidth < 11
            )
              return false;
            f += part.fromWidth;
            t += part.toWidth;
          }
          return f <= drawn.sourceWidth + 1e-6 && t + (drawn.spare?.width ?? 0) <= drawn.width + 1e-6;
        },
      ),
    );
  });

  it('shows the share held back as spare, and none where it is only alignment', () => {
    expect(ribbonGeometry(unsafeValue(layout(512, 2000, 10))).spare).not.toBeNull();
    expect(ribbonGeometry(unsafeValue(layout(512, 2000, 0))).spare).toBeNull();
  });
});
