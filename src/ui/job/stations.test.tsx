import { fillWish } from '@/core/disk';
import { act as flush, cleanup, fireEvent, render, screen, within } from '@testing-library/react';
import type { JobAct } from '@/core/acts';
import type { JobView } from '@/core/job-view';
import { nextStep } from '@/core/job';
import { Bench, dock, proof, takeIn, choose } from '@/core/acts/bench.test.data';
import { CarryOverStation } from './carry-over-station';
import { DataStation } from './data-station';
import { FirstPowerStation } from './first-power-station';
import { FitStation } from './fit-station';
import { HandOverStation } from './hand-over-station';
import { HandsStation } from './hands-station';
import { ProveStation } from './prove-station';
import { rankOf, stationProps, viewOf } from './view.test.data';

jest.mock('@/workers/fit-client', () => ({
  // No workers here: what they compute has its own tests, and the real ones run in e2e.
  FitClient: class {
    heat = () => new Promise(() => {});
    pads = () => new Promise(() => {});
    stack = () => new Promise(() => {});
    remedies = () => new Promise(() => {});
    stop = () => {};
  },
}));

let acts: JobAct[] = [];
const props = (view: JobView) => stationProps(view, acts);
const press = (key: string, more: object = {}) => fireEvent.keyDown(window, { key, ...more });
const button = (name: string | RegExp) => screen.getByRole<HTMLButtonElement>('button', { name });

beforeEach(() => {
  acts = [];
});
afterEach(cleanup);

function chosen(given = takeIn) {
  const bench = new Bench(given);
  bench.do(choose('ostrel-marl-2000', ['lindrel-soft-250']));
  bench.do({ kind: 'lay-out', wish: fillWish });
  return bench;
}

function hands(bench: Bench, station: string) {
  for (
    let next = nextStep(bench.state, bench.context);
    next?.station === station;
    next = nextStep(bench.state, bench.context)
  ) {
    bench.do({ kind: 'step', stepId: next.id });
  }
  return bench;
}

function copied() {
  const bench = hands(chosen(), 'open');
  bench.report({ kind: 'docked', dock });
  bench.report({ kind: 'copied', proof });
  return bench;
}

