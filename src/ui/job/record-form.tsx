import { useState } from 'react';
import type { RecordedAct, RecordedKind, RecordedPart } from '@/core/teach';
import { parseDecimal } from '@/core/units';
import { Button } from '../button';
import { Choice } from '../choice';
import { Field } from '../field';
import { latchOptions, partOptions } from './record-kinds';

type Props = {
  kind: RecordedKind;
  title: string;
  busy: boolean;
  /** The bit and length that were used last: most screws of a device are alike. */
  last: Pick<RecordedAct, 'bit' | 'lengthMm'>;
  onRecord: (recorded: RecordedAct) => void;
  onCancel: () => void;
};

const number = (text: string): number | null => {
  const parsed = parseDecimal(text);
  return parsed.ok ? parsed.value : null;
};

/** What more is said of one recorded act; Enter records it. */
export function RecordForm({ kind, title, busy, last, onRecord, onCancel }: Props) {
  const [of, setOf] = useState('');
  const [part, setPart] = useState<RecordedPart>('other');
  const [count, setCount] = useState('1');
  const [bit, setBit] = useState(last.bit ?? '');
  const [length, setLength] = useState(last.lengthMm === null ? '' : String(last.lengthMm));
  const [latch, setLatch] = useState<RecordedAct['latch']>(null);
  const [minutes, setMinutes] = useState('5');
  const [note, setNote] = useState('');
  const [staysOut, setStaysOut] = useState(false);
  const isScrew = kind === 'unscrew' || kind === 'loosen';
  const isFastener = isScrew || kind === 'twist';
  const comesOff = kind === 'lift' || kind === 'slide' || kind === 'peel' || kind === 'pry';
  const counted = number(count);
  const lengthMm = number(length);
  const waited = number(minutes);
  const can =
    (kind === 'wait' || of.trim() !== '') &&
    (!isFastener || (counted !== null && Number.isInteger(counted) && counted >= 1 && counted <= 40)) &&
    (!isScrew || (bit.trim() !== '' && lengthMm !== null && lengthMm > 0)) &&
    (kind !== 'unplug' || latch !== null) &&
    (kind !== 'wait' || (waited !== null && waited > 0));
  const record = () =>
    onRecord({
      what: kind,
      of: of.trim(),
      part,
      count: isFastener ? (counted ?? 1) : 1,
      lengthMm: isScrew ? lengthMm : null,
      bit: isScrew ? bit.trim() : null,
      latch: kind === 'unplug' ? latch : null,
      waitMinutes: kind === 'wait' ? waited : null,
      note: note.trim(),
      staysOut: comesOff && staysOut && part !== 'cover',
    });
  return (
    <form
      className="flex flex-col gap-3 rounded-2xl border bg-surface p-5"
      onSubmit={(event) => {
        event.preventDefault();
        if (can && !busy) record();
      }}
    >
      <h2 className="text-[1.625rem] leading-tight">{title}</h2>
      <div className="grid gap-3 sm:grid-cols-[minmax(0,1fr)_auto]">
        <Field
          label={kind === 'wait' ? 'For what' : 'What it was'}
          placeholder={kind === 'wait' ? 'supply discharges' : isFastener ? 'back cover' : 'battery'}
          autoFocus
          maxLength={50}
          value={of}
          onChange={(event) => setOf(event.target.value)}
        />
        {isFastener && (
          <div className="grid grid-cols-3 gap-3 sm:w-80">
            <Field
              label="How many"
              inputMode="numeric"
              value={count}
              onChange={(e) => setCount(e.target.value)}
            />
            {isScrew && (
              <>
                <Field
                  label="Long, mm"
                  inputMode="decimal"
                  value={length}
                  onChange={(e) => setLength(e.target.value)}
                />
                <Field
                  label="Bit"
                  placeholder="PH0"
                  value={bit}
                  maxLength={20}
                  onChange={(e) => setBit(e.target.value)}
                />
              </>
            )}
          </div>
        )}
        {kind === 'wait' && (
          <Field
            label="Minutes"
            inputMode="decimal"
            value={minutes}
            onChange={(e) => setMinutes(e.target.value)}
          />
        )}
      </div>
      {kind === 'unplug' && (
        <Choice legend="Held by" options={[...latchOptions]} value={latch} onChange={setLatch} />
      )}
      {kind !== 'wait' && (
        <Choice
          legend={isFastener ? 'They hold' : 'It is'}
          options={[...partOptions]}
          value={part}
          onChange={setPart}
        />
      )}
      <Field
        label="Note"
        hint="where it hooks, what to mind; the microphone key of a tablet writes here too"
        maxLength={250}
        value={note}
        onChange={(event) => setNote(event.target.value)}
      />
      {comesOff && part !== 'cover' && (
        <label className="flex min-h-11 items-center gap-2">
          <input
            type="checkbox"
            className="size-5 accent-(--cochineal)"
            checked={staysOut}
            onChange={(event) => setStaysOut(event.target.checked)}
          />
          It stays out: it is not put back when closing
        </label>
      )}
      <div className="flex flex-wrap gap-3">
        <Button kind="main" type="submit" disabled={busy || !can}>
          Record it
        </Button>
        <Button type="button" onClick={onCancel}>
          Cancel
        </Button>
      </div>
    </form>
  );
}
