import { type FormEvent, useState } from 'react';
import type { Fault } from '@/core/result';
import type { Incoming, ShelfAct, ShelfLine } from '@/core/shelf';
import { parseMoney } from '@/core/units';
import { Button } from '../button';
import { DialogFrame } from '../dialog-frame';
import { Field } from '../field';
import { FaultNotice } from '../notice';

/** What is asked about a line of the shelf. */
export type Asked =
  | { kind: 'count' | 'minimum' | 'order'; line: ShelfLine }
  | { kind: 'came' | 'cancel'; line: ShelfLine; incoming: Incoming };

type Props = {
  asked: Asked;
  currency: string;
  fault: Fault | null;
  onClose: () => void;
  onAct: (act: ShelfAct) => void;
};

type FieldOf = { name: string; label: string; hint?: string; type?: 'number' | 'date'; start: string };

/** What each of them is called, asks for, and is done by. */
const forms: Record<Asked['kind'], { title: string; done: string; fields: (asked: Asked) => FieldOf[] }> = {
  count: {
    title: 'Count',
    done: 'Note the count',
    fields: ({ line }) => [
      {
        name: 'inDrawer',
        label: 'In the drawer now',
        hint: `By the book ${line.inDrawer}${line.onShelf > line.inDrawer ? `; ${line.onShelf - line.inDrawer} more are out for jobs and not counted` : ''}.`,
        type: 'number',
        start: String(Math.max(0, line.inDrawer)),
      },
      { name: 'note', label: 'What explains a difference', hint: 'May stay empty.', start: '' },
    ],
  },
  minimum: {
    title: 'At least',
    done: 'Note it',
    fields: ({ line }) => [
      {
        name: 'minimum',
        label: 'So many should be free at all times',
        type: 'number',
        start: String(line.minimum),
      },
    ],
  },
  order: {
    title: 'Ordered',
    done: 'Note the order',
    fields: ({ line }) => [
      { name: 'count', label: 'How many', type: 'number', start: String(Math.max(1, line.toOrder)) },
      {
        name: 'expected',
        label: 'Expected on',
        hint: 'Jobs that wait for it are planned by this day.',
        type: 'date',
        start: '',
      },
      { name: 'seller', label: 'Seller', start: line.seller ?? '' },
      { name: 'price', label: 'Price of one', start: '' },
      { name: 'jobId', label: 'For one job only', hint: 'Its number; empty for the shelf.', start: '' },
    ],
  },
  came: {
    title: 'It came',
    done: 'Put it on the shelf',
    fields: (asked) => [
      {
        name: 'accepted',
        label: 'Looked at and accepted',
        hint: 'Box, label and board as ordered. A drive is looked at on the dock before it is trusted.',
        type: 'number',
        start: 'incoming' in asked ? String(asked.incoming.count) : '0',
      },
      { name: 'returned', label: 'Sent back', type: 'number', start: '0' },
      { name: 'why', label: 'Why', hint: 'Where some were sent back.', start: '' },
      { name: 'lot', label: 'Lot', start: '' },
      { name: 'place', label: 'Place', start: asked.line.place ?? '' },
    ],
  },
  cancel: { title: 'Cancelled', done: 'It will not come', fields: () => [] },
};

/** A form about one part of the shelf. */
export function ShelfDialog({ asked, currency, fault, onClose, onAct }: Props) {
  const { title, done, fields } = forms[asked.kind];
  const all = fields(asked);
  const [typed, setTyped] = useState(() => Object.fromEntries(all.map(({ name, start }) => [name, start])));
  const [wrong, setWrong] = useState<string | null>(null);
  const text = (name: string) => typed[name]?.trim() || null;
  const submit = (event: FormEvent) => {
    event.preventDefault();
    const price = text('price');
    const money = price === null ? null : parseMoney(price, currency);
    if (money && !money.ok) {
      setWrong(`${money.fault.sentence} ${money.fault.remedy}`);
      return;
    }
    setWrong(null);
    onAct(actOf(asked, { text, number: (name) => Number(typed[name]), price: money?.value ?? null }));
  };
  return (
    <DialogFrame
      title={`${title}: ${asked.line.name}`}
      asks="typed"
      open
      onOpenChange={(open) => !open && onClose()}
    >
      <form onSubmit={submit} className="flex flex-col gap-3">
        {asked.kind === 'cancel' && (
          <p>
            {asked.incoming.count} ordered will not come. Jobs that wait for them are held, or want another
            order.
          </p>
        )}
        {all.map(({ name, label, hint, type }) => (
          <Field
            key={name}
            label={label}
            hint={hint}
            error={name === 'price' ? (wrong ?? undefined) : undefined}
            type={type ?? 'text'}
            min={type === 'number' ? 0 : undefined}
            value={typed[name] ?? ''}
            onChange={(event) => setTyped({ ...typed, [name]: event.target.value })}
          />
        ))}
        {fault && <FaultNotice fault={fault} />}
        <span className="flex gap-2">
          <Button kind="main" type="submit">
            {done}
          </Button>
          <Button onClick={onClose}>Cancel</Button>
        </span>
      </form>
    </DialogFrame>
  );
}

type Read = {
  text: (name: string) => string | null;
  number: (name: string) => number;
  price: Extract<ShelfAct, { kind: 'order' }>['price'];
};

function actOf(asked: Asked, { text, number, price }: Read): ShelfAct {
  const { id: partId, inDrawer } = asked.line;
  switch (asked.kind) {
    case 'count':
      return { kind: 'count', partId, inDrawer: number('inDrawer'), book: inDrawer, note: text('note') };
    case 'minimum':
      return { kind: 'minimum', partId, minimum: number('minimum') };
    case 'order':
      return {
        kind: 'order',
        partId,
        count: number('count'),
        expected: text('expected'),
        seller: text('seller'),
        price,
        jobId: text('jobId'),
      };
    case 'came':
      return {
        kind: 'came',
        incomingId: asked.incoming.id,
        accepted: number('accepted'),
        returned: number('returned'),
        why: text('why'),
        lot: text('lot'),
        place: text('place'),
      };
    case 'cancel':
      return { kind: 'cancel', incomingId: asked.incoming.id };
  }
}
