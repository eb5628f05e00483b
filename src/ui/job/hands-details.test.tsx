import { cleanup, fireEvent, render, screen, waitFor } from '@testing-library/react';
import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { DeviceProfile } from '@/core/device';
import type { JobAct } from '@/core/acts';
import { Bench, choose, takeIn } from '@/core/acts/bench.test.data';
import { wayIn } from '@/core/work';
import { fillWish } from '@/core/disk';
import { DiagnosisCard } from './diagnosis-card';
import { HandsStation } from './hands-station';
import { HoldRemedy } from './hold-remedy';
import { LostFastener } from './lost-fastener';
import { StepDetails } from './step-details';
import { stationProps, viewOf } from './view.test.data';
import { WorkQuestions } from './work-questions';

let acts: JobAct[] = [];
beforeEach(() => {
  acts = [];
});
afterEach(cleanup);
const act = async (one: JobAct) => {
  acts.push(one);
  return true;
};
const load = (name: string) =>
  DeviceProfile.parse(
    JSON.parse(readFileSync(join(__dirname, '../../../demo/devices', `${name}.json`), 'utf8')),
  );
const button = (name: string) => screen.getByRole<HTMLButtonElement>('button', { name });

it('a hold is walked past only with a reason, and only where it may be', async () => {
  const bench = new Bench({ ...takeIn, chargePercent: 80 });
  bench.do(choose('ostrel-marl-2000', ['lindrel-soft-250']));
  bench.do({ kind: 'lay-out', wish: fillWish });
  const { unmount } = render(<HandsStation station="open" {...stationProps(viewOf(bench), acts)} />);
  fireEvent.click(button('Walk past it, with a reason'));
  fireEvent.change(screen.getByLabelText('Reason, for the sheet'), { target: { value: 'no' } });
  expect(button('Walk past it').disabled).toBe(true);
  fireEvent.change(screen.getByLabelText('Reason, for the sheet'), {
    target: { value: 'its screen is dead' },
  });
  fireEvent.click(button('Walk past it'));
  expect(acts).toEqual([{ kind: 'override', code: 'charge', reason: 'its screen is dead' }]);
  expect(bench.do(acts[0]!)).toBe('ok');
  unmount();
  render(<HandsStation station="open" {...stationProps(viewOf(bench), acts)} />);
  expect(screen.queryByText(/^Held:/u)).toBeNull();
  expect(bench.do({ kind: 'override', code: 'swollen', reason: 'it looks fine' })).toBe('no-hold');
  bench.do({ kind: 'observe', fact: 'battery.swollen', value: true });
  expect(bench.do({ kind: 'override', code: 'swollen', reason: 'it looks fine' })).toBe('hold-swollen');
});

it('a step says where, how its cables come off, how to pry and when to stop', () => {
  const { procedure } = load('braskit-heron');
  const step = (id: string) => ({ ...wayIn(procedure).find((one) => one.id === id)!, done: false });
  const { rerender } = render(<StepDetails step={step('cover')} procedure={procedure} />);
  screen.getByText(/2 mm deep, 8 clips/u);
  screen.getByText('Stop at any resistance: the captive screw is not free yet.');
  rerender(<StepDetails step={step('ribbon')} procedure={procedure} />);
  screen.getByText(/flip the latch up with a nail/u);
  screen.getByText(/The latch: it is as thin as a nail/u);
  rerender(<StepDetails step={step('lay-out')} procedure={procedure} />);
  expect(screen.getByRole('list', { name: 'Tools' }).textContent).toContain('PH1 driver');
});

it('mains supplies name who may do them, and two tools that work are asked for before the first step', () => {
  const vault = load('quenlo-vault').procedure;
  render(
    <StepDetails
      step={{ ...wayIn(vault).find(({ id }) => id === 'supply-out')!, done: false }}
      procedure={vault}
    />,
  );
  screen.getByText(/only those trained for mains supplies/u);
  cleanup();
  const view = { ...viewOf(new Bench()), profile: load('braskit-wren') };
  render(<WorkQuestions view={view} act={act} />);
  fireEvent.click(screen.getByLabelText(/^off/u));
  expect(acts).toEqual([{ kind: 'answer', question: 'ribbon', answer: 'off' }]);
});

it('a lost screw is told by its group', async () => {
  const { ledger } = viewOf(new Bench());
  render(<LostFastener ledger={ledger} moved={['fan']} act={act} busy={false} />);
  fireEvent.click(screen.getByLabelText(/^fan/u));
  fireEvent.click(button('Stripped'));
  await waitFor(() => expect(acts).toEqual([{ kind: 'fastener', group: 'fan', state: 'stripped' }]));
});

