import { act, cleanup, fireEvent, render, screen, within } from '@testing-library/react';
import { useState } from 'react';
import { type Build, type Setting, bare, fit, rankDrives } from '@/core/fit';
import { drive, drives, marl, pad, pads, setting, sinks } from '@/core/fit/demo.test.data';
import { FitBench } from './fit-bench';

/** The worker's functions in this process: the same core, a fixed row of numbers for chance. */
jest.mock('@/workers/fit-client', () => {
  const { remedies } = jest.requireActual<typeof import('@/core/fit')>('@/core/fit');
  const { choosePads, simulateStack } = jest.requireActual<typeof import('@/core/stack')>('@/core/stack');
  const chance = () => {
    let seed = 1;
    return () => (seed = (seed * 16807) % 2147483647) / 2147483647;
  };
  return {
    FitClient: class {
      heat = () => new Promise(() => {});
      pads = async (question: Parameters<typeof choosePads>[0]) =>
        choosePads({ ...question, runs: 400, random: chance() });
      stack = async (dimensions: Parameters<typeof simulateStack>[0]) =>
        simulateStack(dimensions, 400, chance());
      remedies = async (...args: Parameters<typeof remedies>) => ({
        remedies: remedies(...args),
        tight: false,
      });
      stop = () => {};
    },
  };
});

const wish = { currency: 'EUR', prefers: [], shelfFirst: false };
let latest: Build;

function Bench({ asked, first }: { asked: Setting; first: Build }) {
  const [build, setBuild] = useState(first);
  const [tab, setTab] = useState('pads');
  return (
    <FitBench
      setting={asked}
      build={build}
      onBuild={(next) => {
        latest = next;
        setBuild(next);
      }}
      parts={{ pads, sinks, cases: [] }}
      oldFormFactor={null}
      kit={{ screwMm: null, answers: {}, route: null, oldProtocol: null, airIsDry: false }}
      trends={{
        'lindrel-firm-200': { kind: 'trend', percentAMonth: -2, low: -3, high: -1, days: 9, says: 'wait' },
      }}
      lines={rankDrives(asked, drives, { pads, sinks }, wish)}
      options={{ locale: 'en-GB', habit: 'decimal' }}
      currency="EUR"
      shelfOnly={false}
      panels={[]}
      tab={tab}
      onTab={setTab}
    >
      {({ main, aside }) => (
        <>
          {main}
          <aside>{aside}</aside>
        </>
      )}
    </FitBench>
  );
}

/** Shows the bench and lets its first questions to the worker be answered. */
async function show(asked: Setting, first: Build) {
  latest = first;
  render(<Bench asked={asked} first={first} />);
  await settle();
}
const settle = () => act(async () => void (await new Promise((done) => setTimeout(done, 300))));
const tab = async (name: string) => {
  fireEvent.mouseDown(screen.getByRole('tab', { name }));
  await settle();
};
const osprey = () => setting('braskit-osprey');

afterEach(cleanup);

