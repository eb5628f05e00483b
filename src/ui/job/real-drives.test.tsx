import { cleanup, fireEvent, render, screen, waitFor } from '@testing-library/react';
import type { JobAct } from '@/core/acts';
import { Bench, choose, dock, proof, takeIn, oldDrive } from '@/core/acts/bench.test.data';
import { checkLines, readLines } from '@/core/copy';
import { fillWish } from '@/core/disk';
import type { DriveFiles, JobView } from '@/core/job-view';
import { nextStep } from '@/core/job';
import { DriveFilesList } from '../dock/drive-files-list';
import { LineBlocks } from '../line-blocks';
import { CarryOverStation } from './carry-over-station';
import { DataStation } from './data-station';
import type { StationProps } from './station-props';
import { stationProps, viewOf } from './view.test.data';

let acts: JobAct[] = [];
beforeEach(() => {
  acts = [];
});
afterEach(cleanup);
const button = (name: string | RegExp) => screen.getByRole<HTMLButtonElement>('button', { name });

function opened(practice: boolean, usedBytes: number | null = 300e9) {
  const bench = new Bench({ ...takeIn, practice, oldDrive: { ...oldDrive, usedBytes } });
  bench.do(choose('ostrel-marl-2000', ['lindrel-soft-250']));
  bench.do({ kind: 'lay-out', wish: fillWish });
  for (
    let next = nextStep(bench.state, bench.context);
    next?.station === 'open';
    next = nextStep(bench.state, bench.context)
  )
    bench.do({ kind: 'step', stepId: next.id });
  return bench;
}
const fileDock = { ...dock, new: { ...dock.new, file: 'new.img' }, old: { ...dock.old, file: 'old.img' } };
function imaged() {
  const bench = opened(false);
  bench.report({ kind: 'docked', dock: fileDock });
  bench.report({ kind: 'copied', proof: { ...proof, simulated: false, into: 'image-file' } });
  return bench;
}
const carryOver = (view: JobView, more: Partial<StationProps> = {}) =>
  render(<CarryOverStation {...stationProps(view, acts)} copy={{ kind: 'finished' }} {...more} />);

describe('a finished image file', () => {
  it('holds until the drive it is written to was read, and makes the list for that when asked', () => {
    let made = 0;
    carryOver(viewOf(imaged()), {
      sums: { state: { kind: 'none', fault: null }, make: () => (made += 1) },
    });
    screen.getByText(/the drive it is written to was not read/u);
    screen.getByText(/in the image file/u);
    fireEvent.click(button('Make the list of used stretches'));
    expect(made).toBe(1);
  });

  it('takes what was read, says which stretch differs, and then what proves it', () => {
    const bench = imaged();
    const ready = { state: { kind: 'ready' as const, stretches: 2, bytes: 5e6 }, make: () => {} };
    const { unmount } = carryOver(viewOf(bench), { sums: ready });
    const field = screen.getByLabelText('What the reading printed');
    expect(button('Hold it against the list').disabled).toBe(true);
    fireEvent.change(field, { target: { value: 'abc 0 4096' } });
    fireEvent.click(button('Hold it against the list'));
    expect(acts).toEqual([{ kind: 'drive-read', printed: 'abc 0 4096' }]);
    unmount();
    const match = { matched: 1, differing: [{ offset: 8192, bytes: 4096 }], missing: [], strange: 0 };
    bench.report({ kind: 'drive-read', match });
    const differing = carryOver(viewOf(bench), { sums: ready });
    screen.getByText(/1 match, 1 differ/u);
    screen.getByText(/differs: .*at byte 8192/u);
    differing.unmount();
    bench.report({ kind: 'drive-read', match: { ...match, matched: 2, differing: [] } });
    carryOver(viewOf(bench), { sums: ready });
    screen.getByText('Read from the drive: all 2 stretches match.');
    expect(screen.queryByLabelText('What the reading printed')).toBeNull();
  });

  it('says how far its list is, and why one could not be made', () => {
    const view = viewOf(imaged());
    const { unmount } = carryOver(view, { sums: { state: { kind: 'making', share: 0.42 }, make: () => {} } });
    screen.getByText('42 %');
    unmount();
    const fault = { code: 'image-changed', sentence: 'It changed.', remedy: 'Copy again.' };
    carryOver(view, { sums: { state: { kind: 'none', fault }, make: () => {} } });
    screen.getByText('It changed.');
  });

  it('looks inside an image that was read from the drive', () => {
    carryOver(viewOf(imaged()), { sums: null });
    fireEvent.change(screen.getByLabelText(/An image of the new drive/u), { target: { value: 'ends.img' } });
    fireEvent.click(button('Look inside it'));
    expect(acts).toEqual([{ kind: 'look-inside', image: 'ends.img' }]);
  });
});

