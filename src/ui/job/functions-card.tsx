import { useState } from 'react';
import { proofsOf } from '@/core/device';
import { Button } from '../button';
import { Choice } from '../choice';
import { Field } from '../field';
import { Card } from '../station-frame';
import type { StationProps } from './station-props';

type Props = Pick<StationProps, 'view' | 'act' | 'busy'> & { isOpen: boolean };
type Result = 'works' | 'fails' | 'unseen';

const words: Record<Result, string> = {
  works: 'Works',
  fails: 'Does not work',
  unseen: 'Cannot be seen here',
};

/** What must still work after the device was open: each is tried and said by itself; what does not, or cannot be tried, goes with a word why. */
export function FunctionsCard({ view, act, busy, isOpen }: Props) {
  const { functions } = proofsOf(view.profile);
  const [asking, setAsking] = useState<{ id: string; result: Result } | null>(null);
  const [note, setNote] = useState('');
  if (functions.length === 0) return null;
  const seen = new Map(view.job.functions.map((one) => [one.id, one]));
  const say = async (id: string, result: Result, why: string) => {
    if (!(await act({ kind: 'functions', results: [{ id, result, note: why }] }))) return;
    setAsking(null);
    setNote('');
  };
  return (
    <Card title="What must still work" hint={`${seen.size} of ${functions.length} tried`}>
      <ul className="flex flex-col gap-3">
        {functions.map(({ id, what, how }) => {
          const said = seen.get(id);
          const isAsking = asking?.id === id;
          return (
            <li key={id} className="border-b border-dashed pb-3 last:border-0 last:pb-0">
              <p className="mb-1.5">
                <b>{what}</b> <span className="text-[14px] text-soft">{how}</span>
              </p>
              {isOpen ? (
                <Choice
                  legend={what}
                  hideLegend
                  value={isAsking ? asking.result : (said?.result ?? null)}
                  options={(['works', 'fails', 'unseen'] as const).map((value) => ({
                    value,
                    label: words[value],
                  }))}
                  onChange={(result) =>
                    result === 'works' ? void say(id, result, '') : setAsking({ id, result })
                  }
                />
              ) : (
                <p className="font-semibold">{said ? words[said.result] : 'not tried'}</p>
              )}
              {said?.note && !isAsking && <p className="mt-1 text-[14px] text-soft">{said.note}</p>}
              {isAsking && (
                <form
                  className="mt-2 flex flex-wrap items-end gap-3"
                  onSubmit={(event) => {
                    event.preventDefault();
                    if (note.trim().length >= 3) void say(id, asking.result, note.trim());
                  }}
                >
                  <Field
                    label={asking.result === 'fails' ? 'What it does instead' : 'Why'}
                    className="min-w-60 flex-1"
                    maxLength={200}
                    autoFocus
                    value={note}
                    onChange={({ target }) => setNote(target.value)}
                  />
                  <Button type="submit" disabled={busy || note.trim().length < 3}>
                    Note it
                  </Button>
                </form>
              )}
            </li>
          );
        })}
      </ul>
    </Card>
  );
}
