'use client';
import dynamic from 'next/dynamic';
import { Button } from '../button';
import { Card, StationFrame } from '../station-frame';
import type { AskAnswerProps } from './asked-view';

const Answer = dynamic(() => import('./answer').then((m) => m.Answer), { loading: () => null });

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
