'use client';
import { useState } from 'react';
import { bowlTest, checkBowl } from '@/core/practice';
import { type Procedure, fastenerText } from '@/core/work';
import { Button } from '../button';
import { MainAction } from '../main-action';
import { Card, StationFrame } from '../station-frame';

/** A blank bowl: what lies in it goes back to where it came from, from memory. */
export function BowlQuiz({ procedure, onDone }: { procedure: Procedure; onDone: () => void }) {
  const [test] = useState(() => bowlTest(procedure, Math.random));
  const [given, setGiven] = useState<Record<string, string>>({});
  const [checked, setChecked] = useState<Record<string, boolean> | null>(null);
  const complete = test.lying.every(({ id }) => given[id]);
  const right = checked ? Object.values(checked).filter(Boolean).length : 0;
  return (
    <StationFrame
      actions={
        <>
          {checked || test.lying.length === 0 ? (
            <MainAction words="Show the score" go={onDone} busy={false} />
          ) : (
            <MainAction
              words="Check the bowl"
              go={complete ? () => setChecked(checkBowl(test, given)) : null}
              busy={false}
            />
          )}
          {!checked && <Button onClick={onDone}>Leave it out</Button>}
        </>
      }
      say={
        checked ? `${right} of ${test.lying.length} where they belong.` : 'What looks alike may be swapped.'
      }
    >
      <Card title="Where do these belong?" hint="a blank bowl, from memory">
        {test.lying.length === 0 && <p>Nothing of this device ever lies in a bowl.</p>}
        <ul>
          {test.lying.map((group) => (
            <li
              key={group.id}
              className="grid items-center gap-3 border-t border-dashed border-line py-2 first:border-0 md:grid-cols-[minmax(0,1fr)_280px_150px]"
            >
              <span>{fastenerText(group)}</span>
              <select
                aria-label={`Place of ${fastenerText(group)}`}
                className="h-11 rounded-xl border border-line-strong bg-surface px-3"
                value={given[group.id] ?? ''}
                disabled={checked !== null}
                onChange={(event) => setGiven({ ...given, [group.id]: event.target.value })}
              >
                <option value="">where?</option>
                {[...new Set(test.places)].map((place) => (
                  <option key={place} value={place}>
                    {place}
                  </option>
                ))}
              </select>
              {checked && (
                <b className={checked[group.id] ? 'text-clear' : 'text-over'}>
                  {checked[group.id] ? 'right' : `no: ${group.where}`}
                </b>
              )}
            </li>
          ))}
        </ul>
      </Card>
    </StationFrame>
  );
}
