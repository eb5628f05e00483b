import { useState } from 'react';
import { type ReadingName, proofsOf } from '@/core/device';
import { isPlausible, readingsAsked } from '@/core/job';
import type { Known } from '@/core/margin';
import { type Fault, type Result, ok, refuse } from '@/core/result';
import {
  type SizeHabit,
  parseDecimal,
  parseDurationS,
  parseRate,
  parseShownSize,
  showDuration,
  showEstimate,
} from '@/core/units';
import { Button } from '../button';
import { Field } from '../field';
import { FaultNotice } from '../notice';
import { Card } from '../station-frame';
import { readingOf } from './reading-of';
import { type StationProps, showOptions } from './station-props';
import { UnseenForm } from './unseen-form';

type Props = Pick<StationProps, 'view' | 'act' | 'busy'> & { isOpen: boolean };

const habitWords: Record<SizeHabit, string> = {
  decimal: 'this device counts in thousands',
  binary: 'this device shows GiB',
  'binary-called-decimal': 'this device counts in 1024s and says GB',
};

/** What each reading is typed into: its fields, the first named after the reading. */
const fieldsOf = (
  name: ReadingName,
  habit: SizeHabit,
): { label: string; placeholder: string; hint: string }[] => {
  const { what } = readingsAsked[name];
  switch (name) {
    case 'size-shown':
      return [
        { label: what, placeholder: habit === 'binary' ? '1.82 TiB' : '1.82 TB', hint: habitWords[habit] },
      ];
    case 'read-test':
    case 'write-test':
      return [
        { label: what, placeholder: '2 400 MB/s', hint: 'with its unit: Mbit/s and MB/s differ by eight' },
      ];
    case 'parts-shown':
      return [{ label: what, placeholder: '3', hint: 'a whole number' }];
    case 'timed-copy':
      return [
        { label: `${what}: size`, placeholder: '48 GB', hint: 'one large file within the new drive' },
        { label: `${what}: time`, placeholder: '40 s', hint: 'from pressing to done' },
      ];
    case 'drive-temperature':
      return [
        { label: `${what}, °C`, placeholder: '68', hint: 'after a quarter of an hour of work' },
        { label: 'Room, °C', placeholder: '24', hint: 'beside the device' },
        { label: 'Minutes of work', placeholder: '15', hint: 'before it was read' },
      ];
  }
};

type Parsed = { value: number; spread: number; note: string; load?: { roomC: number; minutes: number } };

/** What was typed as one reading. Faults: those of its parsers. */
function parse(
  name: ReadingName,
  [first = '', second = '', third = '']: string[],
  habit: SizeHabit,
): Result<Parsed> {
  const note = `read on the device: ${first.slice(0, 40)}`;
  const plain = (parsed: Result<number>): Result<Parsed> =>
    parsed.ok ? ok({ value: parsed.value, spread: 0, note }) : parsed;
  switch (name) {
    case 'size-shown': {
      const size = parseShownSize(first, habit);
      return size.ok ? ok({ ...size.value, note }) : size;
    }
    case 'read-test':
    case 'write-test':
      return plain(parseRate(first));
    case 'parts-shown':
      return plain(parseDecimal(first));
    case 'timed-copy': {
      const size = parseShownSize(first, habit);
      if (!size.ok) return size;
      const time = parseDurationS(second);
      if (!time.ok) return time;
      if (time.value < 1)
        return refuse('no-time', 'A copy takes a second at least.', 'Copy something larger.');
      return ok({
        value: size.value.value / time.value,
        // A second of the watch, and half the last digit of the size.
        spread: size.value.spread / time.value + size.value.value / time.value ** 2,
        note: `timed by hand: ${first.slice(0, 20)} in ${showDuration(time.value)}`,
      });
    }
    case 'drive-temperature': {
      const all = [first, second, third].map((text) => parseDecimal(text));
      const bad = all.find((one) => !one.ok);
      if (bad) return plain(bad);
      const [driveC, roomC, minutes] = all.map((one) => (one.ok ? one.value : 0));
      return ok({
        value: driveC ?? 0,
        spread: 0.5,
        note: `read on the device: ${first.slice(0, 20)} °C`,
        load: { roomC: roomC ?? 0, minutes: minutes ?? 0 },
      });
    }
  }
}

