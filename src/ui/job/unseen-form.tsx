import { useId, useState } from 'react';
import type { ReadingName } from '@/core/device';
import { readingsAsked } from '@/core/job';
import { Button } from '../button';
import { Field } from '../field';
import type { StationProps } from './station-props';

type Props = Pick<StationProps, 'act' | 'busy'> & {
  job: StationProps['view']['job'];
  /** What this device is asked for. */
  asked: readonly ReadingName[];
};

/** What this device cannot show: an answer of its own, with why. It stays not known, and says so on the sheet. */
export function UnseenForm({ job, asked, act, busy }: Props) {
  const [name, setName] = useState<ReadingName | ''>('');
  const [why, setWhy] = useState('');
  const id = useId();
  const left = asked.filter((one) => !job.readings[one]);
  return (
    <details className="mt-3">
      <summary className="min-h-11 cursor-pointer py-2 font-semibold">
        Something cannot be seen on this device
      </summary>
      {job.unseen.map((one) => (
        <p key={one.name} className="text-[0.875rem]">
          <b>{readingsAsked[one.name].what}:</b> cannot be seen here. {one.why}
        </p>
      ))}
      {left.length > 0 && (
        <form
          className="mt-2 flex flex-wrap items-end gap-3"
          onSubmit={(event) => {
            event.preventDefault();
            if (name && why.trim().length >= 3)
              void act({ kind: 'unseen', name, why: why.trim() }).then((isDone) => {
                if (isDone) setWhy('');
              });
          }}
        >
          <div>
            <label htmlFor={id} className="mb-1 block font-semibold">
              What
            </label>
            <select
              id={id}
              className="h-11 rounded-xl border border-line-strong bg-surface px-3"
              value={name}
              onChange={({ target }) => setName(target.value as ReadingName | '')}
            >
              <option value="">choose</option>
              {left.map((one) => (
                <option key={one} value={one}>
                  {readingsAsked[one].what}
                </option>
              ))}
            </select>
          </div>
          <Field
            label="Why"
            className="min-w-60 flex-1"
            placeholder="it has no read test of its own"
            maxLength={300}
            value={why}
            onChange={({ target }) => setWhy(target.value)}
          />
          <Button type="submit" disabled={busy || name === '' || why.trim().length < 3}>
            Cannot be seen here
          </Button>
        </form>
      )}
    </details>
  );
}
