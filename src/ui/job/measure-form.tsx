'use client';
import { useEffect, useRef, useState } from 'react';
import { type Measures, type ModuleForm, measureNames } from '@/core/device';
import type { Estimate } from '@/core/margin';
import type { Fault } from '@/core/result';
import { parseLengthMm, showEstimate } from '@/core/units';
import { Button } from '../button';
import { capital } from '../capital';
import { Choice } from '../choice';
import { Field } from '../field';
import { FaultNotice } from '../notice';

type Name = Exclude<keyof Measures, 'gap'>;

type Props = {
  form: ModuleForm;
  measures: Measures;
  locale: string;
  now: string;
  busy: boolean;
  onMeasure: (measures: Measures) => Promise<boolean>;
  /** Rises when somebody is led here: the field takes the focus. */
  focus: number;
};

/** Measures taken on this very device, put in the place of the profile's; taken back with one press. */
export function MeasureForm({ form, measures, locale, now, busy, onMeasure, focus }: Props) {
  const field = useRef<HTMLInputElement>(null);
  useEffect(() => {
    if (focus > 0) field.current?.focus();
  }, [focus]);
  const heights: { name: Name; value: Estimate }[] = [
    ...(form.sink.kind === 'fixed'
      ? [{ name: 'sinkUndersideMm' as const, value: form.sink.undersideMm }]
      : []),
    { name: 'coverMm', value: form.coverMm },
    { name: 'moduleUndersideMm', value: form.moduleUndersideMm },
    { name: 'roomBelowMm', value: form.roomBelowMm },
  ];
  const unknown = heights.find(({ name, value }) => !(measures[name] ?? value).known);
  const [name, setName] = useState<Name>((unknown ?? heights[0]!).name);
  const [value, setValue] = useState('');
  const [spread, setSpread] = useState('');
  const [fault, setFault] = useState<Fault | null>(null);
  const standing = measures[name] ?? heights.find((height) => height.name === name)!.value;
  const submit = async () => {
    const mm = parseLengthMm(value);
    const tolerance = parseLengthMm(spread);
    const wrong = !mm.ok ? mm.fault : !tolerance.ok ? tolerance.fault : null;
    setFault(wrong);
    if (!mm.ok || !tolerance.ok) return;
    const estimate: Estimate = {
      known: true,
      value: mm.value,
      minus: tolerance.value,
      plus: tolerance.value,
      origin: { kind: 'measured', note: 'measured on this device', at: now.slice(0, 10) },
    };
    if (await onMeasure({ ...measures, [name]: estimate })) {
      setValue('');
      setSpread('');
    }
  };
  return (
    <section>
      <h3 className="text-[0.9375rem]">
        Measured on this device{' '}
        <span className="font-sans text-[0.875rem] font-normal text-soft">
          {measureNames[name]}: {showEstimate(standing, 'mm', { locale })}{' '}
          {measures[name] ? '(measured)' : '(profile)'}
        </span>
      </h3>
      <form
        className="mt-2 flex flex-wrap items-end gap-3"
        onSubmit={(event) => {
          event.preventDefault();
          void submit();
        }}
      >
        <Choice
          legend="Height above the main board"
          value={name}
          onChange={setName}
          options={heights.map((height) => ({
            value: height.name,
            label: capital(measureNames[height.name]),
          }))}
        />
        <Field
          label="Measured"
          ref={field}
          className="w-32"
          placeholder="5.20 mm"
          value={value}
          onChange={(e) => setValue(e.target.value)}
        />
        <Field
          label="Give or take"
          className="w-32"
          placeholder="0.05 mm"
          value={spread}
          onChange={(e) => setSpread(e.target.value)}
        />
        <Button type="submit" disabled={busy}>
          Use it
        </Button>
        {measures[name] && (
          <Button
            onClick={() => {
              const rest = { ...measures };
              delete rest[name];
              void onMeasure(rest);
            }}
            disabled={busy}
          >
            Back to the profile’s
          </Button>
        )}
      </form>
      {fault && (
        <div className="mt-2">
          <FaultNotice fault={fault} />
        </div>
      )}
    </section>
  );
}
