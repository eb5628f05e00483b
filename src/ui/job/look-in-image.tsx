'use client';
import { useState } from 'react';
import { Button } from '../button';
import { Field } from '../field';
import Link from '../link';
import type { StationProps } from './station-props';

/** Looks for what must be there in an image that was read from the new drive: its beginning and its end are enough. */
export function LookInImage({ jobId, act, busy }: { jobId: string } & Pick<StationProps, 'act' | 'busy'>) {
  const [image, setImage] = useState('');
  const name = image.trim();
  return (
    <form
      className="mt-4 border-t border-dashed border-line pt-3"
      onSubmit={(event) => {
        event.preventDefault();
        if (name !== '') void act({ kind: 'look-inside', image: name });
      }}
    >
      <div className="flex flex-wrap items-end gap-3">
        <Field
          label="An image of the new drive, or of its beginning and end"
          className="min-w-72 flex-1"
          placeholder={`${jobId}-ends.img`}
          autoComplete="off"
          spellCheck={false}
          value={image}
          onChange={(event) => setImage(event.target.value)}
        />
        <Button type="submit" disabled={busy || name === ''}>
          Look inside it
        </Button>
      </div>
      <p className="mt-1 text-[0.875rem] text-soft">
        A file in the folder of image files, read from the drive by{' '}
        <Link href={`/jobs/${jobId}/lines`} className="underline underline-offset-4">
          these lines
        </Link>
        . Its evidence lifts the hold; nothing is compared by it.
      </p>
    </form>
  );
}
