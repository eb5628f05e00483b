'use client';
import { useState } from 'react';
import type { cableFacts } from '@/core/device';
import { type PressKey, firstLooks } from '@/core/simulator';
import { leadsBack } from '@/core/job';
import { writesItself } from '@/core/route';
import { isTrue } from '@/core/work';
import { Button } from '../button';
import { capital } from '../capital';
import { MainAction } from '../main-action';
import { HoldNotice } from '../notice';
import { Card, StationFrame } from '../station-frame';
import { AgainCard } from './again-card';
import { CablesCard } from './cables-card';
import { DeviceAdvice, DeviceScreen } from './device-screen';
import { DiagnosisCard } from './diagnosis-card';
import { PhasesCard } from './phases-card';
import { PromptsCard } from './prompts-card';
import type { StationProps } from './station-props';
import { useDeviceClock } from './use-device-clock';
import { OverrideForm } from './override-form';

const expects: Readonly<Record<string, string>> = {
  stick: 'The new drive is empty: that it finds nothing to start from is right, and Carry over comes next.',
  network:
    'The new drive is empty: that it finds nothing to start from is right. Then switch it on with the keys of its menu and choose the network.',
  format: 'The new drive is empty: the device asks about it, or formats it by itself.',
};

/** Is this normal? What the device shows against what it should show by now, on a bar with the worry point. */
export function FirstPowerStation({ view, act, look, busy, goOn }: StationProps) {
  const { job, profile, facts, device } = view;
  const { cables, menuKeys, startsOnlyOnCharger } = profile.firstPower;
  const hold = view.stationHolds['first-power'] ?? null;
  const closed = view.nextStepId === null;
  const started = isTrue(facts, 'device.started');
  const isOn = job.power !== null;
  const can = closed && !hold && !started;
  const deviceS = useDeviceClock({ view, look });
  const unattended = started ? null : (view.stationHolds['carry-over'] ?? null);
  const needed =
    profile.procedure.power !== 'cell' || startsOnlyOnCharger || unattended?.code === 'unattended';
  const out = needed ? cables.find(({ fact }) => !isTrue(facts, fact)) : undefined;
  const main = mainAct(view, act, can ? (out ?? null) : null, can) ?? {
    words: started
      ? 'It is running'
      : isOn
        ? 'It is on'
        : job.takeIn.practice
          ? 'Switch the simulated device on'
          : 'Switched on just now',
    go: null,
  };
  const said = [
    ...cables.map(({ fact, words }) => `${capital(words)} ${isTrue(facts, fact) ? 'in' : 'out'}`),
    ...(startsOnlyOnCharger
      ? ['This device starts only on the charger after its battery was unplugged']
      : []),
  ].join('. ');
  return (
    <StationFrame
      aside={
        <div className="flex flex-col gap-4">
          <section>
            <h2 className="mb-1 text-[1.0625rem]">Seen on a real device</h2>
            <p className="mb-2 text-[0.875rem] text-soft">
              Jicara does not talk to a device. What it shows is entered here.
            </p>
            <div className="flex flex-col gap-2">
              <Button
                className="w-full"
                disabled={busy || !can || isOn}
                onClick={() => void act({ kind: 'power-on' })}
              >
                Switched on just now
              </Button>
              {Object.entries(firstLooks).map(([shows, { words, outcome }]) => (
                <Button
                  key={shows}
                  className="w-full text-left"
                  disabled={busy || !can}
                  onClick={() => void act({ kind: 'observe-start', outcome, shows })}
                >
                  {capital(words)}
                </Button>
              ))}
            </div>
          </section>
          {menuKeys && (
            <section>
              <h2 className="mb-1 text-[1.0625rem]">Boot menu</h2>
              <p className="text-[0.875rem]">{menuKeys}</p>
            </section>
          )}
        </div>
      }
      actions={
        <>
          <MainAction {...(started && goOn ? goOn : main)} busy={busy} />
          {isOn && !started && main.words !== 'Switch it off' && (
            <SwitchOff isWriting={device?.phase?.leaveAlone ?? false} act={act} busy={busy} />
          )}
          {menuKeys && job.takeIn.practice && !isOn && !started && !main.words.includes('menu keys') && (
            <Button
              disabled={busy || !can || out !== undefined}
              onClick={() => void act({ kind: 'switch-on', menu: true })}
            >
              With the menu keys held
            </Button>
          )}
        </>
      }
      say={
        job.power && !job.power.real
          ? `The simulated device runs ${job.power.pace} times as fast as a real one.`
          : said
      }
    >
      {hold && <HoldNotice hold={hold} override={<OverrideForm hold={hold} act={act} busy={busy} />} />}
      {unattended?.code === 'unattended' && (
        <HoldNotice hold={unattended} override={<OverrideForm hold={unattended} act={act} busy={busy} />} />
      )}
      {writesItself(job.route) && !leadsBack(job) && !started && (!isOn || expectedNothing(view)) && (
        <p className="text-soft">{expects[job.route]}</p>
      )}
      {!closed && !hold && <Card title="Not closed yet">Finish the steps of Close first.</Card>}
      <DeviceScreen view={view} act={act} busy={busy} />
      <DeviceAdvice view={view} act={act} busy={busy} />
      {view.diagnosis && !device?.prompt && !expectedNothing(view) && (
        <DiagnosisCard diagnosis={view.diagnosis} act={act} busy={busy} />
      )}
      {closed && !started && job.outcome !== null && !expectedNothing(view) && (
        <AgainCard view={view} act={act} busy={busy} />
      )}
      {!started && <PhasesCard view={view} deviceS={deviceS} />}
      {!started && (
        <PromptsCard job={job} profile={profile} settings={view.frame.settings} act={act} isBusy={busy} />
      )}
      {!started && !isOn && <CablesCard view={view} act={act} busy={busy} canTurn={closed} />}
    </StationFrame>
  );
}

