'use client';
import { useState } from 'react';
import { type Ledger, fastenerText } from '@/core/work';
import { Button } from '../button';
import { Choice } from '../choice';
import type { StationProps } from './station-props';

type Props = { ledger: Ledger; moved: string[]; act: StationProps['act']; busy: boolean };

/** A fastener that is lost or stripped: said when it happens, so that it stands on the sheet and surprises nobody at the end. */
export function LostFastener({ ledger, moved, act, busy }: Props) {
  const [group, setGroup] = useState<string | null>(null);
  // Those of this step, all that are out by now, and whatever is missing already: it may be noticed, and turn up, at any time.
  const rows = ledger.rows.filter(
    (row) => moved.includes(row.group.id) || row.lost || row.inPlace < row.group.count,
  );
  if (rows.length === 0) return null;
  const tell = (state: 'lost' | 'found' | 'stripped' | 'replaced') => {
    if (group) void act({ kind: 'fastener', group, state }).then(() => setGroup(null));
  };
  const isLost = rows.find((row) => row.group.id === group)?.lost;
  return (
    <div className="mt-3">
      <Choice
        legend="A screw is lost or stripped"
        value={group}
        onChange={setGroup}
        options={rows.map((row) => ({
          value: row.group.id,
          label: row.group.where,
          hint: `${fastenerText(row.group)}${row.lost ? ' · one is lost' : ''}`,
        }))}
      />
      {group && (
        <div className="mt-2 flex flex-wrap gap-2">
          {isLost ? (
            <Button disabled={busy} onClick={() => tell('found')}>
              Found again
            </Button>
          ) : (
            <Button disabled={busy} onClick={() => tell('lost')}>
              Lost
            </Button>
          )}
          <Button disabled={busy} onClick={() => tell('stripped')}>
            Stripped
          </Button>
          <Button disabled={busy} onClick={() => tell('replaced')}>
            Replaced by another
          </Button>
        </div>
      )}
    </div>
  );
}
