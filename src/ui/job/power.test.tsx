import { cleanup, fireEvent, render, screen } from '@testing-library/react';
import skeinData from '../../../demo/devices/vellamar-skein.json';
import heronData from '../../../demo/devices/braskit-heron.json';
import vaultData from '../../../demo/devices/quenlo-vault.json';
import wrenData from '../../../demo/devices/braskit-wren.json';
import { DeviceProfile } from '@/core/device';
import type { JobAct } from '@/core/acts';
import type { JobView } from '@/core/job-view';
import { Bench, takeIn } from '@/core/acts/bench.test.data';
import type { Shown } from '@/core/simulator';
import { Alongside } from './alongside';
import { CablesCard } from './cables-card';
import { DeviceAdvice, DeviceScreen } from './device-screen';
import { FirstPowerStation } from './first-power-station';
import { FreshDataStation } from './fresh-data-station';
import { HandsStation } from './hands-station';
import { RevisionChoice } from './revision-choice';
import { stationProps, viewOf } from './view.test.data';
import { PhaseBar } from './phase-bar';
import { WorkQuestions } from './work-questions';

let acts: JobAct[] = [];
beforeEach(() => {
  acts = [];
});
afterEach(cleanup);
const load = (data: unknown) => DeviceProfile.parse(data);
const [skein, heron, vault, wren] = [skeinData, heronData, vaultData, wrenData].map(load) as [
  DeviceProfile,
  DeviceProfile,
  DeviceProfile,
  DeviceProfile,
];
const button = (name: string | RegExp) => screen.getByRole<HTMLButtonElement>('button', { name });
const on = (more: Partial<Shown>): Partial<JobView> => ({
  device: {
    shows: 'x',
    hint: null,
    phase: null,
    menu: null,
    prompt: null,
    code: null,
    changesAtS: null,
    wroteDrive: false,
    readings: null,
    ...more,
  },
});
const props = (view: JobView) => stationProps(view, acts);

it('a phase says whether it is as usual, longer than usual, or to worry about', () => {
  const phase = { shows: 'writes it', usualS: 60, worryS: 120 };
  const { rerender } = render(<PhaseBar phase={phase} elapsedS={30} />);
  screen.getByText('as usual');
  rerender(<PhaseBar phase={phase} elapsedS={90} />);
  screen.getByText('longer than usual, still working');
  rerender(<PhaseBar phase={phase} elapsedS={120} />);
  screen.getByText('longer than it should: worry');
});

it('the menu and the prompts are pressed on the device; beside it stands what to answer, and why', () => {
  const view = viewOf(new Bench());
  const menu = [{ id: 'network' as const, words: 'Restore over the network', note: 'long' }];
  const { rerender } = render(<DeviceScreen {...props({ ...view, ...on({ menu }) })} />);
  fireEvent.click(button(/Restore over the network/u));
  const [prompt] = heron.firstPower.prompts;
  const asked = { ...view, ...on({ prompt: prompt! }) };
  rerender(<DeviceScreen {...props(asked)} />);
  fireEvent.click(button('No'));
  expect(acts).toEqual([
    { kind: 'press', key: 'network' },
    { kind: 'press', key: 'refuse' },
  ]);
  cleanup();
  render(<DeviceAdvice {...props(asked)} />);
  screen.getByText('Leave it alone.');
  screen.getByText(prompt!.why);
  cleanup();
  const phase = { shows: 'fetches', usualS: 60, worryS: 120, sinceS: 0, leaveAlone: true };
  render(<DeviceAdvice {...props({ ...view, ...on({ phase }) })} />);
  fireEvent.click(button('Press a key all the same'));
  expect(acts.at(-1)).toEqual({ kind: 'press', key: 'touch' });
});

it('cables stand in their order with why, and Enter is the next one that is out', () => {
  const view = { ...viewOf(new Bench({ ...takeIn, profileId: skein.id }, skein)), nextStepId: null };
  const closed = { ...view, holds: [], stationHolds: {} };
  render(<CablesCard {...props(closed)} canTurn />);
  expect(screen.getAllByRole('listitem').map((item) => item.textContent)).toEqual([
    expect.stringContaining('Aerial feeds'),
    expect.stringContaining('Other cables'),
    expect.stringContaining('Mains plug'),
  ]);
  cleanup();
  render(<FirstPowerStation {...props(closed)} />);
  fireEvent.keyDown(document.body, { key: 'Enter' });
  expect(acts).toEqual([{ kind: 'observe', fact: 'feeds.on', value: true }]);
});

it('while it writes its drive it is switched off only when asked twice', () => {
  const bench = new Bench();
  const view = { ...viewOf(bench), nextStepId: null, holds: [], stationHolds: {} };
  const power = { onAt: bench.at, real: false, menu: false, pace: 20, presses: [] };
  const phase = { shows: 'writes it', usualS: 900, worryS: 2700, sinceS: 60, leaveAlone: true };
  const writing = {
    ...view,
    job: { ...view.job, power },
    deviceS: 600,
    ...on({ phase, shows: phase.shows }),
  };
  render(<FirstPowerStation {...props(writing)} />);
  screen.getByText('20 times as fast', { exact: false });
  fireEvent.click(button('Switch it off'));
  expect(acts).toEqual([]);
  fireEvent.click(button('Yes, off: its drive is then half written'));
  expect(acts).toEqual([{ kind: 'switch-off' }]);
});