it('a rehearsal is asked for, and what it showed stands with its screen', () => {
  const bench = opened(true);
  bench.report({ kind: 'docked', dock });
  bench.report({ kind: 'copied', proof });
  const { unmount } = carryOver(viewOf(bench, { evidence: [] }));
  fireEvent.click(button('Rehearse the start'));
  expect(acts).toEqual([{ kind: 'rehearse' }]);
  unmount();
  const shown = { at: '2026-11-24T08:00:00.000Z', run: '4711', said: 'Jicara demo start file, run 4711.' };
  bench.report({
    kind: 'rehearsed',
    rehearsal: { ...shown, verdict: 'own-line', seconds: 9, simulated: true },
  });
  carryOver(viewOf(bench, { evidence: [] }));
  screen.getByText(/its start file ran and said so/u);
  screen.getByRole('img', { name: /emulated machine, run 4711/u });
  screen.getByText(/proves what it shows and no more/u);
});

describe('how long the copy takes', () => {
  it('names the cases, what holds it up, when to come back, and what deleting saves', () => {
    render(<DataStation {...stationProps(viewOf(opened(true)), acts)} />);
    // One case of USB 2.0: drives take turns, and the whole old drive is read into a file first.
    screen.getByText('both in the Tarn 2');
    screen.getByText(/Begun now, come back at/u);
    screen.getByText(/each 10 GB less saves/u);
    screen.getByText(/nobody has stated it/u);
    screen.getByText('Both at this computer');
  });

  it('is not known where nobody stated how full the drive is, or no case takes the new one', () => {
    const { unmount } = render(<DataStation {...stationProps(viewOf(opened(true, null)), acts)} />);
    screen.getByText(/has not been stated: the time of a copy is not known/u);
    unmount();
    render(<DataStation {...stationProps(viewOf(opened(true), { cases: [] }), acts)} />);
    screen.getByText(/No case that is here takes a NVMe drive/u);
  });

  it('Carry over begins with what Data proposes, and takes another', () => {
    const view = viewOf(opened(true));
    render(<CarryOverStation {...stationProps(view, acts)} copy={{ kind: 'none' }} />);
    const [ofNew, ofOld] = screen.getAllByRole('group');
    expect(ofNew!.textContent).toContain('Tarn 2');
    fireEvent.click(screen.getAllByRole('radio', { name: /Tarn 2/u })[1]!);
    expect(ofOld!.textContent).toContain('A port of the computer itself');
    fireEvent.click(button('Put both drives in the dock'));
    expect(acts).toEqual([{ kind: 'dock', caseId: 'tarn-2', oldCaseId: 'tarn-2' }]);
  });
});

it('lines are copied as they stand', async () => {
  const copied: string[] = [];
  Object.assign(navigator, { clipboard: { writeText: async (text: string) => void copied.push(text) } });
  render(<LineBlocks blocks={[...readLines('Q-0001'), checkLines('Q-0001')]} />);
  fireEvent.click(screen.getAllByRole('button', { name: 'Copy the lines' })[1]!);
  await waitFor(() => screen.getByText('Copied.'));
  expect(copied[0]).toContain('dd if="${OLD_DRIVE:?}"');
});

it('the folder of image files names who has which, and what is odd', () => {
  const driveFiles: DriveFiles = {
    folder: '/images',
    files: [
      { name: 'old.img', bytes: 512e9, changedAt: '', takenAs: { benchLabel: 'KV-2201', jobId: 'Q-0412' } },
      { name: 'free.img', bytes: 1e9, changedAt: '', takenAs: null },
    ],
    odd: [{ name: 'x.img', why: 'It is a folder.' }],
    fault: null,
  };
  const { unmount } = render(<DriveFilesList driveFiles={driveFiles} locale="en" />);
  expect(screen.getByRole('link', { name: 'Q-0412' }).getAttribute('href')).toBe('/jobs/Q-0412');
  screen.getByText(/It is a folder/u);
  unmount();
  render(<DriveFilesList driveFiles={null} locale="en" />);
  screen.getByText(/No folder was named/u);
});
