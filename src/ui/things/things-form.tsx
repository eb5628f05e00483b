import { useRef, useState } from 'react';
import { type PlacementQuestion, readThings } from '@/core/placement';
import type { Fault } from '@/core/result';
import { Button } from '../button';
import { FaultNotice } from '../notice';
import { Card } from '../station-frame';

type Props = { question: PlacementQuestion; onChange: (question: PlacementQuestion) => void };

/** The list as it is typed, or from a CSV; it takes the place of the one before. */
export function ThingsForm({ question, onChange }: Props) {
  const [text, setText] = useState('');
  const [fault, setFault] = useState<Fault | null>(null);
  const input = useRef<HTMLInputElement>(null);
  const take = async (typed: string) => {
    // Only a list that is taken needs the reader of tables.
    const { readTable } = await import('./read-table');
    const read = readThings(typed, readTable);
    setFault(read.ok ? null : read.fault);
    if (read.ok) onChange({ ...question, items: read.value });
  };
  return (
    <Card title="What the owner has" hint="a line each, a count by kind, or a CSV with name and size">
      <form
        onSubmit={(event) => {
          event.preventDefault();
          void take(text);
        }}
      >
        <label htmlFor="things" className="sr-only">
          Things, a line each
        </label>
        <textarea
          id="things"
          rows={5}
          className="figures w-full rounded-xl border border-line-strong bg-surface p-3 text-[0.875rem]"
          placeholder={'Harbour days, 85 GB\n12 × 48 GB games\nor: name,size,kind,uses per week,needs,now'}
          value={text}
          onChange={({ target }) => setText(target.value)}
        />
        <div className="mt-2 flex flex-wrap gap-2">
          <Button type="submit" disabled={text.trim() === ''}>
            {question.items.length > 0 ? 'Take this list instead' : 'Take this list'}
          </Button>
          <Button onClick={() => input.current?.click()}>From a CSV file</Button>
        </div>
        <input
          ref={input}
          type="file"
          accept=".csv,text/csv,text/plain"
          className="sr-only"
          tabIndex={-1}
          aria-label="List of things"
          onChange={({ target }) => {
            const [file] = target.files ?? [];
            target.value = '';
            if (file) void file.slice(0, 4e6).text().then(take);
          }}
        />
      </form>
      {fault && (
        <div className="mt-3">
          <FaultNotice fault={fault} />
        </div>
      )}
    </Card>
  );
}
