import { useState } from 'react';
import { timesOf, withTimes } from '@/core/teach';
import type { Fault, Result } from '@/core/result';
import { Button } from '../button';
import { FaultNotice } from '../notice';
import { Card } from '../station-frame';
import type { StationProps } from './station-props';

type Props = Pick<StationProps, 'view' | 'keepRecording' | 'keepTimes'>;

/** What this job taught about its kind of device, kept for the next one on request: the recorded way in, or the times. */
export function KeepCard({ view, keepRecording, keepTimes }: Props) {
  const { job, profile, history } = view;
  if (job.recording?.ended)
    return (
      <Kept
        title="The way in was recorded here"
        hint={`${job.recording.acts.length} acts, with their times`}
        words={`Kept as the procedure of the ${profile.name}, the next one is led through it, step by step.`}
        button="Keep it for the next one"
        keep={keepRecording}
        done={(version) =>
          `Proved and kept as version ${version} of the device: the next one is led through it.`
        }
      />
    );
  // A step that was taken back was not done.
  const done = new Map<string, { stepId: string; at: string }>();
  for (const { kind, stepId, at } of history) {
    if (!stepId) continue;
    if (kind === 'step') done.set(stepId, { stepId, at });
    if (kind === 'step-back') done.delete(stepId);
  }
  const timed = [...done.values()];
  const { changed } = withTimes(profile.procedure, timesOf(timed));
  if (changed === 0) return null;
  return (
    <Kept
      title="Times of this job"
      hint="breaks and mistaken presses are left out"
      words={`${changed} ${changed === 1 ? 'step' : 'steps'} took another time than the procedure of the ${profile.name} says. Taken over, they move it by a quarter of the difference.`}
      button="Take the times over"
      keep={keepTimes}
      done={(version) => `Kept as version ${version} of the device.`}
    />
  );
}

function Kept({
  title,
  hint,
  words,
  button,
  keep,
  done,
}: {
  title: string;
  hint: string;
  words: string;
  button: string;
  keep: () => Promise<Result<{ version: number }>>;
  done: (version: number) => string;
}) {
  const [fault, setFault] = useState<Fault | null>(null);
  const [kept, setKept] = useState<number | null>(null);
  const [busy, setBusy] = useState(false);
  const onKeep = async () => {
    setBusy(true);
    const said = await keep();
    setBusy(false);
    setFault(said.ok ? null : said.fault);
    if (said.ok) setKept(said.value.version);
  };
  return (
    <Card title={title} hint={hint}>
      {fault && (
        <div className="mb-3">
          <FaultNotice fault={fault} />
        </div>
      )}
      {kept === null ? (
        <div className="flex flex-wrap items-center gap-3">
          <p className="min-w-0 flex-1">{words}</p>
          <Button disabled={busy} onClick={() => void onKeep()}>
            {button}
          </Button>
        </div>
      ) : (
        <p role="status" className="font-semibold text-clear">
          {done(kept)}
        </p>
      )}
    </Card>
  );
}
