import { act, cleanup, fireEvent, render, screen, within } from '@testing-library/react';
import { drive, sink } from '@/core/fit/demo.test.data';
import type { Part, PartKind } from '@/core/part';
import { PartForm } from './part-form';

let made: Part | null = null;
/** What reads the rows is fetched behind the form. */
const show = async (kind: PartKind, part: Part | null = null, showFaults = false) => {
  const shown = render(
    <PartForm
      kind={kind}
      part={part}
      currency="EUR"
      today="2026-11-25"
      onPart={(next) => (made = next)}
      showFaults={showFaults}
    />,
  );
  await act(async () => void (await import('./read-row')));
  return shown;
};
const type = (label: string, text: string) =>
  fireEvent.change(screen.getAllByLabelText(label, { exact: true })[0]!, { target: { value: text } });

beforeEach(() => (made = null));
afterEach(cleanup);

describe('adding a part', () => {
  it('makes one as soon as what is needed is typed, with its id from its name', async () => {
    await show('drive');
    for (const [label, text] of [
      ['Maker', 'Sarrow'],
      ['Model', 'Lantern'],
      ['Form factor', '2280-S2-M'],
      ['Label capacity, GB', '1000'],
      ['Reads, MB/s', '5000'],
      ['Writes, MB/s', '4000,5'],
      ['Writes, cache full, MB/s', '700'],
    ] as const)
      type(label, text);
    expect(made).toBeNull();
    type('Price', '89,90');
    expect(made).toMatchObject({
      id: 'sarrow-lantern-1000',
      writeBytesPerS: 4000.5e6,
      price: { minor: 8990, currency: 'EUR' },
      // Nothing is known of these: no number is made up.
      measured: {},
    });
    expect(made).not.toHaveProperty('peakPowerW');
  });

  it('decodes the form factor as one types, and says what is wrong with it', async () => {
    await show('drive');
    type('Form factor', '2280-D2-B-M');
    expect(
      screen.getByText('22 × 80 mm, double-sided, chips to 1.35 mm above and 1.35 mm below, key B and M'),
    ).toBeTruthy();
    type('Form factor', '2280-S9');
    expect(screen.getAllByText(/“S9” is no height class/u).length).toBeGreaterThan(0);
    type('Form factor', '3.5-inch');
    expect(screen.getByText('a drive of 3.5-inch')).toBeTruthy();
  });

  it('names what is still needed when it is saved too early', async () => {
    await show('pad', null, true);
    expect(screen.getByRole('alert').textContent).toMatch(/to correct/u);
  });

  it('takes a value with its give-or-take, and a plate below that is not there', async () => {
    await show('heatsink', sink('orme-case-9'));
    type('Base, mm', '1,75');
    expect(made).toMatchObject({ baseMm: { value: 1.75, plus: 0.05 } });
    type('Plate below the board, mm', '');
    expect(made).toMatchObject({ underBoardMm: null });
  });

  it('keeps the paper’s figure where a measure is entered', async () => {
    const seam = drive('pirrin-seam-2000');
    await show('drive', seam);
    const measured = screen.getByRole('heading', { name: 'Measured on one in hand' }).closest('section')!;
    fireEvent.change(within(measured).getByLabelText('Chip height, mm', { exact: true }), {
      target: { value: '0.9' },
    });
    fireEvent.change(within(measured).getByLabelText('Chip height, mm, give or take'), {
      target: { value: '0,02' },
    });
    expect(made).toMatchObject({
      chipTopMm: seam.chipTopMm,
      measured: { chipTopMm: { value: 0.9, minus: 0.02, origin: { kind: 'measured', at: '2026-11-25' } } },
    });
  });

  it('asks a measured rate in MB/s, with its give-or-take, and about one that is far from the paper', async () => {
    const seam = drive('pirrin-seam-2000');
    await show('drive', seam);
    const measured = screen.getByRole('heading', { name: 'Measured on one in hand' }).closest('section')!;
    const field = (label: string) => within(measured).getByLabelText(label, { exact: true });
    fireEvent.change(field('Reads as measured, MB/s'), { target: { value: '4800' } });
    expect(made).toBeNull();
    expect(within(measured).getByText(/A measure has its give-or-take/u)).toBeTruthy();
    fireEvent.change(field('Reads as measured, MB/s, give or take'), { target: { value: '50' } });
    expect(made).toMatchObject({ measured: { readBytesPerS: { value: 4800e6, minus: 50e6, plus: 50e6 } } });
    fireEvent.change(field('Reads as measured, MB/s'), { target: { value: '48' } });
    expect(within(measured).getByText(/Far from the paper’s .*: is the unit right\?/u)).toBeTruthy();
  });

  it('takes 2280 as a beginning, and a kelvin for what it is', async () => {
    await show('drive');
    type('Form factor', '2280');
    expect(screen.getByText(/22 × 80 mm; then the height class and the key/u)).toBeTruthy();
    expect(screen.queryByText(/height class is missing/u)).toBeNull();
    type('Warning temperature, °C', '355');
    cleanup();
    await show('drive', { ...drive('ostrel-marl-2000') });
    type('Warning temperature, °C', '355');
    expect(screen.getByText(/Typed in kelvin\? Then it is 82 °C/u)).toBeTruthy();
  });
});