it('a real device whose network went says since when, how often it has gone on, and takes both ways back', () => {
  const bench = new Bench({ ...takeIn, profileId: heron.id }, heron);
  bench.do({ kind: 'route', route: 'network' });
  const view = { ...viewOf(bench), nextStepId: null, holds: [], stationHolds: {} };
  const power = { onAt: bench.at, real: true, menu: false, pace: 1, presses: [] };
  const loss = { at: bench.at, backAt: bench.at, goesOn: 'where-it-was' as const };
  const shown = (more: object) => {
    cleanup();
    render(<FirstPowerStation {...props({ ...view, job: { ...view.job, power: { ...power, ...more } } })} />);
  };
  shown({ losses: [loss] });
  screen.getByText(/It went on by itself once; 2 left\./u);
  fireEvent.click(button('The network is gone'));
  shown({ losses: [loss, loss, loss] });
  screen.getByText(/3 times; the next time it begins anew\./u);
  shown({ losses: [{ at: bench.at, backAt: null, goesOn: null }] });
  screen.getByText(/Leave the device on/u);
  fireEvent.click(button('It is back, and goes on where it was'));
  fireEvent.click(button('It is back, and begins anew'));
  expect(acts).toEqual([
    { kind: 'network-gone' },
    { kind: 'network-back', goesOn: 'where-it-was' },
    { kind: 'network-back', goesOn: 'anew' },
  ]);
  shown({ real: false });
  expect(screen.queryByRole('button', { name: 'The network is gone' })).toBeNull();
});

it('a way that the device goes by itself says what is lost, how long, what it asks, and holds for the second copy', () => {
  const bench = new Bench({ ...takeIn, profileId: heron.id }, heron);
  bench.do({ kind: 'route', route: 'network' });
  render(<FreshDataStation {...props(viewOf(bench))} />);
  screen.getByText(/Held: nobody has said that there is a second copy/u);
  screen.getByText('fetches the system');
  screen.getByText('“PRESS A KEY TO STAY AWAKE”');
  expect(button('What must be kept is saved elsewhere').disabled).toBe(true);
  fireEvent.change(screen.getByLabelText('Where is it saved?'), { target: { value: 'owner’s card' } });
  fireEvent.change(screen.getByLabelText('How was it checked?'), { target: { value: 'opened' } });
  fireEvent.submit(screen.getByLabelText('How was it checked?').closest('form')!);
  expect(acts).toEqual([
    { kind: 'observe', fact: 'second-copy.made', value: true, how: 'owner’s card, checked: opened' },
  ]);
});

it('both policies of charge are asked for before the first step, where the maker has a storage mode', () => {
  const view = viewOf(new Bench({ ...takeIn, profileId: heron.id }, heron));
  render(<WorkQuestions {...props(view)} />);
  fireEvent.click(screen.getByLabelText(/storage mode, below 40 %/u));
  expect(acts).toEqual([{ kind: 'charge-policy', policy: 'storage-mode' }]);
});

it('the board is told by its marks, and Space does nothing before', async () => {
  const bench = new Bench({ ...takeIn, profileId: wren.id }, wren);
  const view = viewOf(bench);
  const shield = view.steps.findIndex(({ id }) => id === 'shield-late');
  const there = {
    ...view,
    steps: view.steps.map((act, i) => ({ ...act, done: i < shield })),
    nextStepId: 'shield-late',
    holds: [],
  };
  render(<HandsStation station="open" {...props(there)} />);
  fireEvent.keyDown(document.body, { key: ' ' });
  expect(acts).toEqual([]);
  fireEvent.click(await screen.findByLabelText(/shield painted black/u));
  expect(acts).toEqual([{ kind: 'revision', revisionId: 'late' }]);
  cleanup();
  render(<RevisionChoice {...props(view)} />);
  screen.getByText(/None of them\? Close it again/u);
});

it('a wait counts down, holds the pedal, and offers what can be done meanwhile', () => {
  const bench = new Bench({ ...takeIn, profileId: vault.id }, vault);
  const view = viewOf(bench);
  const soon = new Date(Date.now() + 240_000).toISOString();
  const waiting = {
    ...view,
    nextStepId: 'wait',
    alongsideIds: ['labels'],
    waitUntil: soon,
    holds: [],
    nextHold: null,
  };
  render(<HandsStation station="open" {...props(waiting)} />);
  screen.getByText(/left to wait/u);
  expect(button('Done, next step').disabled).toBe(true);
  fireEvent.keyDown(document.body, { key: ' ' });
  expect(acts).toEqual([]);
  fireEvent.click(button('Done: Lift the labels over the screws'));
  expect(acts).toEqual([{ kind: 'step', stepId: 'labels' }]);
  cleanup();
  const { container } = render(<Alongside {...props({ ...waiting, alongsideIds: [] })} />);
  expect(container.textContent).toBe('');
});
