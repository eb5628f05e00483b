'use client';
import dynamic from 'next/dynamic';
import type { Question, Understood } from '@/core/ask';
import type { DeviceProfile } from '@/core/device';
import type { Build } from '@/core/fit';
import type { PartsView } from '@/core/job-view';
import type { Drive } from '@/core/part';
import type { Settings } from '@/core/workshop';
import { Button } from '../button';
import type { StationProps } from '../job/station-props';
import { Card, StationFrame } from '../station-frame';

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

const Answer = dynamic(() => import('./answer').then((m) => m.Answer));

/** The answer to a counter question: with a drive its fit, without one what fits the device. */
export function AskAnswer(props: AskAnswerProps) {
  const { view } = props;
  if (!view.profile)
    return (
      <StationFrame actions={<Button disabled>Take it in</Button>} say="Name the device first.">
        <Card title="Ask as the owner would">
          <p>
            Name the device and the drive: <b className="figures">osprey 2280-S3-M 2 TB 7000</b>,{' '}
            <b className="figures">heron seam 1 TB</b>, <b className="figures">skein 3.5-inch 4 TB</b>. With
            the device alone, everything in the catalogue is held against it.
          </p>
        </Card>
      </StationFrame>
    );
  return <Answer key={view.profile.id} {...props} profile={view.profile} />;
}
