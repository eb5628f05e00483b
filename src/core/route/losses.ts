import type { DeviceProfile, WayId } from '../device';
import { showBytes } from '../units';

/** What is in the place before the work, as far as the ways ask. */
export type OldContent = {
  /** Nothing is in the place. */
  isEmpty: boolean;
  usedBytes: number | null;
  dataToKeep: boolean;
};

/**
 * What a way does not bring across, item by item: what the profile names, and, where it names nothing and the way begins with an empty
 * drive, what lies on the old one. A drive that holds 0 bytes loses nothing; one that nobody looked into may.
 */
export function lossesOf(
  { ways }: Pick<DeviceProfile, 'ways'>,
  id: WayId,
  { isEmpty, usedBytes, dataToKeep }: OldContent,
): string[] {
  const way = ways?.[id];
  if (id === 'copy-on-dock' || isEmpty) return [];
  const named = way?.possible ? way.loses : [];
  if (named.length > 0) return named;
  if (usedBytes === 0 && !dataToKeep) return [];
  return [
    usedBytes === null
      ? 'what lies on the old drive: nobody has said how much'
      : `what lies on the old drive (${showBytes(usedBytes)})`,
  ];
}
