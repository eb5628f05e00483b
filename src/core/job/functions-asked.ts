import { type DeviceProfile, type ProofFunction, proofsOf } from '../device';
import type { Job } from './job';

/** More systems than this no boot menu of such a device starts. */
const mostSystems = 8;

type OfJob = { takeIn: Pick<Job['takeIn'], 'more'>; bootEntries?: Job['bootEntries'] };

/** Systems that share the drive: the lines of the boot menu as they were noted before; two where the owner said so and nobody noted them. */
function systemsOf({ takeIn, bootEntries }: OfJob): string[] {
  const before = bootEntries?.before ?? [];
  if (before.length > 1) return before.slice(0, mostSystems).map((name) => `“${name}”`);
  return takeIn.more?.reason === 'second-system' ? ['The first system', 'The second system'] : [];
}

/** What must still work on this device: what its profile names, and each system where several share the drive. */
export const functionsAsked = (profile: DeviceProfile, job: OfJob): ProofFunction[] => [
  ...proofsOf(profile).functions,
  ...systemsOf(job).map((name, i) => ({
    id: `system-${i + 1}`,
    what: `${name} starts`,
    how: 'Choose it in the boot menu and wait for its first screen.',
  })),
];