describe('fit', () => {
  /** The station with its candidates as the server would rank them. */
  const showFit = async (bench: Bench, view = viewOf(bench)) => {
    render(<FitStation {...props(view)} rank={rankOf(bench)} />);
    await screen.findByRole('radio', { name: /Kelvane Dusk 2000/u });
  };

  it('says first whether it fits and what is tightest, and chooses by Enter', async () => {
    await showFit(new Bench());
    expect(screen.getByText('It fits.')).toBeTruthy();
    press('Enter');
    expect(acts).toEqual([choose('tolvane-quay-2000', ['lindrel-soft-250'])]);
  });

  it('answers anew for another drive, without asking the server', async () => {
    await showFit(new Bench());
    fireEvent.click(screen.getByRole('radio', { name: /Kelvane Dusk 2000/u }));
    expect(screen.getByText('It does not fit.')).toBeTruthy();
    fireEvent.click(screen.getByRole('radio', { name: /Kelvane Vesper 2000/u }));
    expect(screen.getByText('Not known yet.')).toBeTruthy();
    fireEvent.click(screen.getByRole('radio', { name: /Ostrel Marl 2000/u }));
    expect(screen.getByText('It fits.')).toBeTruthy();
    expect(acts).toEqual([]);
  });

  it('draws the cut from the same numbers, and a height tried by hand is not a measure', async () => {
    const bench = new Bench();
    bench.do(choose('ostrel-marl-2000', ['lindrel-soft-250']));
    await showFit(bench);
    expect(screen.getByRole('group', { name: /Gap between chips and sink 1\.75/u })).toBeTruthy();
    fireEvent.keyDown(screen.getByRole('slider', { name: 'underside of the sink' }), { key: 'PageDown' });
    expect(screen.getByRole('group', { name: /Gap between chips and sink 1\.25/u })).toBeTruthy();
    expect(screen.getByText('Tried, not measured:')).toBeTruthy();
    fireEvent.click(button('Back to what is known'));
    expect(screen.getByRole('group', { name: /Gap between chips and sink 1\.75/u })).toBeTruthy();
    expect(acts).toEqual([]);
  });

  it('leads to the measure that is missing, or takes it with a reason', async () => {
    const bench = new Bench();
    const view = viewOf(bench);
    const [place] = view.profile.places;
    const powerAtMostW = { known: false, what: 'power of the slot', howToGet: 'Measure it.' } as const;
    const profile = { ...view.profile, places: [{ ...place!, powerAtMostW }] } as JobView['profile'];
    await showFit(bench, { ...view, profile });
    expect(screen.getAllByText(/power of the slot/u).length).toBeGreaterThan(0);
    fireEvent.change(screen.getByLabelText(/Reason to take it/u), {
      target: { value: 'seen it fit before' },
    });
    fireEvent.click(button('Take it so'));
    expect(acts).toEqual([expect.objectContaining({ kind: 'choose', reason: 'seen it fit before' })]);
    press('Enter');
    expect(document.activeElement).toBe(screen.getByLabelText('Measured'));
    expect(acts).toHaveLength(1);
  });

  it('chooses for the time being where the number can only be taken inside, with the risk of ordering', async () => {
    const view = viewOf(new Bench());
    const [place] = view.profile.places;
    const cover = { known: false, what: 'height of the cover', howToGet: 'Measure it.' } as const;
    const form = { ...place!.form, coverMm: cover };
    const profile = { ...view.profile, places: [{ ...place!, form }] } as JobView['profile'];
    await showFit(new Bench(), { ...view, profile });
    expect(screen.queryByLabelText(/Reason to take it/u)).toBeNull();
    expect(screen.getByText(/may have to go back/u)).toBeTruthy();
    press('Enter');
    expect(acts).toEqual([expect.objectContaining({ kind: 'choose', reason: null })]);
  });

  it('stands once the drives lie on the dock', async () => {
    await showFit(copied());
    expect(button(/Choose/u).disabled).toBe(true);
    press('Enter');
    expect(acts).toEqual([]);
  });
});

