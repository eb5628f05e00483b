import { useState } from 'react';
import type { Fault, Result } from '@/core/result';
import { Button } from '../button';
import { FaultNotice } from '../notice';
import { Card } from '../station-frame';
import type { StationProps } from './station-props';

type Props = Pick<StationProps, 'view'> & { onKeep: () => Promise<Result<{ version: number }>> };

/** What was recorded at opening can become the procedure of this kind of device, once it is proved. */
export function RecordingCard({ view, onKeep }: Props) {
  const [fault, setFault] = useState<Fault | null>(null);
  const [kept, setKept] = useState<number | null>(null);
  const [busy, setBusy] = useState(false);
  const acts = view.job.recording?.acts.length ?? 0;
  const keep = async () => {
    setBusy(true);
    const done = await onKeep();
    setBusy(false);
    setFault(done.ok ? null : done.fault);
    if (done.ok) setKept(done.value.version);
  };
  return (
    <Card title="The way in was recorded here" hint={`${acts} acts, with their times`}>
      {fault && (
        <div className="mb-3">
          <FaultNotice fault={fault} />
        </div>
      )}
      {kept === null ? (
        <div className="flex flex-wrap items-center gap-3">
          <p className="min-w-0 flex-1">
            Kept as the procedure of the {view.profile.name}, the next one is led through it, step by step.
          </p>
          <Button disabled={busy} onClick={() => void keep()}>
            Keep it for the next one
          </Button>
        </div>
      ) : (
        <p role="status" className="font-semibold text-clear">
          Proved and kept as version {kept} of the device: the next one is led through it.
        </p>
      )}
    </Card>
  );
}
