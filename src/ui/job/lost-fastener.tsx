'use client';
import { useState } from 'react';
import type { FastenerGroup } from '@/core/work';
import { fastenerText } from '@/core/work';
import { Button } from '../button';
import { Choice } from '../choice';
import type { StationProps } from './station-props';

/** A fastener that is lost or stripped: said when it happens, so that it stands on the sheet and surprises nobody at the end. */
export function LostFastener({
  groups,
  act,
  busy,
}: {
  groups: FastenerGroup[];
  act: StationProps['act'];
  busy: boolean;
}) {
  const [group, setGroup] = useState<string | null>(null);
  if (groups.length === 0) return null;
  const tell = (state: 'lost' | 'stripped' | 'replaced') => {
    if (group) void act({ kind: 'fastener', group, state }).then(() => setGroup(null));
  };
  return (
    <div className="mt-3">
      <Choice
        legend="A screw is lost or stripped"
        value={group}
        onChange={setGroup}
        options={groups.map((one) => ({ value: one.id, label: one.where, hint: fastenerText(one) }))}
      />
      {group && (
        <div className="mt-2 flex flex-wrap gap-2">
          <Button disabled={busy} onClick={() => tell('lost')}>
            Lost
          </Button>
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
