import { useState } from 'react';
import type { PlacementQuestion, Store } from '@/core/placement';
import type { Fault } from '@/core/result';
import { parseBytes, parseRate } from '@/core/units';
import { Button } from '../button';
import { Choice } from '../choice';
import { Field } from '../field';
import { FaultNotice } from '../notice';

type Props = { question: PlacementQuestion; onChange: (question: PlacementQuestion) => void };

const mostStores = 8;

/** A store beside those of the device: a drive outside, a card, or the same one with another figure. */
export function StoreForm({ question, onChange }: Props) {
  const [name, setName] = useState('');
  const [room, setRoom] = useState('');
  const [reads, setReads] = useState('');
  const [writes, setWrites] = useState('');
  const [runs, setRuns] = useState<Store['runs'] | null>(null);
  const [fault, setFault] = useState<Fault | null>(null);
  const isWhole = name.trim() !== '' && room !== '' && reads !== '' && writes !== '' && runs !== null;
  const add = () => {
    const [bytes, read, write] = [parseBytes(room), parseRate(reads), parseRate(writes)];
    const bad = [bytes, read, write].find((one) => !one.ok);
    setFault(bad && !bad.ok ? bad.fault : null);
    if (!bytes.ok || !read.ok || !write.ok || runs === null) return;
    const taken = new Set(question.stores.map(({ id }) => id));
    const id = Array.from({ length: mostStores + 1 }, (_, i) => `own-${i + 1}`).find(
      (one) => !taken.has(one),
    );
    if (!id) return;
    const store: Store = {
      id,
      name: name.trim(),
      roomBytes: Math.floor(bytes.value),
      runs,
      readBytesPerS: read.value,
      writeBytesPerS: write.value,
    };
    onChange({ ...question, stores: [...question.stores, store] });
    setName('');
    setRoom('');
  };
  if (question.stores.length >= mostStores) return null;
  return (
    <details className="mt-3">
      <summary className="min-h-11 cursor-pointer py-2 font-semibold">
        Another store: a card, a drive outside
      </summary>
      <form
        className="mt-2 grid gap-3 md:grid-cols-4"
        onSubmit={(event) => {
          event.preventDefault();
          if (isWhole) add();
        }}
      >
        <Field
          label="What is it?"
          placeholder="drive outside"
          maxLength={80}
          value={name}
          onChange={({ target }) => setName(target.value)}
        />
        <Field
          label="Room"
          placeholder="1 TB"
          value={room}
          onChange={({ target }) => setRoom(target.value)}
        />
        <Field
          label="Reads"
          placeholder="400 MB/s"
          value={reads}
          onChange={({ target }) => setReads(target.value)}
        />
        <Field
          label="Writes"
          placeholder="200 MB/s"
          value={writes}
          onChange={({ target }) => setWrites(target.value)}
        />
        <div className="md:col-span-3">
          <Choice
            legend="What starts from it?"
            value={runs}
            onChange={setRuns}
            options={[
              { value: 'all', label: 'Everything' },
              { value: 'some', label: 'What needs no quick drive' },
              { value: 'none', label: 'Nothing' },
            ]}
          />
        </div>
        <div className="flex items-end">
          <Button type="submit" disabled={!isWhole}>
            Add it
          </Button>
        </div>
      </form>
      {fault && (
        <div className="mt-3">
          <FaultNotice fault={fault} />
        </div>
      )}
    </details>
  );
}
