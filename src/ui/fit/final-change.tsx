import type { DeviceProfile } from '@/core/device';
import type { Build } from '@/core/fit';

/** Changes to the case that a build needs and that cannot be undone. */
export const finalChanges = ({ caseChanges }: Pick<DeviceProfile, 'caseChanges'>, { caseChangeIds }: Build) =>
  caseChanges.filter(({ id, isFinal }) => isFinal && caseChangeIds.includes(id));

/** Ids of all that cannot be undone of a device; the same list for the same profile. */
export const finalIdsOf = ({ caseChanges }: Pick<DeviceProfile, 'caseChanges'>): string[] =>
  caseChanges.filter(({ isFinal }) => isFinal).map(({ id }) => id);

/** Said in the first answer, before anybody buys anything: this build cuts into the case, and that stays. */
export function FinalChangeNotice({ profile, build }: { profile: DeviceProfile; build: Build }) {
  return finalChanges(profile, build).map(({ id, title, risk, minutes }) => (
    <p key={id} className="rounded-xl border-2 border-tight px-3 py-2">
      <b className="text-tight">Cannot be undone:</b> <b>{title}</b>, {minutes} min. {risk} The owner is asked
      before anything is bought.
    </p>
  ));
}