describe('the fit bench', () => {
  it('offers the best three pads with why, and takes the one that is pressed', async () => {
    await show(osprey(), marl({ pads: [pad('lindrel-soft-100')] }));
    expect(screen.getByText('It does not fit.')).toBeTruthy();
    const best = await screen.findAllByRole('button', { name: /^[123]\. / }, { timeout: 20_000 });
    expect(best).toHaveLength(3);
    expect(best[0]!.textContent).toMatch(/right in over 99 % of cases.*squeezed enough100 %.*K\/W/u);
    fireEvent.click(best[0]!);
    expect(fit(osprey(), latest).worst.verdict).toBe('clear');
    expect(screen.getByText('It fits.')).toBeTruthy();
  });

  it('lays two pads on each other, and takes them off again', async () => {
    await show(osprey(), marl({ pads: [] }));
    fireEvent.change(screen.getByLabelText('First pad'), { target: { value: 'lindrel-soft-100' } });
    fireEvent.change(screen.getByLabelText('Second pad'), { target: { value: 'lindrel-soft-150' } });
    expect(latest.pads.map(({ id }) => id)).toEqual(['lindrel-soft-100', 'lindrel-soft-150']);
    expect(screen.getByText('It fits.')).toBeTruthy();
    fireEvent.change(screen.getByLabelText('Second pad'), { target: { value: '' } });
    expect(latest.pads).toHaveLength(1);
  });

  it('says what has to be measured where a size code is all that is known', async () => {
    await show(osprey(), { ...bare(drive('kelvane-vesper-2000')), pads: [pad('lindrel-soft-250')] });
    expect(screen.getByText('Contact is not known.')).toBeTruthy();
    expect(screen.getByText(/chips of the Vesper is only a maximum/u)).toBeTruthy();
  });

  it('ranks what makes a height uncertain, and tries one that is typed without measuring it', async () => {
    await show(osprey(), marl());
    await tab('Heights');
    const gap = screen.getByRole('heading', { name: /Gap between chips and sink/u }).closest('section')!;
    const rows = within(gap)
      .getAllByRole('row')
      .slice(1)
      .map((row) => row.textContent);
    expect(rows[0]).toMatch(/the module’s board.*54 %/u);
    expect(within(gap).getByText('1.75 ±0.20 mm')).toBeTruthy();
    expect(within(gap).getByText('1.75 ±0.11 mm')).toBeTruthy();
    fireEvent.click(within(gap).getByRole('button', { name: /Try another underside of the sink/u }));
    fireEvent.change(within(gap).getByLabelText('underside of the sink, mm'), { target: { value: '4,7' } });
    fireEvent.click(within(gap).getByRole('button', { name: 'Try' }));
    expect(screen.getByText('Tried, not measured:')).toBeTruthy();
    expect(screen.getByRole('group', { name: /Gap between chips and sink 1\.25/u })).toBeTruthy();
    expect(latest).toEqual(marl());
  });

  it('drags a pad to the nearest one of the shelf', async () => {
    await show(osprey(), marl());
    fireEvent.keyDown(screen.getByRole('slider', { name: 'pad, free thickness' }), { key: 'PageUp' });
    expect(latest.pads[0]!.freeThicknessMm.value).toBe(3);
  });

  it('outlines the layer whose margin is opened, and opens nothing by a layer of another', async () => {
    await show(osprey(), marl());
    const outlined = () =>
      document.querySelectorAll('#cut rect[stroke="var(--ink)"][stroke-width="2.5"]').length;
    expect(outlined()).toBe(0);
    fireEvent.click(screen.getByRole('button', { name: /Pad squeeze/u }));
    expect(outlined()).toBe(1);
  });

  it('finds what would make it fit, and puts it in', async () => {
    await show(setting('braskit-plover'), bare(drive('nerrow-cask-1000')));
    expect(screen.getByText('It does not fit.')).toBeTruthy();
    await tab('Make it fit');
    const [first] = screen.getAllByRole('listitem').filter((item) => /trim/u.test(item.textContent ?? ''));
    expect(first!.textContent).toMatch(/adapter Step 42 to 80 \+ trim the two ribs.*EUR.14\.90.*18 min/u);
    fireEvent.click(within(first!).getByRole('button', { name: 'Use it' }));
    expect(latest).toMatchObject({ adapter: { id: 'orme-step-4280' }, caseChangeIds: ['trim-ribs'] });
    expect(screen.getByText('It fits.')).toBeTruthy();
  });

  it('lists what the shelf has, what must be bought, and the tool that is special', async () => {
    await show(osprey(), marl({ pads: [pad('lindrel-firm-200')] }));
    await tab('To buy and lay out');
    expect(screen.getByRole('row', { name: /Ostrel Marl 2280-S3-M, 2000 GB 1 1 Drawer 2 0/u })).toBeTruthy();
    expect(
      screen.getByRole('row', { name: /Lindrel Firm 2\.0 mm thick, cut to 70 × 20 mm 1 0 1/u }),
    ).toBeTruthy();
    expect(screen.getByText(/^Waiting pays/u).closest('tr')!.textContent).toContain('Lindrel Firm');
    expect(screen.getByRole('row', { name: /To buy EUR.7\.90/u })).toBeTruthy();
    expect(screen.getByText(/The screws under the feet sit 11 mm deep/u)).toBeTruthy();
    expect(screen.getByText('alcohol of 90 % or more')).toBeTruthy();
  });

  it('says of a disk what its bay allows, and of a cold drive what is missing', async () => {
    await show(setting('vellamar-skein'), bare(drive('harlo-vigil-4000')));
    expect(screen.getByRole('img', { name: /disk bracket with Harlo Vigil, 26\.10/u })).toBeTruthy();
    cleanup();
    await show(setting('braskit-heron'), bare(drive('nerrow-hearth-2000')));
    expect(screen.getAllByText(/what power the Hearth draws/u)[0]).toBeTruthy();
    expect(screen.getByText('Not known yet.')).toBeTruthy();
  });
});