describe('data', () => {
  it('shows the ribbons, follows the share held back, and accepts by Enter', () => {
    const bench = new Bench();
    bench.do(choose('ostrel-marl-2000', ['lindrel-soft-250']));
    render(<DataStation {...props(viewOf(bench))} />);
    expect(screen.getByRole('img', { name: /system and games: 511 GB to 2 TB, grows/u })).toBeTruthy();
    fireEvent.click(screen.getByRole('radio', { name: 'Hold a share back' }));
    expect(screen.getByRole('img', { name: /to 1\.8 TB, grows/u })).toBeTruthy();
    press('Enter');
    expect(acts).toEqual([{ kind: 'lay-out', wish: { ...fillWish, holdBackPercent: 10 } }]);
  });

  it('refuses a share that is no number, and holds while encryption is on', () => {
    render(<DataStation {...props(viewOf(chosen({ ...takeIn, encryption: 'yes' })))} />);
    expect(screen.getByText(/Held: encryption is on/u)).toBeTruthy();
    fireEvent.click(screen.getByRole('radio', { name: 'Hold a share back' }));
    fireEvent.change(screen.getByLabelText('Held back, %'), { target: { value: 'half' } });
    expect(screen.getByText(/is not a number/u)).toBeTruthy();
    expect(button('Accept this layout').disabled).toBe(true);
    fireEvent.click(button('Seen in its settings: it is off'));
    expect(acts).toEqual([{ kind: 'observe', fact: 'encryption.on', value: false }]);
  });

  it('moves a border by its keys, snapping to 1 MiB inside its limits, and gives the rest back', () => {
    const bench = new Bench();
    bench.do(choose('ostrel-marl-2000', ['lindrel-soft-250']));
    render(<DataStation {...props(viewOf(bench))} />);
    const border = () => screen.getByRole('slider', { name: 'End of system and games' });
    const at = () => Number(border().getAttribute('aria-valuenow'));
    const most = Number(border().getAttribute('aria-valuemax'));
    expect(at()).toBe(most);
    fireEvent.keyDown(border(), { key: 'ArrowRight' });
    expect(at()).toBe(most);
    fireEvent.keyDown(border(), { key: 'ArrowLeft' });
    fireEvent.keyDown(border(), { key: 'ArrowLeft', shiftKey: true });
    expect(at()).toBe(most - 1025);
    fireEvent.keyDown(border(), { key: 'Home' });
    expect(at()).toBe(Number(border().getAttribute('aria-valuemin')));
    fireEvent.click(button('Undo size'));
    expect(at()).toBe(most);
  });

  it('takes a typed size, refuses one outside, leaves the recovery behind and makes room for a second system', () => {
    const bench = new Bench();
    bench.do(choose('ostrel-marl-2000', ['lindrel-soft-250']));
    render(<DataStation {...props(viewOf(bench))} />);
    const field = () => screen.getByLabelText('Size of system and games');
    fireEvent.change(field(), { target: { value: '9 TB' } });
    fireEvent.keyDown(field(), { key: 'Enter' });
    expect(screen.getByRole('alert').textContent).toMatch(/^Between/u);
    fireEvent.change(field(), { target: { value: '1 TB' } });
    fireEvent.keyDown(field(), { key: 'Enter' });
    fireEvent.click(button('Leave behind'));
    fireEvent.click(screen.getByRole('radio', { name: 'Two systems' }));
    press('Enter');
    expect(acts).toEqual([
      {
        kind: 'lay-out',
        wish: {
          holdBackPercent: 0,
          dropped: [3],
          sizesMiB: { 2: 953_674 },
          secondSystemMiB: expect.any(Number),
        },
      },
    ]);
  });

  it('ranks the ways, and tells of one what it needs', () => {
    render(<DataStation {...props(viewOf(chosen()))} />);
    fireEvent.click(screen.getByRole('button', { name: /Fresh, from a stick/u }));
    expect(screen.getByText(/a stick of 16 GB or more/u)).toBeTruthy();
    expect(screen.getByText('there is nothing to start from', { exact: false })).toBeTruthy();
  });
});

