'use client';
import { useMemo, useState } from 'react';
import type { DeviceProfile } from '@/core/device';
import { DiagnosisTable, type Observation, World, diagnose } from '@/core/simulator';
import { showDuration } from '@/core/units';
import { Button } from '../button';
import { MainAction } from '../main-action';
import { Card, StationFrame } from '../station-frame';

/** The device is closed and does not start: find out why, with checks that cost their minutes. */
export function HiddenFault({ profile, onDone }: { profile: DeviceProfile; onDone: () => void }) {
  const world = useMemo(() => new World(profile), [profile]);
  const { faults: all, checks } = world;
  const [hidden] = useState(() => all[Math.floor(Math.random() * all.length)]!);
  const table = useMemo(() => new DiagnosisTable(world), [world]);
  const [seen, setSeen] = useState<{ id: string; outcome: string }[]>([]);
  const [named, setNamed] = useState<string[]>([]);
  const found = named.includes(hidden.id);
  const minutes =
    seen.reduce((sum, { id }) => sum + (world.check(id)?.minutes ?? 0), 0) +
    named.reduce((sum, id) => sum + world.mendMinutes(all.find((one) => one.id === id)!), 0);
  const observations: Observation[] = seen.map(({ id, outcome }) => ({ check: id, outcome }));
  const { causes } = diagnose(table, observations);
  return (
    <StationFrame
      aside={
        <>
          <h2 className="text-[1.0625rem]">Seen so far</h2>
          <p className="figures text-soft">{showDuration(minutes * 60)} of work</p>
          <ul>
            {seen.map(({ id, outcome }) => {
              const check = checks.find((one) => one.id === id)!;
              return (
                <li key={id} className="border-b border-dashed border-line py-1.5 text-[0.875rem]">
                  {check.ask}: <b>{check.outcomes[outcome]}</b>
                </li>
              );
            })}
          </ul>
          {found && (
            <>
              <h2 className="mt-4 text-[1.0625rem]">What Jicara made of it</h2>
              <ol>
                {causes.slice(0, 3).map(({ id, name, probability }) => (
                  <li key={id} className="flex justify-between gap-3 text-[0.875rem]">
                    {name} <span className="figures">{Math.round(100 * probability)} %</span>
                  </li>
                ))}
              </ol>
            </>
          )}
        </>
      }
      actions={
        <>
          <MainAction words="Go on to the blank bowl" go={found ? onDone : null} busy={false} />
          <Button onClick={onDone}>Leave it out</Button>
        </>
      }
      say="One thing is wrong. Every check costs its minutes; opening costs most."
    >
      <Card title="It is closed, and does not start. What do you look at?">
        <div className="flex flex-wrap gap-2">
          {checks.map((check) => (
            <Button
              key={check.id}
              disabled={found || seen.some(({ id }) => id === check.id)}
              onClick={() => setSeen([...seen, { id: check.id, outcome: world.shows(check, [hidden.id]) }])}
            >
              {check.ask} · {showDuration(check.minutes * 60)}
            </Button>
          ))}
        </div>
      </Card>
      <Card title="What is it?">
        <div className="flex flex-wrap gap-2">
          {all.map(({ id, name }) => (
            <Button key={id} disabled={found || named.includes(id)} onClick={() => setNamed([...named, id])}>
              {name}
            </Button>
          ))}
        </div>
        <p role="status" className="mt-3 font-semibold">
          {found ? (
            <span className="text-clear">
              Found in {showDuration(minutes * 60)}: {hidden.remedy}
            </span>
          ) : named.length > 0 ? (
            <span className="text-over">Mended, and it still does not start.</span>
          ) : (
            ''
          )}
        </p>
      </Card>
    </StationFrame>
  );
}
