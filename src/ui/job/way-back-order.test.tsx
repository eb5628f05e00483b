import { cleanup, fireEvent, render, screen } from '@testing-library/react';
import { type GoesFirst, RecordedAct } from '@/core/teach';
import { WayBackOrder } from './way-back-order';

afterEach(cleanup);

const recorded = (id: string, what: string, more: object = {}) => ({
  id,
  act: RecordedAct.parse({ what, of: '', ...more }),
});
const acts = [
  recorded('r1', 'switch-off'),
  recorded('r2', 'pry', { of: 'back cover', part: 'cover' }),
  recorded('r3', 'unplug', { of: 'battery', part: 'battery', latch: 'plug' }),
  recorded('r4', 'peel', { of: 'film', staysOut: true }),
];

it('asks of each act that is undone before which it goes back, in the order of plain reversal', () => {
  let order: GoesFirst[] = [];
  const show = () => <WayBackOrder recording={{ acts }} order={order} onOrder={(next) => (order = next)} />;
  const { rerender } = render(show());
  // What stays out, and what nothing undoes, has no place.
  expect(
    screen.getAllByRole('combobox').map((one) => (one as HTMLSelectElement).labels![0]!.textContent),
  ).toEqual([expect.stringContaining('battery'), expect.stringContaining('back cover')]);
  fireEvent.change(screen.getByLabelText(/back cover/u), { target: { value: 'r3' } });
  expect(order).toEqual([{ id: 'r2', before: 'r3' }]);
  rerender(show());
  screen.getByText('1 said');
  fireEvent.change(screen.getByLabelText(/back cover/u), { target: { value: '' } });
  expect(order).toEqual([]);
});

it('asks nothing where there is no order to choose', () => {
  render(<WayBackOrder recording={{ acts: acts.slice(0, 2) }} order={[]} onOrder={() => {}} />);
  expect(screen.queryByRole('combobox')).toBeNull();
});