/** What this device can show, typed from its own screens; what can hardly be is asked about. */
export function ReadingsCard({ view, act, busy, isOpen }: Props) {
  const { job, profile, prove } = view;
  const habit = profile.showsCapacity;
  const options = { ...showOptions(view), habit };
  const asked = proofsOf(profile).readings;
  const [texts, setTexts] = useState<Partial<Record<ReadingName, string[]>>>({});
  const [fault, setFault] = useState<Fault | null>(null);
  // What was typed and can hardly be: entered again, it counts.
  const [odd, setOdd] = useState<ReadingName | null>(null);
  const enter = async (name: ReadingName) => {
    const parsed = parse(name, texts[name] ?? [], habit);
    setFault(parsed.ok ? null : parsed.fault);
    if (!parsed.ok) return;
    const { value, spread, note, load } = parsed.value;
    const isOdd = !isPlausible(name, value, view.drive, load?.roomC);
    setOdd(isOdd ? name : null);
    if (isOdd && odd !== name) return;
    const reading: Known = readingOf(value, spread, note, view.frame.now);
    if (await act({ kind: 'read', name, value: reading, ...(load ? { load } : {}) }))
      setTexts((before) => ({ ...before, [name]: [] }));
  };
  return (
    <Card
      title="Readings"
      hint={
        profile.proofs
          ? 'what this device can show, typed from its own screens'
          : 'nobody wrote down what this device can show: the usual ones'
      }
    >
      <div className="grid gap-x-4 gap-y-5 md:grid-cols-3">
        {asked.map((name) => {
          const fields = fieldsOf(name, habit);
          const typed = texts[name] ?? [];
          const reading = job.readings[name];
          const margin = prove.find(({ id }) => id === name);
          return (
            <form
              key={name}
              className={fields.length > 2 ? 'md:col-span-3' : fields.length > 1 ? 'md:col-span-2' : ''}
              onSubmit={(event) => {
                event.preventDefault();
                void enter(name);
              }}
            >
              <div
                className={
                  fields.length > 2
                    ? 'grid gap-3 sm:grid-cols-3'
                    : fields.length > 1
                      ? 'grid gap-3 sm:grid-cols-2'
                      : ''
                }
              >
                {fields.map(({ label, placeholder, hint }, at) => (
                  <Field
                    key={label}
                    label={label}
                    placeholder={placeholder}
                    hint={hint}
                    value={typed[at] ?? ''}
                    disabled={!isOpen}
                    onChange={({ target }) => {
                      const next = fields.map((_, i) => (i === at ? target.value : (typed[i] ?? '')));
                      setTexts({ ...texts, [name]: next });
                    }}
                  />
                ))}
              </div>
              <div className="mt-2 flex items-center gap-2">
                <Button type="submit" disabled={busy || !isOpen || fields.some((_, i) => !typed[i])}>
                  Enter
                </Button>
                {reading && margin && (
                  <span className="figures">{showEstimate(reading, margin.unit, options)}</span>
                )}
              </div>
              {odd === name && (
                <p role="alert" className="mt-2 text-[0.875rem] font-semibold text-tight">
                  That is hardly possible here: is the unit right? Enter it once more if it is what stands
                  there.
                </p>
              )}
            </form>
          );
        })}
      </div>
      {isOpen && <UnseenForm job={job} asked={asked} act={act} busy={busy} />}
      {fault && (
        <div className="mt-3">
          <FaultNotice fault={fault} />
        </div>
      )}
    </Card>
  );
}