describe('open, swap, close', () => {
  it('does one step for one press, and none for a held one', () => {
    render(<HandsStation station="open" {...props(viewOf(chosen()))} />);
    press(' ');
    press(' ', { repeat: true });
    press(' ', { repeat: true });
    expect(acts).toEqual([{ kind: 'step', stepId: 'lay-out', pressed: 'ask' }]);
  });

  it('leaves keys typed into a field there, and Space on a button to the button', () => {
    render(<HandsStation station="open" {...props(viewOf(chosen({ ...takeIn, chargePercent: 60 })))} />);
    fireEvent.keyDown(screen.getByLabelText(/Charge shown now/u), { key: ' ' });
    fireEvent.keyDown(button('Note, photo'), { key: ' ' });
    expect(acts).toEqual([]);
  });

  it('gives the pedal back to the steps after a button was pressed by hand', () => {
    render(<HandsStation station="open" {...props(viewOf(chosen()))} />);
    button('Stuck').focus();
    fireEvent.click(button('Stuck'), { detail: 1 });
    expect(document.activeElement).toBe(document.body);
    // Reached by keyboard it keeps the focus.
    button('Stuck').focus();
    fireEvent.click(button('Stuck'), { detail: 0 });
    expect(document.activeElement).toBe(button('Stuck'));
  });

  it('stops everything for a swollen battery, and offers no way past it', () => {
    const bench = chosen();
    const { unmount } = render(<HandsStation station="open" {...props(viewOf(bench))} />);
    press('s');
    fireEvent.click(button('The battery bulges: stop'));
    expect(acts).toEqual([{ kind: 'observe', fact: 'battery.swollen', value: true }]);
    unmount();
    bench.do({ kind: 'observe', fact: 'battery.swollen', value: true });
    render(<HandsStation station="open" {...props(viewOf(bench))} />);
    expect(screen.getByText('Held: the battery is swollen')).toBeTruthy();
    expect(screen.queryByRole('button', { name: /lies flat/u })).toBeNull();
    press(' ');
    expect(acts).toHaveLength(1);
  });

  it('shows a hold with its reason and remedy, and does nothing while it stands', () => {
    render(<HandsStation station="open" {...props(viewOf(chosen({ ...takeIn, card: 'yes' })))} />);
    expect(screen.getByText('The case snaps a card that is left in.')).toBeTruthy();
    press(' ');
    expect(acts).toEqual([]);
    fireEvent.click(button('The card is out'));
    expect(acts).toEqual([{ kind: 'observe', fact: 'card.inserted', value: false }]);
  });

  it('says what to try when stuck, how safe the board is, and what lies in the bowl', () => {
    const bench = chosen();
    for (const stepId of ['lay-out', 'power-off', 'grips', 'back-screws']) bench.do({ kind: 'step', stepId });
    render(<HandsStation station="open" {...props(viewOf(bench))} />);
    expect(screen.getByText('Board not yet safe to touch')).toBeTruthy();
    expect(screen.getByRole('img', { name: /7 of 14 screws in it/u })).toBeTruthy();
    expect(screen.getByText('In next').parentElement!.textContent).toContain(
      'under the feet, 3 screws · PH0 · 14 mm',
    );
    press('s');
    expect(screen.getByText('Stuck: never force it.')).toBeTruthy();
    press('Backspace');
    expect(acts).toEqual([{ kind: 'step-back' }]);
  });

  it('comes out of the bowl in the other order, and ends with none in it', () => {
    const bench = hands(copied(), 'swap');
    const { unmount } = render(<HandsStation station="close" {...props(viewOf(bench))} />);
    const out = screen.getByText('Out next').parentElement!;
    expect(out.textContent).toContain('fan, 1 screw · PH0 · 6 mm to: fan, its hole');
    unmount();
    render(<HandsStation station="close" {...props(viewOf(hands(bench, 'close')))} />);
    expect(screen.getByText('All steps here are done')).toBeTruthy();
    expect(screen.getByRole('img', { name: /0 of 14 screws in it/u })).toBeTruthy();
  });
});

