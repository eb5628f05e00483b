import { useState } from 'react';
import type { RankedWay, Route } from '@/core/route';
import { showDuration, showDurationRange } from '@/core/units';
import { BowlSign } from '../bowl-sign';
import { Button } from '../button';
import { Card } from '../station-frame';

const verdictOf = (way: RankedWay) =>
  way.state === 'impossible'
    ? 'over'
    : way.state === 'unknown' || !way.whole
      ? 'unknown'
      : way.before.length > 0
        ? 'tight'
        : 'clear';

/** The ways for the system to come across, the best first: whole time, hands, what the owner loses, and why. */
export function WaysCard({
  ways,
  taken,
  onTake,
}: {
  ways: RankedWay[];
  taken: Route;
  /** Takes a way; left out where the work has begun in one. */
  onTake?: (route: Route) => void;
}) {
  const [open, setOpen] = useState<string | null>(null);
  return (
    <Card title="Ways to bring the system across" hint="the time in the middle, and its range">
      <ul>
        {ways.map((way) => (
          <li key={way.id} className="border-t border-dashed border-line py-1.5 first:border-0">
            <button
              type="button"
              aria-expanded={open === way.id}
              className="grid min-h-11 w-full grid-cols-[34px_minmax(0,1fr)_auto] items-center gap-x-2 rounded-lg px-1 text-left hover:bg-sunken md:grid-cols-[34px_190px_minmax(0,1fr)_auto]"
              onClick={() => setOpen(open === way.id ? null : way.id)}
            >
              <BowlSign verdict={verdictOf(way)} use={way.state === 'possible' ? 0.4 : null} size={28} />
              <b>
                {way.name}
                {way.id === taken && (
                  <span className="block text-[0.8125rem] font-normal text-clear">taken</span>
                )}
              </b>
              <span className="order-last col-span-2 col-start-2 text-[0.875rem] text-soft md:order-none md:col-span-1 md:col-start-auto">
                {way.state === 'possible'
                  ? way.loses.length > 0
                    ? `loses ${way.loses[0]}`
                    : 'keeps all'
                  : way.why}
              </span>
              <WayTime way={way} />
            </button>
            {open === way.id && <WayDetail way={way} />}
            {open === way.id && way.state !== 'impossible' && way.id !== taken && (
              <div className="ml-11 pb-1">
                <TakeWay way={way} onTake={onTake} />
              </div>
            )}
          </li>
        ))}
      </ul>
    </Card>
  );
}

/** Jicara leads through a way where the profile says what the device does in it; the others are left to the maker’s manual. */
function TakeWay({ way, onTake }: { way: RankedWay; onTake?: (route: Route) => void }) {
  const { id } = way;
  if (id === 'donor' || !way.isLed)
    return (
      <p className="text-[0.875rem] text-soft">
        Not led through here: follow the maker’s manual, and note it in the history.
      </p>
    );
  if (!onTake) return <p className="text-[0.875rem] text-soft">The work has begun in the other way.</p>;
  return <Button onClick={() => onTake(id)}>Take this way</Button>;
}

function WayTime({ way }: { way: RankedWay }) {
  if (way.state !== 'possible')
    return <span className="text-soft">{way.state === 'unknown' ? 'not known' : 'not possible'}</span>;
  if (!way.whole) return <span className="text-soft">time not known</span>;
  return (
    <span className="text-right">
      <b className="figures">{showDuration(way.whole.middle)}</b>
      <span className="figures block text-[0.8125rem] text-soft">
        {showDurationRange(way.whole.least, way.whole.most)}
      </span>
    </span>
  );
}

/** What the cell must hold for it; above full only the charger carries it through. */
function chargeWords(charge: NonNullable<RankedWay['charge']>): string {
  if (!charge.known) return `not known: ${charge.what}. ${charge.howToGet}`;
  const [value, most] = [charge.value, charge.value + (charge.plus ?? 0)].map(Math.round);
  return most! > 100
    ? `${value} %, up to ${most} %: the charger must be in`
    : `${value} %, up to ${most} % without the charger`;
}

function WayDetail({ way }: { way: RankedWay }) {
  const rows: [string, string[]][] = [
    ['Why', [way.why]],
    ['Your hands', way.hands ? [showDurationRange(way.hands.least, way.hands.most)] : []],
    ['Alone', way.alone ? [showDurationRange(way.alone.least, way.alone.most)] : []],
    ['Charge for it', way.charge ? [chargeWords(way.charge)] : []],
    ['First', way.before],
    ['The owner loses', way.loses],
    ['At hand', way.needs],
  ];
  return (
    <dl className="ml-11 grid grid-cols-[110px_minmax(0,1fr)] gap-x-3 gap-y-0.5 pb-1 text-[0.875rem]">
      {rows
        .filter(([, lines]) => lines.length > 0)
        .map(([name, lines]) => (
          <div key={name} className="contents">
            <dt className="text-soft">{name}</dt>
            <dd>{lines.join('; ')}</dd>
          </div>
        ))}
    </dl>
  );
}
