'use client';
import { useState } from 'react';
import { Button } from '../button';
import { Field } from '../field';
import { Card } from '../station-frame';
import type { StationProps } from './station-props';

const leastMeans = 3;

/** For a copy that was made by other means: noted with what it was made with, and never called verified. */
export function CopiedElsewhere({ act, busy }: Pick<StationProps, 'act' | 'busy'>) {
  const [means, setMeans] = useState('');
  const can = means.trim().length >= leastMeans;
  return (
    <Card title="Copied elsewhere?" hint="noted as it is: nothing of it was compared here">
      <form
        className="flex flex-wrap items-end gap-3"
        onSubmit={(event) => {
          event.preventDefault();
          if (can) void act({ kind: 'copied-elsewhere', means: means.trim() });
        }}
      >
        <Field
          label="What it was copied with, for the sheet"
          className="min-w-72 flex-1"
          value={means}
          maxLength={300}
          onChange={(event) => setMeans(event.target.value)}
        />
        <Button type="submit" disabled={busy || !can}>
          It was copied elsewhere
        </Button>
      </form>
    </Card>
  );
}
