import { useMemo, useState } from 'react';
import type { DeviceProfile } from '@/core/device';
import { type Difference, type Whose, differences, merged } from '@/core/exchange';
import { Estimate } from '@/core/margin';
import { Button } from '../button';
import { Card } from '../station-frame';

type Props = {
  mine: DeviceProfile;
  theirs: DeviceProfile;
  busy: boolean;
  onSave: (document: unknown) => void;
  onCancel: () => void;
};

/** A value in a few words: a figure with its source and date, else what it is. */
function shown(value: unknown): { words: string; source: string } {
  if (value === undefined || value === null) return { words: 'nothing', source: '' };
  const read = typeof value === 'object' && 'known' in value ? Estimate.safeParse(value).data : undefined;
  if (read)
    return read.known
      ? {
          words: `${read.value}${read.minus || read.plus ? ` −${read.minus ?? '?'} +${read.plus ?? '?'}` : ''}`,
          source: [read.origin.kind.replaceAll('-', ' '), read.origin.note, read.origin.at]
            .filter(Boolean)
            .join(', '),
        }
      : { words: 'not known', source: read.howToGet };
  if (Array.isArray(value)) return { words: `${value.length} entries`, source: '' };
  if (typeof value === 'object') return { words: 'as described', source: '' };
  return { words: String(value).slice(0, 80), source: '' };
}

const placeWords = ({ path }: Difference) => path.map((step) => String(step).replace(/^#/u, '')).join(' › ');

/** Two people's profiles of one device, figure by figure: whose, how sure, since when. */
export function MergePanel({ mine, theirs, busy, onSave, onCancel }: Props) {
  const all = useMemo(() => differences(mine, theirs), [mine, theirs]);
  const [choices, setChoices] = useState<Partial<Record<string, Whose>>>(() =>
    Object.fromEntries(all.map(({ at, better }) => [at, better])),
  );
  const taken = all.filter(({ at }) => choices[at] === 'theirs').length;
  return (
    <Card
      title={`Merge the ${mine.maker} ${mine.name}`}
      hint={
        all.length === 0
          ? 'both say the same'
          : `${all.length} ${all.length === 1 ? 'difference' : 'differences'}; the surer one is chosen`
      }
    >
      <ul>
        {all.map((difference) => (
          <li key={difference.at} className="border-b border-dashed py-2 last:border-0">
            <fieldset>
              <legend className="text-[0.875rem] font-semibold">
                {placeWords(difference)} <span className="font-normal text-soft">{difference.why}</span>
              </legend>
              <div className="mt-1 grid gap-2 sm:grid-cols-2">
                {(['mine', 'theirs'] as const).map((whose) => {
                  const { words, source } = shown(difference[whose]);
                  return (
                    <label
                      key={whose}
                      className={`flex min-h-11 cursor-pointer items-start gap-2 rounded-xl border px-3 py-2 ${choices[difference.at] === whose ? 'border-ink bg-sunken' : 'border-line-strong'}`}
                    >
                      <input
                        type="radio"
                        name={difference.at}
                        className="mt-1 size-4 accent-(--cochineal)"
                        checked={choices[difference.at] === whose}
                        onChange={() => setChoices({ ...choices, [difference.at]: whose })}
                      />
                      <span className="min-w-0 text-[0.875rem]">
                        <b>{whose === 'mine' ? 'Here' : 'Theirs'}:</b>{' '}
                        <span className="figures">{words}</span>
                        {source && <span className="block text-[0.8125rem] text-soft">{source}</span>}
                      </span>
                    </label>
                  );
                })}
              </div>
            </fieldset>
          </li>
        ))}
      </ul>
      <div className="mt-3 flex flex-wrap gap-3">
        <Button
          kind="main"
          disabled={busy || taken === 0}
          onClick={() => onSave(merged(mine, theirs, choices))}
        >
          Save with {taken} of theirs
        </Button>
        <Button onClick={onCancel}>Cancel</Button>
      </div>
    </Card>
  );
}
