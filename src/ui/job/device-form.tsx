'use client';
import { useState } from 'react';
import { type Place, revisionsThatMatter } from '@/core/device';
import type { JobView } from '@/core/job-view';
import { Button } from '../button';
import { Choice } from '../choice';
import { Field } from '../field';
import { MeasureForm } from './measure-form';
import { type StationProps, showOptions } from './station-props';

type Props = {
  view: JobView;
  place: Place;
  busy: boolean;
  act: StationProps['act'];
  /** Rises when somebody wants to measure: the field takes the focus. */
  focus: number;
};

/** What is known of this very device beyond its profile: heights measured, the board revision, the system version. */
export function DeviceForm({ view, place, busy, act, focus }: Props) {
  const { job, profile } = view;
  const { locale } = showOptions(view);
  const revisions = revisionsThatMatter(profile, place);
  const [version, setVersion] = useState(job.takeIn.systemVersion ?? '');
  const least = place.minimumSystemVersion?.version;
  return (
    <div className="grid gap-4">
      {place.form.kind === 'module' && (
        <MeasureForm
          form={place.form}
          measures={job.measures}
          locale={locale}
          now={view.frame.now}
          busy={busy}
          focus={focus}
          onMeasure={(measures) => act({ kind: 'measure', measures })}
        />
      )}
      {revisions.length > 0 && (
        <Choice
          legend="Which board revision?"
          value={job.revisionId ?? ''}
          onChange={(id) => void act({ kind: 'revision', revisionId: id === '' ? null : id })}
          options={[
            ...revisions.map(({ id, name, marks }) => ({ value: id, label: name, hint: marks.join(', ') })),
            { value: '', label: 'Not looked yet' },
          ]}
        />
      )}
      {least && (
        <form
          className="flex flex-wrap items-end gap-3"
          onSubmit={(event) => {
            event.preventDefault();
            if (version.trim()) void act({ kind: 'system-version', version: version.trim() });
          }}
        >
          <Field
            label="System version the device shows"
            className="w-64"
            placeholder={least}
            hint={`${least} or newer sees this drive`}
            value={version}
            onChange={(event) => setVersion(event.target.value)}
          />
          <Button type="submit" disabled={busy || version.trim() === ''} className="mb-6">
            Note it
          </Button>
        </form>
      )}
      {place.form.kind !== 'module' && revisions.length === 0 && !least && (
        <p className="text-[0.875rem] text-soft">
          Nothing about this place has to be measured on the device itself.
        </p>
      )}
    </div>
  );
}