it('the diagnosis asks its check, takes what was seen, and offers the remedy of what stands out', () => {
  const causes = [
    { id: 'battery-plug' as const, name: 'The plug', probability: 0.9, before: 0.2, remedy: 'Push it home.' },
    { id: 'charger' as const, name: 'No power', probability: 0.005, before: 0.1, remedy: 'Another charger.' },
  ];
  const next = {
    kind: 'check' as const,
    id: 'charge-light',
    ask: 'Look at the light',
    outcomes: [{ id: 'blinks', words: 'blinks' }],
    mends: false,
    asksKey: false,
    minutes: 2,
    expectedMinutes: 30,
  };
  const looks = [{ id: 'dark', words: 'dark, no sound' }];
  const none = { probability: 0.05, before: 0.06 };
  const mend = { ...next, kind: 'mend' as const, id: 'battery-plug', ask: 'Push it home.', outcomes: [] };
  const rest = { none, looks, ending: null, from: { here: 2, elsewhere: 1 }, looksFrom: 12 };
  const reasons = [{ saw: 'Pressed: dark.', cause: 'The plug', from: 0.2, to: 0.66 }];
  const { rerender } = render(
    <DiagnosisCard
      diagnosis={{ ...rest, causes, next, verdict: { kind: 'open', ids: [] }, reasons }}
      act={act}
      busy={false}
    />,
  );
  screen.getByText('under 1 %');
  screen.getByText(/from 2 repairs of this device here and 1 repair of others/u);
  screen.getByText('20 % → 66 %');
  fireEvent.click(button('blinks'));
  rerender(
    <DiagnosisCard
      diagnosis={{ ...rest, causes, next: mend, verdict: { kind: 'mend', ids: ['battery-plug'] }, reasons }}
      act={act}
      busy={false}
    />,
  );
  fireEvent.click(button('Now it starts'));
  fireEvent.click(button('Still not'));
  fireEvent.click(button('dark, no sound'));
  rerender(
    <DiagnosisCard
      diagnosis={{
        ...rest,
        causes,
        next: null,
        verdict: { kind: 'end', ids: [] },
        ending: { left: ['No power'], ruledOut: ['The plug'], handOn: ['Pressed: dark.'] },
        reasons,
      }}
      act={act}
      busy={false}
    />,
  );
  screen.getByText(/cannot be told apart here. Hand it on/u);
  screen.getByText(/no power/u);
  expect(acts).toEqual([
    { kind: 'look-into', seen: { check: 'charge-light', outcome: 'blinks' } },
    { kind: 'finding', fault: 'battery-plug' },
    { kind: 'look-into', seen: { mended: 'battery-plug', shows: 'dark' } },
  ]);
});

it('behind a check that mends by the way it is said what the device shows by now', () => {
  const next = {
    kind: 'check' as const,
    id: 'look-inside',
    ask: 'Push every plug home',
    outcomes: [{ id: 'drive', words: 'the drive was not home' }],
    mends: true,
    asksKey: true,
    minutes: 40,
    expectedMinutes: 60,
  };
  const show = () =>
    render(
      <DiagnosisCard
        diagnosis={{
          causes: [],
          next,
          none: { probability: 0.05, before: 0.06 },
          looks: [{ id: 'dark', words: 'dark, no sound' }],
          ending: null,
          from: { here: 0, elsewhere: 0 },
          looksFrom: 0,
          verdict: { kind: 'open', ids: [] },
          reasons: [],
        }}
        act={act}
        busy={false}
      />,
    );
  for (const said of ['dark, no sound', 'Nobody looked', 'Now it starts']) {
    const { unmount } = show();
    fireEvent.click(button('the drive was not home'));
    fireEvent.click(button('Something else'));
    fireEvent.click(button('the drive was not home'));
    fireEvent.click(button(said));
    unmount();
  }
  const seen = { check: 'look-inside', outcome: 'drive' };
  expect(acts).toEqual([
    { kind: 'look-into', seen: { ...seen, shows: 'dark' } },
    { kind: 'look-into', seen },
    { kind: 'observe-start', outcome: 'started', shows: 'started' },
  ]);
});

describe('reading aloud', () => {
  const spoken: string[] = [];
  const voices = (localService: boolean) =>
    Object.assign(window, {
      SpeechSynthesisUtterance: class {
        voice = null;
        constructor(readonly text: string) {}
      },
      speechSynthesis: {
        getVoices: () => [{ lang: 'en-GB', localService }],
        speak: ({ text }: { text: string }) => spoken.push(text),
        cancel: () => {},
      },
    });
  const show = () => {
    const bench = new Bench();
    bench.do(choose('ostrel-marl-2000', ['lindrel-soft-250']));
    bench.do({ kind: 'lay-out', wish: fillWish });
    render(<HandsStation station="open" {...stationProps(viewOf(bench), acts)} />);
  };

  it('is off until it is asked for, and then says the step', () => {
    voices(true);
    show();
    expect(spoken).toEqual([]);
    fireEvent.click(button('Read aloud'));
    expect(spoken).toEqual([expect.stringContaining('Lay out the tools')]);
    fireEvent.click(button('Stop reading aloud'));
    expect(button('Read aloud').getAttribute('aria-pressed')).toBe('false');
  });

  it('uses no voice that is not on this machine', () => {
    voices(false);
    show();
    fireEvent.click(button('Read aloud'));
    expect(button('No voice on this machine').disabled).toBe(true);
  });

  it('says where the screen may go dark', async () => {
    voices(true);
    show();
    await screen.findByText(/lets the screen go dark/u);
  });
});

it('a charge says how long it still runs down once it was read twice, and asks for the second reading before', () => {
  const bench = new Bench({ ...takeIn, chargePercent: 80 });
  const hold = { ...viewOf(bench).holds.find(({ code }) => code === 'charge')! };
  const seen = (percent: number, clock: string) => ({ at: `2026-11-24T${clock}.000Z`, percent });
  const shown = (chargeSeen: ReturnType<typeof seen>[], clock = '10:00:00') =>
    render(
      <HoldRemedy
        hold={hold}
        act={act}
        busy={false}
        limitPercent={30}
        chargeSeen={chargeSeen}
        now={seen(0, clock).at}
      />,
    );
  shown([seen(64, '08:00:00')]);
  screen.getByText(/two readings tell how long it still takes/u);
  cleanup();
  shown([seen(64, '08:00:00'), seen(44, '10:00:00')]);
  screen.getByText('By the last readings it is below 30 % in about 1 h 27 min (1 h 20 min to 1 h 35 min).');
  cleanup();
  shown([seen(64, '08:00:00'), seen(44, '10:00:00')], '13:00:00');
  screen.getByText('By the last readings it should be below 30 % by now.');
});
