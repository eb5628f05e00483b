import { cleanup, fireEvent, render, screen, waitFor } from '@testing-library/react';
import type { FaceCorners, MapFace } from '@/core/device';
import { refuse } from '@/core/result';
import { CornersEditor } from './corners-editor';

const face: MapFace = { id: 'back', name: 'Back', acrossMm: 200, downMm: 100, points: [] };
const photo = new File(['pixels'], 'back.jpg', { type: 'image/jpeg' });
const revoked: string[] = [];
beforeAll(() => {
  URL.createObjectURL = () => 'blob:back';
  URL.revokeObjectURL = (address) => void revoked.push(address);
});
afterEach(cleanup);

const press = (name: RegExp, key: string, shiftKey = false) =>
  fireEvent.keyDown(screen.getByRole('button', { name }), { key, shiftKey });

it('corners are moved by arrow keys, never off the photo, and laid as they are', async () => {
  const laid: FaceCorners[] = [];
  render(
    <CornersEditor
      face={face}
      photo={photo}
      onCancel={() => {}}
      onLay={(corners) => {
        laid.push(corners);
        return Promise.resolve(null);
      }}
    />,
  );
  press(/^Upper left corner/u, 'ArrowRight', true);
  press(/^Upper left corner/u, 'ArrowDown');
  press(/^Lower right corner/u, 'ArrowDown', true);
  screen.getByRole('button', { name: 'Upper left corner: 5.0 % across, 0.5 % down' });
  fireEvent.click(screen.getByRole('button', { name: 'Lay it below the points' }));
  await waitFor(() => expect(laid).toHaveLength(1));
  expect(laid[0]!.map(({ x, y }) => [x, y])).toEqual([
    [0.05, 0.005],
    [1, 0],
    [1, 1],
    [0, 1],
  ]);
});

it('corners that cannot be those of a face are told, and are not laid; what the server refuses is told too', async () => {
  render(
    <CornersEditor
      face={face}
      photo={photo}
      onCancel={() => {}}
      onLay={() => Promise.resolve(refuse('photo-broken', 'The picture is cut off.', 'Take it again.').fault)}
    />,
  );
  const lay = () => screen.getByRole<HTMLButtonElement>('button', { name: 'Lay it below the points' });
  for (let n = 0; n < 20; n += 1) press(/^Upper left corner/u, 'ArrowRight', true);
  expect(lay().disabled).toBe(true);
  screen.getByText(/not the four corners of a face/u);
  for (let n = 0; n < 20; n += 1) press(/^Upper left corner/u, 'ArrowLeft', true);
  expect(screen.queryByText(/not the four corners/u)).toBeNull();
  fireEvent.click(lay());
  await screen.findByText('The picture is cut off.');
});

it('a file that no browser can show is told, and its address is given back', () => {
  const { unmount } = render(
    <CornersEditor face={face} photo={photo} onCancel={() => {}} onLay={() => Promise.resolve(null)} />,
  );
  const before = revoked.length;
  fireEvent.error(screen.getByAltText('Back, as photographed'));
  screen.getByRole('alert');
  unmount();
  expect(revoked).toHaveLength(before + 1);
});
