import { cleanup, fireEvent, render, screen } from '@testing-library/react';
import { atMost, exact, missing, named, oneOf } from '@/core/margin';
import { type JobAct } from '@/core/acts';
import { type CopyState } from '@/core/copy';
import { type JobView } from '@/core/job-view';
import { nextStep } from '@/core/job';
import { Bench, choose, proof, stick } from '@/core/acts/bench.test.data';
import { RestoreStation } from './restore-station';
import { StickDataStation } from './stick-data-station';
import { stationProps, viewOf } from './view.test.data';

let acts: JobAct[] = [];
beforeEach(() => {
  acts = [];
});
afterEach(cleanup);

const rule = { kind: 'default', note: 'test' } as const;
const holds = (what: string) =>
  oneOf(
    { id: 'stick-written', what: 'What it holds', unit: 'none', remedy: 'Write it again.' },
    named(what, rule),
    ['whole'],
    rule,
  );
const unknownVersion = oneOf(
  { id: 'image-version', what: 'Image against the system that ran', unit: 'none' },
  missing('the version', 'Read it in its settings.'),
  [],
  rule,
);
const failures = (n: number) =>
  atMost({ id: 'record', what: 'Failures', unit: 'count' }, exact(n, rule), exact(2, rule));

const props = (view: JobView) => stationProps(view, acts);
const enter = () => fireEvent.keyDown(window, { key: 'Enter' });
const button = (name: string | RegExp) => screen.getByRole<HTMLButtonElement>('button', { name });

function bench(...sticks: ReturnType<typeof stick>[]) {
  const made = new Bench();
  made.do(choose('ostrel-marl-2000', ['lindrel-soft-250']));
  made.sticks = sticks;
  made.do({ kind: 'route', route: 'stick' });
  return made;
}

function closed() {
  const made = bench(stick('ST-1101'));
  made.do({ kind: 'take-stick', label: 'ST-1101' });
  made.do({ kind: 'observe', fact: 'second-copy.made', value: true });
  for (let next = nextStep(made.state, made.context); next; next = nextStep(made.state, made.context))
    expect(made.do({ kind: 'step', stepId: next.id })).toBe('ok');
  return made;
}
const restoring = (made: Bench, copy: CopyState = { kind: 'none' }) =>
  render(<RestoreStation {...props(viewOf(made))} copy={copy} />);

describe('Data, restored from a stick', () => {
  it('Enter takes the first stick that nothing speaks against', () => {
    const made = bench(stick('ST-1101', [holds('half')]), stick('ST-1102', [holds('whole'), failures(0)]));
    render(<StickDataStation {...props(viewOf(made))} />);
    enter();
    expect(acts).toEqual([{ kind: 'take-stick', label: 'ST-1102' }]);
  });

  it('what may be taken on asks for a reason; what may not has no button', () => {
    const made = bench(
      stick('ST-1101', [holds('whole'), unknownVersion, failures(3)]),
      stick('ST-1102', [holds('half')], 'half-written'),
    );
    render(<StickDataStation {...props(viewOf(made))} />);
    fireEvent.click(button(/ST-1101/u));
    expect(button('Take ST-1101').disabled).toBe(true);
    screen.getByText('Read it in its settings.');
    fireEvent.change(screen.getByLabelText(/Reason for taking it/u), {
      target: { value: 'no screen to read' },
    });
    fireEvent.click(button('Take ST-1101'));
    expect(acts).toEqual([{ kind: 'take-stick', label: 'ST-1101', reason: 'no screen to read' }]);
    fireEvent.click(button(/ST-1102/u));
    expect(screen.queryByRole('button', { name: 'Take ST-1102' })).toBeNull();
    screen.getByText('Write it again.');
  });

  it('notes the version that the device showed, and another way can still be taken', () => {
    render(<StickDataStation {...props(viewOf(bench()))} />);
    screen.getByText('There is no stick on this bench.');
    fireEvent.change(screen.getByLabelText(/System version/u), { target: { value: '2.8' } });
    fireEvent.click(button('Note it'));
    fireEvent.click(button(/Copy on the dock/u));
    fireEvent.click(button('Take this way'));
    expect(acts).toEqual([
      { kind: 'system-version', version: '2.8' },
      { kind: 'route', route: 'copy-on-dock' },
    ]);
  });
});

describe('Carry over, from a stick', () => {
  it('asks for the charger, the stick and the start, one after the other', () => {
    const made = closed();
    const { rerender } = restoring(made);
    const again = () => rerender(<RestoreStation {...props(viewOf(made))} copy={{ kind: 'none' }} />);
    enter();
    made.do({ kind: 'observe', fact: 'charger.connected', value: true });
    again();
    enter();
    made.do({ kind: 'observe', fact: 'stick.inserted', value: true });
    again();
    enter();
    expect(acts).toEqual([
      { kind: 'observe', fact: 'charger.connected', value: true },
      { kind: 'observe', fact: 'stick.inserted', value: true },
      { kind: 'restore' },
    ]);
    fireEvent.click(button('Take the stick out'));
    expect(acts.at(-1)).toEqual({ kind: 'observe', fact: 'stick.inserted', value: false });
  });

  it('shows how far it is and stops safely; interrupted, it goes on', () => {
    const made = closed();
    const progress = {
      phase: 'copying' as const,
      totalBytes: 100,
      writtenBytes: 60,
      verifiedBytes: 42,
      blocks: 10,
      verifiedBlocks: 4,
      unreadableBytes: 0,
      parts: [{ number: 1, name: 'start', bytes: 100, matchedBytes: 40 }],
      expectedBytesPerS: null,
      linkBytesPerS: null,
      rate: {
        nowBytesPerS: 1,
        secondsLeft: { least: 20, middle: 30, most: 40 },
        steadyBytesPerS: null,
        drop: null,
        curve: [],
      },
    };
    const { rerender } = restoring(made, { kind: 'running', progress });
    expect(screen.getByRole('progressbar').getAttribute('aria-valuenow')).toBe('42');
    screen.getByText(/Touch nothing while it works/u);
    fireEvent.keyDown(window, { key: 'p' });
    expect(acts).toEqual([{ kind: 'copy-stop' }]);
    rerender(
      <RestoreStation
        {...props(viewOf(made))}
        copy={{ kind: 'interrupted', verifiedBlocks: 4, fault: null }}
      />,
    );
    screen.getByText(/the new drive is half written/u);
  });

  it('has nothing to do before a stick is taken or the device is closed, and is done when it runs', () => {
    const none = restoring(bench(stick('ST-1101')));
    screen.getByText('No stick is taken');
    expect(button(/Plug the charger in/u).disabled).toBe(true);
    none.unmount();
    const made = closed();
    const shown = {
      outcome: 'started' as const,
      code: 'started' as const,
      shows: 'Home screen',
      hint: null,
      phases: [],
      readings: null,
    };
    made.report({ kind: 'restored', proof, shown });
    restoring(made);
    screen.getByText('Home screen');
    expect(button('Restored, and it started').disabled).toBe(true);
  });
});
