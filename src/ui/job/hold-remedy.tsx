'use client';
import { useState } from 'react';
import { type Job, type observable, chargeRunsDown } from '@/core/job';
import type { Hold } from '@/core/work';
import { parseDecimal, showDuration } from '@/core/units';
import { Button } from '../button';
import { Field } from '../field';
import type { StationProps } from './station-props';

type Props = {
  hold: Hold;
  act: StationProps['act'];
  busy: boolean;
  limitPercent: number;
  /** Whether both drives lie on the dock, so that a copy can be read back or looked into. */
  onDock?: boolean;
  /** Of a charge: how it was read, and what time it is; without them nobody can tell how long it takes. */
  chargeSeen?: Job['chargeSeen'];
  now?: string;
};

/** The act that lifts a hold, where looking or reading is enough. */
export function HoldRemedy({ hold, act, busy, limitPercent, onDock = false, chargeSeen, now }: Props) {
  const [charge, setCharge] = useState('');
  const observe = (fact: (typeof observable)[number], value: boolean, words: string) => (
    <Button disabled={busy} onClick={() => void act({ kind: 'observe', fact, value })}>
      {words}
    </Button>
  );
  switch (hold.code) {
    case 'card':
      return observe('card.inserted', false, 'The card is out');
    case 'encryption':
      return (
        <div className="flex flex-wrap gap-3">
          {observe('encryption.on', false, 'Seen in its settings: it is off')}
          {hold.seen
            ? observe('key.at-hand', true, 'Carry it over sealed: the recovery key is here')
            : observe('encryption.on', true, 'Seen in its settings: it is on')}
        </div>
      );
    case 'swollen':
      // Seen swollen is not seen flat again; where nobody has looked yet, looking answers it either way.
      return hold.seen ? null : (
        <div className="flex flex-wrap gap-3">
          {observe('battery.swollen', false, 'Looked: it lies flat')}
          {observe('battery.swollen', true, 'It bulges')}
        </div>
      );
    case 'second-copy':
      return <SecondCopyForm act={act} busy={busy} />;
    case 'storage-mode':
      return observe('storage-mode.entered', true, 'The storage mode is entered');
    case 'copy-unverified':
      // Only a finished copy can be read back or looked into; one that is not is gone on with.
      return hold.seen && onDock ? (
        <div className="flex flex-wrap gap-3">
          <Button disabled={busy} onClick={() => void act({ kind: 'copy' })}>
            Read it back now
          </Button>
          <Button disabled={busy} onClick={() => void act({ kind: 'look-inside' })}>
            Look inside the new drive
          </Button>
        </div>
      ) : null;
    case 'final':
      return (
        <Button
          disabled={busy}
          onClick={() => void act({ kind: 'agree', caseChangeId: hold.of ?? '', agrees: true })}
        >
          The owner agrees to it
        </Button>
      );
    case 'consent':
      return observe('consent.given', true, 'The owner agrees');
    case 'charge': {
      const parsed = parseDecimal(charge.replace('%', ''));
      const wrong = charge !== '' && (!parsed.ok || parsed.value > 100);
      return (
        <form
          className="flex flex-wrap items-end gap-3"
          onSubmit={(event) => {
            event.preventDefault();
            if (parsed.ok && !wrong) void act({ kind: 'charge', percent: parsed.value });
          }}
        >
          <Field
            label="Charge shown now, %"
            className="w-44"
            inputMode="decimal"
            placeholder={`below ${limitPercent}`}
            value={charge}
            error={wrong ? 'Type a number from 0 to 100.' : undefined}
            onChange={(event) => setCharge(event.target.value)}
          />
          <Button type="submit" disabled={busy || charge === '' || wrong}>
            Enter it
          </Button>
          {chargeSeen && chargeSeen.length > 0 && now && (
            <p className="basis-full text-[0.875rem]">
              {drainWords(chargeRunsDown(chargeSeen, limitPercent, now), limitPercent)}
            </p>
          )}
        </form>
      );
    }
    default:
      return null;
  }
}

/** How long a charge still runs down, by the last readings; what makes it known where it is not. */
function drainWords(left: ReturnType<typeof chargeRunsDown>, limitPercent: number): string {
  if (!left)
    return 'Enter it again in a quarter of an hour or later: two readings tell how long it still takes.';
  if (left.middle === 0) return `By the last readings it should be below ${limitPercent} % by now.`;
  const [least, middle, most] = [left.least, left.middle, left.most].map((minutes) =>
    showDuration(minutes * 60),
  );
  return `By the last readings it is below ${limitPercent} % in about ${middle} (${least} to ${most}).`;
}

/** Where what must be kept lies, and how somebody looked whether it is there: the one without the other is a hope. */
function SecondCopyForm({ act, busy }: Pick<Props, 'act' | 'busy'>) {
  const [where, setWhere] = useState('');
  const [checked, setChecked] = useState('');
  const isWhole = where.trim().length >= 2 && checked.trim().length >= 2;
  return (
    <form
      className="flex flex-wrap items-end gap-3"
      onSubmit={(event) => {
        event.preventDefault();
        if (isWhole)
          void act({
            kind: 'observe',
            fact: 'second-copy.made',
            value: true,
            how: `${where.trim()}, checked: ${checked.trim()}`,
          });
      }}
    >
      <Field
        label="Where is it saved?"
        className="min-w-48 flex-1"
        placeholder="the owner’s card"
        maxLength={90}
        value={where}
        onChange={(event) => setWhere(event.target.value)}
      />
      <Field
        label="How was it checked?"
        className="min-w-48 flex-1"
        placeholder="opened on another device"
        maxLength={90}
        value={checked}
        onChange={(event) => setChecked(event.target.value)}
      />
      <Button type="submit" disabled={busy || !isWhole}>
        What must be kept is saved elsewhere
      </Button>
    </form>
  );
}
