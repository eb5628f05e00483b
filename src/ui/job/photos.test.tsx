import { cleanup, fireEvent, render, screen, waitFor } from '@testing-library/react';
import type { PhotoLine } from '@/core/job-view';
import { Bench } from '@/core/acts/bench.test.data';
import { NoteDialog, type PhotoWish } from './note-dialog';
import { StepPhotos } from './step-photos';
import { viewOf } from './view.test.data';

beforeAll(() => {
  URL.createObjectURL = () => 'blob:x';
  URL.revokeObjectURL = () => {};
});
afterEach(cleanup);

const photo = (id: string, stepId: string | null, jobId = 'Q-0412'): PhotoLine => ({
  id,
  jobId,
  stepId,
  note: '',
  forAll: jobId !== 'Q-0412',
  at: '2026-11-24T08:00:00.000Z',
  by: 'IM',
  widthPx: 1600,
  heightPx: 1200,
});

it('what was photographed on the way in is shown again on the way back, with those of earlier jobs apart', async () => {
  const view = viewOf(new Bench());
  const removed: string[] = [];
  const shown = {
    ...view,
    photos: [photo('P-0001', 'cover'), photo('P-0002', 'feet')],
    pictures: [photo('P-0003', 'cover', 'Q-0400')],
  };
  const back = view.steps.find(({ id }) => id === 'back-cover')!;
  render(
    <StepPhotos
      view={shown}
      step={back}
      busy={false}
      removePhoto={async ({ id }) => Boolean(removed.push(id))}
    />,
  );
  expect(screen.getAllByRole('img').map((image) => image.getAttribute('alt'))).toEqual([
    'Photo P-0001',
    'Photo P-0003',
  ]);
  screen.getByText('From earlier jobs on this kind of device');
  fireEvent.click(screen.getByRole('img', { name: 'Photo P-0003' }));
  const close = await screen.findByRole('button', { name: /^Close/u });
  expect(screen.queryByRole('button', { name: 'Take it away' })).toBeNull();
  fireEvent.click(close);
  fireEvent.click(screen.getByRole('img', { name: 'Photo P-0001' }));
  fireEvent.click(await screen.findByRole('button', { name: 'Take it away' }));
  expect(removed).toEqual([]);
  fireEvent.click(screen.getByRole('button', { name: /the picture is gone then/u }));
  expect(removed).toEqual(['P-0001']);
});

it('a photo that the server refuses is still there with what was typed', async () => {
  const sent: PhotoWish[] = [];
  let takes = false;
  const dialog = () => (
    <NoteDialog
      open
      onOpenChange={() => {}}
      onNote={async () => true}
      onPhoto={async (_, wish) => {
        sent.push(wish);
        return takes;
      }}
      step="Open the cover"
      device="Osprey"
    />
  );
  render(dialog());
  const file = new File(['x'], 'x.jpg', { type: 'image/jpeg' });
  fireEvent.change(screen.getByLabelText('Photo from a file'), { target: { files: [file] } });
  fireEvent.change(screen.getByLabelText('Note'), { target: { value: 'torn latch' } });
  fireEvent.click(screen.getByLabelText(/Show it at this step on every Osprey/u));
  fireEvent.click(screen.getByRole('button', { name: 'Keep the photo' }));
  await waitFor(() => expect(sent).toEqual([{ note: 'torn latch', forAll: true }]));
  expect(screen.getByLabelText<HTMLTextAreaElement>('Note').value).toBe('torn latch');
  takes = true;
  fireEvent.click(screen.getByRole('button', { name: 'Keep the photo' }));
  await waitFor(() => expect(screen.getByLabelText<HTMLTextAreaElement>('Note').value).toBe(''));
  screen.getByRole('button', { name: 'Keep the note' });
});

it('a note of a photo is shorter than a note', () => {
  render(
    <NoteDialog
      open
      onOpenChange={() => {}}
      onNote={async () => true}
      onPhoto={async () => true}
      step={null}
      device="Osprey"
    />,
  );
  fireEvent.change(screen.getByLabelText('Note'), { target: { value: 'x'.repeat(600) } });
  expect(screen.queryByRole('alert')).toBeNull();
  const file = new File(['x'], 'x.jpg', { type: 'image/jpeg' });
  fireEvent.change(screen.getByLabelText('Take a photo'), { target: { files: [file] } });
  screen.getByText(/600 characters: at most 500/u);
});
