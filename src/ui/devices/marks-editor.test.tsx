import { cleanup, fireEvent, render, screen, waitFor } from '@testing-library/react';
import { figuresOf, type FigureEntry } from '@/core/teach';
import { profile } from '@/core/fit/demo.test.data';
import { ok, refuse, type Result } from '@/core/result';
import { FigureDialog } from './figure-dialog';

const [place] = profile('braskit-wren').places;
const figure = figuresOf(place!).find(({ id }) => id === 'form.reachAtMostMm')!;
const photo = new File(['pixels'], 'reach.jpg', { type: 'image/jpeg' });
beforeAll(() => {
  URL.createObjectURL = () => 'blob:reach';
  URL.revokeObjectURL = () => {};
});
afterEach(cleanup);

function open(kept: Result<{ picture: string }>) {
  const entries: FigureEntry[] = [];
  render(
    <FigureDialog
      place={place!}
      figure={figure}
      busy={false}
      fault={null}
      onEnter={(entry) => entries.push(entry)}
      onPhoto={() => Promise.resolve(kept)}
      onClose={() => {}}
    />,
  );
  fireEvent.click(screen.getByLabelText('photo with a scale'));
  fireEvent.change(screen.getByLabelText('Photo from a file'), { target: { files: [photo] } });
  const drawn = screen.getByAltText<HTMLImageElement>(/^What is measured/u);
  for (const [name, size] of [
    ['naturalWidth', 1000],
    ['naturalHeight', 500],
    ['clientWidth', 500],
  ] as const)
    Object.defineProperty(drawn, name, { value: size });
  fireEvent.load(drawn);
  return entries;
}
const read = () => screen.getByRole('button', { name: 'Take it as a reading' });

it('two marks beside two on a scale become a reading, with the photo as its evidence', async () => {
  const entries = open(ok({ picture: 'ab'.repeat(32) }));
  expect(read()).toHaveProperty('disabled', true);
  fireEvent.change(screen.getByLabelText('Between its marks, mm'), { target: { value: '60' } });
  // Both pairs lie 600 px apart as they begin: 60 mm. One arrow is a pixel of what is drawn, two of the photo.
  fireEvent.keyDown(screen.getByRole('button', { name: /^Other end of it/u }), {
    key: 'ArrowLeft',
    shiftKey: true,
  });
  expect(screen.getByRole('status').textContent).toBe('58.00 ± 0.79 mm by the marks');
  fireEvent.click(read());
  expect(screen.getByLabelText<HTMLInputElement>('Readings, mm').value).toBe('58.00');
  expect(screen.getByLabelText<HTMLInputElement>('Tool off by, mm').value).toBe('0.79');
  fireEvent.click(screen.getByRole('button', { name: 'Save figure' }));
  await waitFor(() => expect(entries).toHaveLength(1));
  expect(entries[0]).toMatchObject({ readings: [58], toolPlusMinus: 0.79, photo: 'ab'.repeat(32) });
});

it('where the photo cannot be kept that is said, and no figure is entered without it', async () => {
  const entries = open(refuse('photo-broken', 'The picture is cut off.', 'Take it again.'));
  fireEvent.change(screen.getByLabelText('Between its marks, mm'), { target: { value: '60' } });
  fireEvent.click(read());
  fireEvent.click(screen.getByRole('button', { name: 'Save figure' }));
  await screen.findByText('The picture is cut off.');
  expect(entries).toEqual([]);
});
