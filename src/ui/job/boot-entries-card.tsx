import { useState } from 'react';
import { Button } from '../button';
import { Card } from '../station-frame';
import type { StationProps } from './station-props';

type Props = Pick<StationProps, 'view' | 'act' | 'busy'> & { when: 'before' | 'after' };

const most = 20;

/** Lines of the device's boot menu, a line each: before the work while it still starts, and again at Prove; one that is gone is named. */
export function BootEntriesCard({ view, act, busy, when }: Props) {
  const { before, after } = view.job.bootEntries;
  const noted = when === 'before' ? before : after;
  const [text, setText] = useState((noted ?? before ?? []).join('\n'));
  // Where there is no menu there are no lines to lose.
  if (view.profile.firstPower.menuKeys === null || (when === 'after' && !before)) return null;
  const entries = text
    .split('\n')
    .map((line) => line.trim().slice(0, 80))
    .filter(Boolean)
    .slice(0, most);
  return (
    <Card
      title={`Boot menu ${when} the work`}
      hint={
        noted
          ? `${noted.length} lines noted`
          : when === 'before'
            ? 'while it still starts'
            : 'as it shows it now'
      }
    >
      <form
        onSubmit={(event) => {
          event.preventDefault();
          void act({ kind: 'boot-entries', when, entries });
        }}
      >
        <label className="text-[0.875rem] text-soft" htmlFor={`boot-${when}`}>
          A line each, as it shows them{when === 'after' ? '; take out what is gone' : ''}. Keys:{' '}
          {view.profile.firstPower.menuKeys}
        </label>
        <textarea
          id={`boot-${when}`}
          rows={3}
          className="mt-1 w-full rounded-xl border border-line-strong bg-surface p-3"
          value={text}
          onChange={({ target }) => setText(target.value)}
        />
        <Button className="mt-2" type="submit" disabled={busy || entries.length === 0}>
          Note these lines
        </Button>
      </form>
    </Card>
  );
}
