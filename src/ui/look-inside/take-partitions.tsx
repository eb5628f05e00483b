import { useState } from 'react';
import type { LayoutSource } from '@/core/job';
import { type PartitionsSeen, partitionsSeen } from '@/core/teach';
import type { Fault, Result } from '@/core/result';
import { Button } from '../button';
import { FaultNotice } from '../notice';
import { Card } from '../station-frame';
import { showBytes } from '@/core/units';

type Props = {
  source: LayoutSource;
  fileName: string;
  locale: string;
  devices: { id: string; name: string }[];
  onTake: (profileId: string, seen: PartitionsSeen, fileName: string) => Promise<Result<{ version: number }>>;
};

/** The partitions of this drive become what a device of the list is delivered with. */
export function TakePartitions({ source, fileName, locale, devices, onTake }: Props) {
  const [id, setId] = useState('');
  const [fault, setFault] = useState<Fault | null>(null);
  const [taken, setTaken] = useState<number | null>(null);
  const [busy, setBusy] = useState(false);
  const seen = partitionsSeen(source);
  if (!seen.ok)
    return (
      <Card title="For a device’s profile">
        <p className="text-soft">
          {seen.fault.sentence} {seen.fault.remedy}
        </p>
      </Card>
    );
  const take = async () => {
    setBusy(true);
    const done = await onTake(id, seen.value, fileName);
    setBusy(false);
    setFault(done.ok ? null : done.fault);
    setTaken(done.ok ? done.value.version : null);
  };
  return (
    <Card title="For a device’s profile" hint="what it is delivered with">
      {fault && (
        <div className="mb-3">
          <FaultNotice fault={fault} />
        </div>
      )}
      <p className="text-[0.875rem]">
        {seen.value.partitions
          .map(({ name, sizeMiB }) =>
            sizeMiB === 'rest'
              ? `${name} takes the rest`
              : `${name} ${showBytes(sizeMiB * 2 ** 20, { locale })}`,
          )
          .join(' · ')}
      </p>
      {seen.value.notes.map((note) => (
        <p key={note} className="mt-1 text-[0.8125rem] text-soft">
          {note}
        </p>
      ))}
      <div className="mt-3 flex flex-wrap items-end gap-3">
        <label>
          <span className="mb-1 block font-semibold">Device</span>
          <select
            className="h-11 rounded-xl border border-line-strong bg-surface px-3"
            value={id}
            onChange={({ target }) => {
              setId(target.value);
              setTaken(null);
            }}
          >
            <option value="">choose</option>
            {devices.map((one) => (
              <option key={one.id} value={one.id}>
                {one.name}
              </option>
            ))}
          </select>
        </label>
        <Button disabled={busy || id === ''} onClick={() => void take()}>
          Take them over
        </Button>
        {taken !== null && (
          <p role="status" className="font-semibold text-clear">
            Kept as version {taken}; jobs under way keep theirs.
          </p>
        )}
      </div>
    </Card>
  );
}
