'use client';
import { useState } from 'react';
import type { Measures } from '@/core/device';
import type { Drive } from '@/core/part';
import type { Fault } from '@/core/result';
import { gapFromImpression } from '@/core/stack';
import { parseLengthMm, showLengthMm } from '@/core/units';
import { Button } from '../button';
import { Field } from '../field';
import { FaultNotice } from '../notice';

type Props = {
  drive: Drive;
  standing: Measures['gap'];
  day: string;
  locale: string;
  busy: boolean;
  onUse: (gap: Measures['gap']) => void;
};

/** Points as one types them, apart by spaces or semicolons; a comma is a decimal comma. */
export function parsePoints(text: string): { points: number[]; fault: Fault | null } {
  const points: number[] = [];
  for (const part of text.split(/[\s;]+/u).filter(Boolean)) {
    const parsed = parseLengthMm(part);
    if (!parsed.ok) return { points, fault: parsed.fault };
    points.push(parsed.value);
  }
  return { points, fault: null };
}

/** The worksheet of an impression: soft putty between chips and sink, closed, opened, measured at several places. */
export function ImpressionForm({ drive, standing, day, locale, busy, onUse }: Props) {
  const mine = standing?.driveId === drive.id ? standing : undefined;
  const [text, setText] = useState(mine?.pointsMm.map((mm) => mm.toFixed(2)).join(' ') ?? '');
  const [caliper, setCaliper] = useState('0.02 mm');
  const { points, fault } = parsePoints(text);
  const off = parseLengthMm(caliper);
  const result = fault || !off.ok ? null : gapFromImpression(points, off.value, day);
  const wrong =
    fault ??
    (!off.ok ? off.fault : null) ??
    (points.length > 0 && result && !result.ok ? result.fault : null);
  const value = result?.ok ? result.value : null;
  return (
    <form
      className="grid gap-2"
      onSubmit={(event) => {
        event.preventDefault();
        if (value) onUse({ driveId: drive.id, mm: value.estimate, pointsMm: points });
      }}
    >
      <p className="text-[0.875rem] text-soft">
        Lay putty on the chips of the {drive.model}, close with its screws, open, and measure the putty at
        three places or more. Putty off again before the pad goes on.
      </p>
      <div className="flex flex-wrap items-end gap-3">
        <Field
          label="Points, mm"
          className="min-w-60 flex-1"
          placeholder="1.72 1.80 1.78 1.75"
          value={text}
          onChange={(event) => setText(event.target.value)}
        />
        <Field
          label="Caliper, give or take"
          className="w-36"
          value={caliper}
          onChange={(event) => setCaliper(event.target.value)}
        />
        <Button type="submit" disabled={busy || !value}>
          Use this gap
        </Button>
        {mine && (
          <Button disabled={busy} onClick={() => onUse(undefined)}>
            Back to the dimensions
          </Button>
        )}
      </div>
      {wrong && points.length + text.trim().length > 0 && <FaultNotice fault={wrong} />}
      {value && (
        <p className="text-[0.875rem]" aria-live="polite">
          {value.points} points: mean <b className="figures">{showLengthMm(value.meanMm, locale)}</b>, spread{' '}
          <span className="figures">{showLengthMm(value.standardDeviationMm, locale)}</span>; one more place
          lies within <b className="figures">±{showLengthMm(value.halfWidthMm, locale)}</b> in 95 of 100
          cases.
        </p>
      )}
    </form>
  );
}