describe('carry over', () => {
  const docked = () => {
    const bench = hands(chosen(), 'open');
    bench.report({ kind: 'docked', dock });
    return bench;
  };

  it('says before docking what simulated drives without holes will take', () => {
    const bench = hands(chosen(), 'open');
    render(<CarryOverStation copy={{ kind: 'none' }} {...props(viewOf(bench, { knowsHoles: false }))} />);
    screen.getByText(/these two drives take 2\.51 TB/u);
  });

  it('docks, arms by the typed label, then starts', () => {
    const bench = hands(chosen(), 'open');
    const { unmount } = render(<CarryOverStation copy={{ kind: 'none' }} {...props(viewOf(bench))} />);
    press('Enter');
    unmount();
    bench.report({ kind: 'docked', dock });
    const armed = render(<CarryOverStation copy={{ kind: 'none' }} {...props(viewOf(bench))} />);
    press('Enter');
    const dialog = screen.getByRole('dialog');
    expect(dialog.textContent).not.toContain('KV-2207');
    expect(button('Arm this drive').disabled).toBe(true);
    fireEvent.change(screen.getByLabelText('Bench label of the new drive'), { target: { value: 'KV-2207' } });
    fireEvent.click(button('Arm this drive'));
    armed.unmount();
    bench.do({ kind: 'arm', label: 'KV-2207' });
    render(<CarryOverStation copy={{ kind: 'none' }} {...props(viewOf(bench))} />);
    press('Enter');
    expect(acts).toEqual([
      { kind: 'dock', caseId: 'tarn-2', oldCaseId: null },
      { kind: 'arm', label: 'KV-2207' },
      { kind: 'copy' },
    ]);
  });

  it('says interrupted and never verified, and goes on with one key', () => {
    const bench = docked();
    bench.do({ kind: 'arm', label: 'KV-2207' });
    render(
      <CarryOverStation
        copy={{ kind: 'interrupted', verifiedBlocks: 96, fault: null }}
        {...props(viewOf(bench))}
      />,
    );
    expect(screen.getByRole('alert').textContent).toContain(
      '96 blocks are read back and matched, the rest is not',
    );
    expect(screen.queryByText('Read back and matched')).toBeNull();
    press('Enter');
    expect(acts).toEqual([{ kind: 'copy' }]);
  });

  it('shows progress with what is matched and the time left, and stops safely', () => {
    const progress = {
      phase: 'copying' as const,
      totalBytes: 400e6,
      writtenBytes: 220e6,
      verifiedBytes: 200e6,
      blocks: 400,
      verifiedBlocks: 200,
      unreadableBytes: 0,
      parts: [{ number: 1, name: 'start', bytes: 100, matchedBytes: 40 }],
      expectedBytesPerS: null,
      linkBytesPerS: null,
      rate: {
        nowBytesPerS: 19e6,
        steadyBytesPerS: null,
        secondsLeft: { least: 8, middle: 10, most: 14 },
        drop: null,
        curve: [],
      },
    };
    const bench = docked();
    render(<CarryOverStation copy={{ kind: 'running', progress }} {...props(viewOf(bench))} />);
    expect(screen.getByRole('progressbar').getAttribute('aria-valuenow')).toBe('50');
    expect(screen.getByText('about 10 s')).toBeTruthy();
    press('p');
    expect(acts).toEqual([{ kind: 'copy-stop' }]);
  });

  it('asks before a copy that was begun is given up with its drives, and not before', () => {
    const bench = docked();
    const early = render(<CarryOverStation copy={{ kind: 'none' }} {...props(viewOf(bench))} />);
    fireEvent.click(button('Take both drives out'));
    expect(acts).toEqual([{ kind: 'undock' }]);
    early.unmount();
    bench.report({ kind: 'copy-begun' });
    const copy = { kind: 'interrupted', verifiedBlocks: 96, fault: null } as const;
    render(<CarryOverStation copy={copy} {...props(viewOf(bench))} />);
    fireEvent.click(button('Take both drives out'));
    expect(screen.getByRole('dialog').textContent).toContain('no longer counts');
    fireEvent.click(button('Leave them in'));
    expect([screen.queryByRole('dialog'), acts.length]).toEqual([null, 1]);
  });

  it('says when no news comes through', () => {
    render(
      <CarryOverStation copy={{ kind: 'running', progress: null }} silent {...props(viewOf(docked()))} />,
    );
    expect(screen.getByRole('alert').textContent).toContain('Jicara does not answer');
  });

  it('waits while the old drive is inside', () => {
    render(<CarryOverStation copy={{ kind: 'none' }} {...props(viewOf(chosen()))} />);
    expect(screen.getByText('The old drive is still in the device')).toBeTruthy();
    press('Enter');
    expect(acts).toEqual([]);
  });
});

