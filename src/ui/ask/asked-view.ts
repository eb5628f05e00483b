import type { Question, Understood } from '@/core/ask';
import type { DeviceProfile } from '@/core/device';
import type { Build } from '@/core/fit';
import type { PartsView } from '@/core/job-view';
import type { Drive } from '@/core/part';
import type { Settings } from '@/core/workshop';
import type { StationProps } from '../job/station-props';

/** A counter question as it was understood. */
export type AskedView = {
  text: string;
  question: Pick<Question, 'labelGB'>;
  profile: DeviceProfile | null;
  placeId: string | null;
  revisionId: string | null;
  systemVersion: string | null;
  notUnderstood: Understood['notUnderstood'];
  nearest: Drive[];
  build: Build | null;
  fromCatalogue: boolean;
};

export type AskAnswerProps = {
  view: AskedView;
  parts: PartsView;
  settings: Settings;
  now: string;
  rank: StationProps['rank'];
  onTakeIn: (build: Build | null) => void;
  /** Asks something else: what is picked from the list stands in the field and in the address. */
  onAsk: (text: string) => void;
};
