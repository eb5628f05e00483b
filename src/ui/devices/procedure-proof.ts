import type { DeviceProfile } from '@/core/device';
import { type Procedure, type ProcedureFault, procedureFaults } from '@/core/work';

/** What is wrong with the procedure as it stands, each with the step that it is at. */
export const faultsOf = (profile: DeviceProfile, procedure: Procedure): ProcedureFault[] =>
  procedureFaults(
    procedure,
    profile.revisions.map(({ id }) => id),
  );
