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
afterEach(() => {
  cleanup();
  sessionStorage.clear();
});

const photo = (id: string, stepId: string | null, jobId = 'Q-0412'): PhotoLine => ({
  id,
  jobId,
  stepId,
  note: '',
  forAll: jobId !== 'Q-0412',
  media: 'image/jpeg',
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
      jobId="Q-0412"
      open
      onOpenChange={() => {}}
      onNote={async () => true}
      onPhoto={async (_, wish) => {
        sent.push(wish);
        return takes;
      }}
      step={{ title: 'Open the cover', how: 'Lift it.' }}
      device="Osprey"
      onWords={null}
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

it('a note that is typed outlives its window, its screen and a refusal; Cancel lets it go', async () => {
  const shown: boolean[] = [];
  const dialog = (jobId: string, key: string) => (
    <NoteDialog
      key={key}
      jobId={jobId}
      open
      onOpenChange={(open) => shown.push(open)}
      onNote={async () => false}
      onPhoto={async () => false}
      step={null}
      device="Osprey"
      onWords={null}
    />
  );
  const text = () => screen.getByLabelText<HTMLTextAreaElement>('Note').value;
  const { rerender } = render(dialog('Q-0412', 'first'));
  fireEvent.change(screen.getByLabelText('Note'), { target: { value: 'torn latch' } });
  fireEvent.click(screen.getByRole('button', { name: 'Keep the note' }));
  await waitFor(() => expect(shown).toEqual([false]));
  rerender(dialog('Q-0413', 'other job'));
  expect(text()).toBe('');
  rerender(dialog('Q-0412', 'another screen'));
  expect(text()).toBe('torn latch');
  fireEvent.click(screen.getByRole('button', { name: 'Cancel' }));
  rerender(dialog('Q-0412', 'later'));
  expect(text()).toBe('');
});

it('a note of a photo is shorter than a note', () => {
  render(
    <NoteDialog
      jobId="Q-0412"
      open
      onOpenChange={() => {}}
      onNote={async () => true}
      onPhoto={async () => true}
      step={null}
      device="Osprey"
      onWords={null}
    />,
  );
  fireEvent.change(screen.getByLabelText('Note'), { target: { value: 'x'.repeat(600) } });
  expect(screen.queryByRole('alert')).toBeNull();
  const file = new File(['x'], 'x.jpg', { type: 'image/jpeg' });
  fireEvent.change(screen.getByLabelText('Take a photo'), { target: { files: [file] } });
  screen.getByText(/600 characters: at most 500/u);
});

it('a step is said better where it is done, and what speaks against it is said there', async () => {
  const kept: string[] = [];
  let isOther = true;
  render(
    <NoteDialog
      jobId="Q-0412"
      open
      onOpenChange={() => {}}
      onNote={async () => true}
      onPhoto={async () => true}
      step={{ title: 'Open the cover', how: 'Lift it.' }}
      device="Osprey"
      onWords={async (how) => {
        kept.push(how);
        return isOther
          ? { ok: false, fault: { code: 'words-changed', sentence: 'Others by now.', remedy: 'Look there.' } }
          : { ok: true, value: { version: 4 } };
      }}
    />,
  );
  const keep = screen.getByRole<HTMLButtonElement>('button', { name: 'Keep these words', hidden: true });
  expect(keep.disabled).toBe(true);
  const say = (text: string) =>
    fireEvent.change(screen.getByLabelText('How it is done'), { target: { value: text } });
  say('x'.repeat(401));
  expect(keep.disabled).toBe(true);
  say(' Lift it at the left. ');
  fireEvent.click(keep);
  await screen.findByText(/Others by now/u);
  isOther = false;
  fireEvent.click(keep);
  await screen.findByText(/Kept as version 4 of the Osprey/u);
  expect(kept).toEqual(['Lift it at the left.', 'Lift it at the left.']);
});

describe('a spoken note', () => {
  const sent: File[] = [];
  const dialog = () =>
    render(
      <NoteDialog
        jobId="Q-0412"
        open
        onOpenChange={() => {}}
        onNote={async () => true}
        onPhoto={async (file) => sent.push(file) > 0}
        step={{ title: 'Open the cover', how: 'Lift it.' }}
        device="Osprey"
        onWords={null}
      />,
    );
  beforeEach(() => void (sent.length = 0));

  it('is taken as a file where the browser has no microphone, and stays with its job', async () => {
    dialog();
    const file = new File(['x'], 'x.m4a', { type: 'audio/mp4' });
    fireEvent.change(screen.getByLabelText('Speak a note'), { target: { files: [file] } });
    screen.getByLabelText('The note as it was spoken');
    expect(screen.queryByLabelText(/Show it at this step/u)).toBeNull();
    fireEvent.click(screen.getByRole('button', { name: 'Keep the spoken note' }));
    await waitFor(() => expect(sent).toEqual([file]));
  });

  it('is recorded where there is one, and a file is taken where that is refused', async () => {
    const stopped: string[] = [];
    class FakeRecorder {
      state = 'inactive';
      mimeType = 'audio/webm;codecs=opus';
      ondataavailable: ((event: { data: Blob }) => void) | null = null;
      onstop: (() => void) | null = null;
      start() {
        this.state = 'recording';
      }
      stop() {
        this.state = 'inactive';
        this.ondataavailable?.({ data: new Blob(['spoken']) });
        this.onstop?.();
      }
    }
    let allows = true;
    Object.assign(globalThis, { MediaRecorder: FakeRecorder });
    Object.assign(navigator, {
      mediaDevices: {
        getUserMedia: async () => {
          if (!allows) throw new Error('NotAllowedError');
          return { getTracks: () => [{ stop: () => stopped.push('track') }] };
        },
      },
    });
    try {
      dialog();
      fireEvent.click(screen.getByRole('button', { name: 'Speak a note' }));
      fireEvent.click(await screen.findByRole('button', { name: /press to end/u }));
      fireEvent.click(await screen.findByRole('button', { name: 'Keep the spoken note' }));
      await waitFor(() => expect(sent.map(({ type, size }) => [type, size])).toEqual([['audio/webm', 6]]));
      expect(stopped).toEqual(['track']);
      allows = false;
      cleanup();
      dialog();
      fireEvent.click(screen.getByRole('button', { name: 'Speak a note' }));
      await screen.findByText(/gives no microphone/u);
      screen.getByLabelText('Speak a note');
    } finally {
      Reflect.deleteProperty(globalThis, 'MediaRecorder');
      Reflect.deleteProperty(navigator, 'mediaDevices');
    }
  });
});
