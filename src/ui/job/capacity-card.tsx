'use client';
import { useState } from 'react';
import { leadsBack } from '@/core/job';
import { capacityLines } from '@/core/genuine';
import { isTrue } from '@/core/work';
import type { Fault } from '@/core/result';
import { Button } from '../button';
import { FileInput } from '../file-input';
import { LineBlocks } from '../line-blocks';
import { FaultNotice } from '../notice';
import { Card } from '../station-frame';
import { textOfFile } from '../text-of-file';
import type { StationProps } from './station-props';

/** Most that is read of a file that the lines wrote. */
const mostBytes = 6_000_000;

/** Is the new drive as large as it states? Tried on the dock, or by lines of the system; what it came to, and how sure that is. */
export function CapacityCard({ view, act, busy }: Pick<StationProps, 'view' | 'act' | 'busy'>) {
  const { job, facts, drive } = view;
  const [isEmpty, setEmpty] = useState(false);
  const [fault, setFault] = useState<Fault | null>(null);
  const { capacity } = job;
  const bring = async (file: File) => {
    const read = await textOfFile(file, 'What the lines wrote', mostBytes);
    setFault(read.ok ? null : read.fault);
    if (read.ok) await act({ kind: 'capacity-lines', text: read.value });
  };
  const blank = !isTrue(facts, 'copy.begun') && job.copy === null && job.installed === null;
  if (leadsBack(job) || !drive || (!blank && !capacity)) return null;
  const onDock = job.dock !== null && job.dock.new.file === null;
  const armed = isTrue(facts, 'target.armed');
  return (
    <Card title="Is the new drive as large as it states?" hint="false ones take every write and forget it">
      {capacity && (
        <p role="status" className={`mb-2 font-semibold ${capacity.wrong > 0 ? 'text-over' : 'text-clear'}`}>
          {capacity.words}{' '}
          <span className="font-normal text-soft">
            {capacity.simulated ? 'Simulated drive.' : 'By the lines of the system, as their file says.'}
          </span>
        </p>
      )}
      {blank && onDock && (
        <div className="flex flex-wrap items-center gap-3">
          <label className="flex min-h-11 items-center gap-2">
            <input
              type="checkbox"
              className="size-5 accent-(--cochineal)"
              checked={isEmpty}
              onChange={({ target }) => setEmpty(target.checked)}
            />
            Nothing on it is wanted: it is overwritten all over, and left empty
          </label>
          <Button
            disabled={busy || !isEmpty || !armed}
            onClick={() => void act({ kind: 'try-capacity', isEmpty: true })}
          >
            {capacity ? 'Try it again' : 'Try it'} (simulated drive)
          </Button>
          {!armed && <span className="text-[0.875rem] text-soft">Arm it first, as for the copy.</span>}
        </div>
      )}
      {blank && !job.takeIn.practice && (
        <details className="mt-2" open={capacity === null}>
          <summary className="min-h-11 cursor-pointer py-2 font-semibold">
            A real drive: by lines of the system
          </summary>
          <LineBlocks blocks={capacityLines(job.id)} />
          <div className="mt-2">
            <FileInput
              words="Bring the file that they wrote"
              disabled={busy}
              onFile={(file) => void bring(file)}
            />
          </div>
          {fault && (
            <div className="mt-2">
              <FaultNotice fault={fault} />
            </div>
          )}
        </details>
      )}
    </Card>
  );
}