type Main = { words: string; go: (() => void) | null };

/** What Enter does: the next cable, the key, the answer that a prompt wants, the line of the menu that the job’s way takes. */
function mainAct(
  { job, device }: StationProps['view'],
  act: StationProps['act'],
  out: { words: string; fact: (typeof cableFacts)[number] } | null,
  can: boolean,
): Main | null {
  const press = (key: PressKey) => () => void act({ kind: 'press', key });
  if (device?.prompt) {
    const { answer } = device.prompt;
    return answer === 'leave-alone'
      ? { words: 'Leave it alone', go: null }
      : { words: answer === 'accept' ? 'Accept it' : 'Refuse it', go: press(answer) };
  }
  if (device?.menu) {
    const wanted = device.menu.find(({ id }) => id === (job.route === 'network' ? 'network' : 'drive'));
    return wanted ? { words: `Choose ${wanted.words}`, go: press(wanted.id) } : null;
  }
  if (job.power?.real && can)
    return { words: 'It started', go: () => void act({ kind: 'observe-start', outcome: 'started' }) };
  // It came to something, and is not writing: nothing more happens until it is switched off.
  if (job.power && device?.code && !device.phase)
    return { words: 'Switch it off', go: () => void act({ kind: 'switch-off' }) };
  if (job.power || !can) return null;
  if (!out && job.route === 'network' && job.outcome !== null && job.takeIn.practice)
    return {
      words: 'Switch it on with the menu keys held',
      go: () => void act({ kind: 'switch-on', menu: true }),
    };
  return out
    ? {
        words: `Plug the ${out.words} in`,
        go: () => void act({ kind: 'observe', fact: out.fact, value: true }),
      }
    : job.takeIn.practice
      ? { words: 'Switch the simulated device on', go: () => void act({ kind: 'switch-on' }) }
      : { words: 'Switched on just now', go: () => void act({ kind: 'power-on' }) };
}

/** Off again; while it writes its drive, asked twice. */
function SwitchOff({ isWriting, act, busy }: Pick<StationProps, 'act' | 'busy'> & { isWriting: boolean }) {
  const [sure, setSure] = useState(false);
  const off = () => void act({ kind: 'switch-off' });
  return isWriting && !sure ? (
    <Button disabled={busy} onClick={() => setSure(true)}>
      Switch it off
    </Button>
  ) : (
    <Button disabled={busy} onClick={off}>
      {isWriting ? 'Yes, off: its drive is then half written' : 'Switch it off'}
    </Button>
  );
}

/** An empty drive that waits for its system is no fault. */
const expectedNothing = ({ job, facts }: StationProps['view']): boolean =>
  writesItself(job.route) &&
  !leadsBack(job) &&
  !isTrue(facts, 'drive.restored') &&
  job.copy === null &&
  (job.lastStart?.code ?? (job.outcome === 'no-start-device' ? 'nothing-to-start' : null)) ===
    'nothing-to-start';
