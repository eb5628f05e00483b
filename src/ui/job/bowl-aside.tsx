import { useState } from 'react';
import { type FastenerGroup, fastenerText } from '@/core/work';
import { ScrewBowl } from '../screw-bowl';
import { ScrewMapDrawing } from '../screw-map';
import type { StationProps } from './station-props';

type Props = Pick<StationProps, 'view'>;
type Move = { words: string; groups: FastenerGroup[]; where: (group: FastenerGroup) => string };

/** The bowl from above, and beside it what goes in next, what comes out next and where to, and what is missing. */
export function BowlAside({ view }: Props) {
  const { ledger, steps } = view;
  const [pointed, setPointed] = useState<string | null>(null);
  const { map, procedure } = view.profile;
  const here = steps.find(({ id }) => id === view.nextStepId);
  const open = steps.filter(({ done }) => !done);
  const groupsOf = (ids: string[] | undefined) =>
    ledger.rows.map(({ group }) => group).filter(({ id }) => ids?.includes(id));
  const moves: Move[] = [
    {
      words: 'In next',
      groups: groupsOf(open.find(({ takesOut }) => takesOut.length > 0)?.takesOut),
      where: (group) => (group.captive ? 'stays in its place' : 'into the bowl'),
    },
    {
      words: 'Out next',
      groups: groupsOf(open.find(({ putsIn }) => putsIn.length > 0)?.putsIn),
      where: ({ where, count, emptyHoles }) =>
        `to: ${where}, ${count === 1 ? 'its hole' : 'the same holes'}${emptyHoles > 0 ? `; ${emptyHoles} stay empty` : ''}`,
    },
  ];
  const lost = ledger.rows.filter((row) => row.lost);
  return (
    <div>
      <div className="mb-2 flex items-baseline justify-between">
        <h2 className="text-[1.0625rem]">Screw bowl</h2>
        <p className="text-[0.875rem] text-soft">drawn to length</p>
      </div>
      <div className={map.length > 0 ? '[&>svg]:max-h-[46vh]' : ''}>
        <ScrewBowl
          ledger={ledger}
          next={{
            ids: pointed
              ? [pointed.replace(/^fastener /u, '')]
              : here
                ? [...here.takesOut, ...here.putsIn]
                : [],
            goingIn: (here?.takesOut.length ?? 0) > 0,
          }}
          onPoint={map.length > 0 ? (id) => setPointed(id && `fastener ${id}`) : undefined}
        />
      </div>
      {map.length > 0 && (
        <div className="mt-3">
          <ScrewMapDrawing
            map={map}
            procedure={procedure}
            lit={
              pointed
                ? [pointed]
                : here
                  ? [
                      ...[...here.takesOut, ...here.putsIn].map((id) => `fastener ${id}`),
                      ...[...here.unplugs, ...here.plugs].map((id) => `cable ${id}`),
                    ]
                  : []
            }
            ledger={ledger}
            onPoint={setPointed}
          />
        </div>
      )}
      <dl className="mt-2 grid grid-cols-[auto_minmax(0,1fr)] gap-x-3 gap-y-1 text-[0.9375rem]">
        {moves.map(({ words, groups, where }) => (
          <div key={words} className="contents">
            <dt className="text-soft">{words}</dt>
            <dd>
              {groups.length === 0
                ? 'nothing more'
                : groups.map((group) => (
                    <span key={group.id} className="block">
                      <b>{group.where}</b>, {fastenerText(group)}{' '}
                      <span className="text-soft">{where(group)}</span>
                    </span>
                  ))}
            </dd>
          </div>
        ))}
        {lost.length > 0 && (
          <>
            <dt className="font-semibold text-over">Lost</dt>
            <dd className="font-semibold text-over">
              {lost.map(({ group }) => `one of ${group.where}`).join(', ')}
            </dd>
          </>
        )}
      </dl>
    </div>
  );
}
