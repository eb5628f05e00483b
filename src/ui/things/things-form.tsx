import { useState } from 'react';
import { type PlacementQuestion, readThings } from '@/core/placement';
import type { Fault } from '@/core/result';
import { Button } from '../button';
import { FileInput } from '../file-input';
import { FaultNotice } from '../notice';
import { Card } from '../station-frame';
import { textOfFile } from '../text-of-file';

const mostBytes = 4e6;

type Props = { question: PlacementQuestion; onChange: (question: PlacementQuestion) => void };

/** The list as it is typed, or from a CSV; it takes the place of the one before. */
export function ThingsForm({ question, onChange }: Props) {
  const [text, setText] = useState('');
  const [fault, setFault] = useState<Fault | null>(null);
  const take = async (typed: string) => {
    // Only a list that is taken needs the reader of tables.
    const { readTable } = await import('./read-table');
    const read = readThings(typed, readTable);
    setFault(read.ok ? null : read.fault);
    if (read.ok) onChange({ ...question, items: read.value });
  };
  const takeFile = async (file: File) => {
    const list = await textOfFile(file, 'A list of things', mostBytes);
    if (list.ok) await take(list.value);
    else setFault(list.fault);
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
          <FileInput
            words="From a CSV file"
            accept=".csv,text/csv,text/plain"
            onFile={(file) => void takeFile(file)}
          />
        </div>
      </form>
      {fault && (
        <div className="mt-3">
          <FaultNotice fault={fault} />
        </div>
      )}
    </Card>
  );
}