describe('first power, prove, hand over', () => {
  const closed = () => hands(hands(copied(), 'swap'), 'close');
  const readings = { sizeShownBytes: 1_998_917_140_480, readTestBytesPerS: 6_926_000_000, parts: 3 };
  const running = () => {
    const bench = closed();
    bench.report({
      kind: 'switched-on',
      shown: { outcome: 'started', code: 'started', shows: 'Home screen', hint: null, phases: [], readings },
    });
    return bench;
  };

  it('holds first power while screws lie in the bowl', () => {
    render(<FirstPowerStation {...props(viewOf(hands(copied(), 'swap')))} />);
    expect(screen.getByText(/Held: 13 screws are not in their holes/u)).toBeTruthy();
    press('Enter');
    expect(acts).toEqual([]);
  });

  it('switches on, and takes what a real device shows instead', () => {
    render(<FirstPowerStation {...props(viewOf(closed()))} />);
    press('Enter');
    fireEvent.click(button('Dark, no sound'));
    fireEvent.click(button('Plug the charger in'));
    expect(acts).toEqual([
      { kind: 'switch-on' },
      { kind: 'observe-start', outcome: 'dark', shows: 'dark' },
      { kind: 'observe', fact: 'charger.connected', value: true },
    ]);
  });

  it('takes readings in the device’s own counting, with half a digit of doubt', async () => {
    render(<ProveStation {...props(viewOf(running()))} />);
    fireEvent.change(screen.getByLabelText('Size the device shows'), { target: { value: '1.82 TB' } });
    await flush(
      async () => void fireEvent.submit(screen.getByLabelText('Size the device shows').closest('form')!),
    );
    expect(acts[0]).toMatchObject({
      kind: 'read',
      name: 'size-shown',
      value: { value: Math.round(1.82 * 2 ** 40), plus: expect.closeTo(0.005 * 2 ** 40, -3) },
    });
    fireEvent.change(screen.getByLabelText('Read test'), { target: { value: '6900' } });
    await flush(async () => void fireEvent.submit(screen.getByLabelText('Read test').closest('form')!));
    expect(screen.getByRole('alert').textContent).toContain('has no unit');
    expect(acts).toHaveLength(1);
  });

  it('takes over what the simulated device showed, one after another', async () => {
    render(<ProveStation {...props(viewOf(running()))} />);
    await flush(async () => void press('Enter'));
    expect(acts.map((a) => (a.kind === 'read' ? [a.name, a.value.value] : a.kind))).toEqual([
      ['size-shown', readings.sizeShownBytes],
      ['read-test', readings.readTestBytesPerS],
      ['parts-shown', 3],
    ]);
  });

  it('asks what the owner decided about what was lost on the old drive, before anything is called proved', () => {
    const bench = running();
    const lost = { offset: 0, bytes: 4096, part: 'system and games', area: 'GAMES/G002.DAT' };
    bench.report({ kind: 'copied', proof: { ...proof, unreadable: [lost] } });
    const main = bench.context.layout!.partitions[1]!;
    const value = (figure: number) => ({
      known: true as const,
      value: figure,
      minus: 0,
      plus: 0,
      origin: { kind: 'reading' as const, note: 'test' },
    });
    bench.do({
      kind: 'read',
      name: 'size-shown',
      value: value((main.to.lastSector - main.to.firstSector) * 512),
    });
    bench.do({ kind: 'read', name: 'read-test', value: value(6.9e9) });
    bench.do({ kind: 'read', name: 'parts-shown', value: value(3) });
    render(<ProveStation {...props(viewOf(bench))} />);
    expect(screen.getAllByText(/GAMES\/G002\.DAT/u).length).toBeGreaterThan(0);
    expect(button(/Proved: close/u).disabled).toBe(true);
    fireEvent.change(screen.getByLabelText(/What the owner decided/u), {
      target: { value: 'fetched again' },
    });
    press('Enter');
    expect(acts).toEqual([{ kind: 'prove', reason: 'fetched again' }]);
  });

  it('prints a draft and hands nothing over before the proof', () => {
    render(<HandOverStation {...props(viewOf(running()))} />);
    const page = screen.getByRole('article', { name: 'Owner’s page' });
    expect(within(page).getByText(/Draft/u)).toBeTruthy();
    expect(within(page).getByText('Not seen')).toBeTruthy();
    expect(within(page).getAllByText(/date and signature/u)).toHaveLength(2);
    fireEvent.click(screen.getByLabelText(/Technician’s sheet/u));
    const sheet = screen.getByRole('article', { name: 'Technician’s sheet' });
    expect(within(sheet).getByText('Forecast')).toBeTruthy();
    expect(button('Hand over').disabled).toBe(true);
    press('Enter');
    expect(acts).toEqual([]);
  });
});
