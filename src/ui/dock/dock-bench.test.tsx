import { cleanup, fireEvent, render, screen } from '@testing-library/react';
import type { CopyState } from '@/core/copy';
import type { DockPair, DockView } from '@/core/job-view';
import { defaultSettings } from '@/core/workshop';
import { DockBench } from './dock-bench';

afterEach(cleanup);

const drive = (benchLabel: string, sectors: number) => ({
  benchLabel,
  sectors,
  sectorBytes: 512,
  serial: benchLabel,
  file: null,
  table: null,
});
const pair = (copy: CopyState, more: Partial<DockPair> = {}): DockPair => ({
  jobId: 'Q-0412',
  version: 7,
  device: 'Braskit Osprey',
  who: 'cabin 7',
  caseModel: 'Tarn 10',
  caseLink: 'USB 10 Gb/s',
  old: drive('KV-2201', 1_000_215_216),
  new: drive('KV-2202', 3_907_029_168),
  isNewInside: false,
  grade: null,
  mayGoIn: false,
  copy,
  ...more,
});
const running: CopyState = {
  kind: 'running',
  progress: {
    phase: 'copying',
    totalBytes: 400e6,
    writtenBytes: 220e6,
    verifiedBytes: 200e6,
    blocks: 400,
    verifiedBlocks: 200,
    unreadableBytes: 8192,
    parts: [{ number: 1, name: 'start', bytes: 100, matchedBytes: 40 }],
    expectedBytesPerS: 400e6,
    linkBytesPerS: null,
    rate: {
      nowBytesPerS: 19e6,
      steadyBytesPerS: null,
      secondsLeft: { least: 8, middle: 10, most: 14 },
      drop: { fromBytesPerS: 90e6, toBytesPerS: 19e6, atBytes: 1e8 },
      curve: [90e6, 19e6],
    },
  },
};

const acts: unknown[][] = [];
const practised: string[][] = [];
beforeEach(() => {
  acts.length = 0;
  practised.length = 0;
});

function show(pairs: DockPair[], more: Partial<DockView> = {}) {
  const view: DockView = {
    frame: {
      settings: defaultSettings,
      technicians: [],
      now: '2026-11-25T08:00:00.000Z',
      hasProfiles: true,
      isDemo: true,
      jobs: [],
    },
    pairs,
    unread: [],
    storage: { drives: 0, bytes: 0, throughDrives: 0, throughBytes: 0, keepDrivesDays: 14 },
    library: { images: [], oddFiles: [], items: [], maker: { askedAt: null, isAsking: false, fault: null } },
    driveFiles: null,
    faults: [],
    knowsHoles: true,
    ...more,
  };
  render(
    <DockBench
      view={view}
      fault={null}
      onClear={async () => {}}
      onPractise={(faults) => practised.push(faults)}
      onImage={async (request) => {
        acts.push([request]);
        return null;
      }}
      onAct={(...act) => acts.push(act)}
    />,
  );
}

describe('the dock', () => {
  it('says that nothing is in a port, and where drives are put in', () => {
    show([]);
    expect(screen.getByText('No drive is in a port')).toBeTruthy();
    expect(screen.getByText(/every drive and stick may be unplugged/u)).toBeTruthy();
  });

  it('shows a running copy with its rate, range, drop and what could not be read; neither drive may be unplugged', () => {
    show([pair(running)]);
    expect(screen.getByRole('progressbar').getAttribute('aria-valuenow')).toBe('50');
    expect(screen.getByText('8 s to 14 s left')).toBeTruthy();
    expect(screen.getByText('its fast cache is full')).toBeTruthy();
    expect(screen.getByText(/8\.19 kB could not be read/u)).toBeTruthy();
    expect(screen.getAllByText('do not unplug')).toHaveLength(2);
    fireEvent.click(screen.getByRole('button', { name: 'Stop safely' }));
    expect(acts).toEqual([['Q-0412', 7, 'copy-stop']]);
  });

  it('tells why a copy stands still and goes on with it', () => {
    const fault = { code: 'unplugged', sentence: 'A drive was unplugged.', remedy: 'Plug it in again.' };
    show([pair({ kind: 'interrupted', verifiedBlocks: 32, fault })]);
    expect(screen.getByText('A drive was unplugged.')).toBeTruthy();
    expect(screen.getAllByText('may be unplugged')).toHaveLength(2);
    fireEvent.click(screen.getByRole('button', { name: 'Go on' }));
    expect(acts).toEqual([['Q-0412', 7, 'copy']]);
  });

  it('shows what is finished, and an empty port for a drive that sits in the device', () => {
    show([pair({ kind: 'finished' }, { isNewInside: true, grade: 'read-back', mayGoIn: true })]);
    expect(screen.getByText('Read back and matched.')).toBeTruthy();
    expect(screen.getByText('Ready for Swap.')).toBeTruthy();
    expect(screen.getByText(/Port B is empty/u)).toBeTruthy();
  });

  it('says of a copy that was not read back that it is held', () => {
    show([pair({ kind: 'finished' }, { grade: 'not-read-back' })]);
    expect(screen.getByText('Written, not read back.')).toBeTruthy();
    expect(screen.getByText('Held before Swap: see Carry over.')).toBeTruthy();
  });

  it('switches faults on and off, and warns where the data folder knows no holes', () => {
    show([], { faults: ['unplugged'], knowsHoles: false });
    fireEvent.click(screen.getByRole('checkbox', { name: /Slow cable/u }));
    fireEvent.click(screen.getByRole('checkbox', { name: /Unplugged/u }));
    expect(practised).toEqual([['unplugged', 'slow-cable'], []]);
    expect(screen.getByText(/knows no holes/u)).toBeTruthy();
  });
});
