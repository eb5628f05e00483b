import type { DeviceProfile } from '../device';
import type { Layout } from '../disk';
import type { Build, BuildIds } from '../fit';
import type { Learned } from '../learn';
import type { MoneySettings } from '../money';
import type { Drive } from '../part';
import type { Technician } from '../workshop';
import type { HistoryEntry } from './job';
import type { StickForJob } from './stick';

/** What a job is judged against: the catalogue entries that it names. */
export type JobContext = { profile: DeviceProfile; drive: Drive | null };

/** The catalogue as far as acts name it, and the layout as read on the dock once there is one. */
export type DecideContext = JobContext & {
  findBuild: (ids: BuildIds) => Build | null;
  /** Layout from the bytes on the dock, or the expected one before. */
  layout: Layout | null;
  /** Sticks of the bench as this job’s device would take them; empty where the job needs none. */
  sticks: StickForJob[];
  technicians: Technician[];
  /** When it is done and by whom (initials): the clock and the bench say so, not the core. */
  at: string;
  by: string;
  /** What work costs here, for acts that ask; left out elsewhere, null where the workshop has not said. */
  money?: { settings: MoneySettings | null; currency: string };
  /** What this bench has learned; left out where nobody asked. */
  learned?: Learned;
  /** The whole history, for acts that read it; null where it was not loaded. */
  history: HistoryEntry[] | null;
};
