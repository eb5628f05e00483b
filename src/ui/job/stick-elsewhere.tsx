'use client';
import { useState } from 'react';
import { Button } from '../button';
import { Field } from '../field';
import { Card } from '../station-frame';
import type { StationProps } from './station-props';

/** For a real device: the stick was written with other tools; what is on it and how it was checked is typed in. */
export function StickElsewhere({ act, busy }: Pick<StationProps, 'act' | 'busy'>) {
  const [image, setImage] = useState('');
  const [means, setMeans] = useState('');
  const can = image.trim().length >= 3 && means.trim().length >= 3;
  return (
    <Card title="A real stick" hint="noted as it is said: Jicara sees none of it">
      <p className="mb-2">
        The sticks of this bench are simulated. Hold the image against its maker’s checksum, write it with
        your system’s own tools, and read it back there.
      </p>
      <form
        className="grid items-end gap-3 md:grid-cols-[1fr_1fr_auto]"
        onSubmit={(event) => {
          event.preventDefault();
          if (can) void act({ kind: 'stick-elsewhere', image: image.trim(), means: means.trim() });
        }}
      >
        <Field
          label="Image on it, with its version"
          value={image}
          maxLength={120}
          onChange={(event) => setImage(event.target.value)}
        />
        <Field
          label="Written and checked with"
          value={means}
          maxLength={300}
          onChange={(event) => setMeans(event.target.value)}
        />
        <Button type="submit" disabled={busy || !can}>
          It is ready
        </Button>
      </form>
    </Card>
  );
}
