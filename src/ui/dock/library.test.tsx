import { cleanup, fireEvent, render, screen, waitFor } from '@testing-library/react';
import { recordMargin } from '@/core/image';
import type { DockImage, DockItem, DockLibrary } from '@/core/job-view';
import type { Fault } from '@/core/result';
import type { ImageRequest } from './image-actions';
import { ImageList, imageState } from './image-list';
import { ItemList } from './item-list';
import { WriteDialog } from './write-dialog';

const sum = 'a'.repeat(64);
const at = '2026-11-25T08:00:00.000Z';
const check = { at, sha256: sum, listed: sum, imageBytes: 153e6, unpackFault: null, stamp: null };
const image = (more: Partial<DockImage> = {}): DockImage => ({
  image: {
    schema: 'jicara.system-image/1',
    id: 'quay',
    name: 'Quay recovery',
    models: ['braskit-osprey'],
    version: '2.9.3',
    releasedOn: '2026-06-30',
    fileName: 'quay.img.gz',
    fileBytes: 25e6,
    imageBytes: 153e6,
    packing: 'gzip',
  },
  from: 'maker',
  haveBytes: 25e6,
  check,
  devices: ['Osprey'],
  staleBy: null,
  run: null,
  fault: null,
  ...more,
});
const item = (label: string, more: Partial<DockItem> = {}): DockItem => {
  const uses = more.uses ?? [];
  return {
    item: {
      schema: 'jicara.bench-item/1',
      label,
      kind: 'stick',
      model: 'Tarn Slip',
      bytes: 32e9,
      writeBytesPerS: 30e6,
      caseId: null,
      binned: false,
    },
    uses,
    record: recordMargin(label, uses),
    fails: { share: 0.04, here: uses.length, elsewhere: 10 },
    content: null,
    takenFor: null,
    run: null,
    fault: null,
    caseModel: null,
    ...more,
  };
};

let asked: ImageRequest[] = [];
let refusal: Fault | null = null;
async function act(request: ImageRequest): Promise<Fault | null> {
  asked.push(request);
  return refusal;
}
beforeEach(() => {
  asked = [];
  refusal = null;
});
afterEach(cleanup);
const button = (name: string) => screen.getByRole<HTMLButtonElement>('button', { name });

describe('the library', () => {
  it.each([
    [{ haveBytes: 0, check: null }, 'unknown', 'not fetched', 'Fetch'],
    [{ haveBytes: 5e6, check: null }, 'unknown', '20 % fetched', 'Go on'],
    [{ check: null }, 'unknown', 'here, not checked', 'Check'],
    [
      { check: { ...check, listed: null } },
      'unknown',
      'here; no sum for it in the checksum list',
      'Throw away',
    ],
    [{ check: { ...check, listed: 'b'.repeat(64) } }, 'over', 'not as listed: never write it', 'Throw away'],
    [
      { check: { ...check, imageBytes: null, unpackFault: 'It is cut off.' } },
      'over',
      'It is cut off.',
      'Throw away',
    ],
    [
      { staleBy: { name: 'Quay', version: '3.0' } },
      'tight',
      'as listed; stale, 3.0 is there',
      'Write to a stick',
    ],
    [{}, 'clear', 'as listed', 'Write to a stick'],
  ] as const)('%j is %s, and what can be done follows', (more, verdict, words, action) => {
    const entry = image(more as Partial<DockImage>);
    expect(imageState(entry)).toEqual({ verdict, words });
    const library: DockLibrary = {
      images: [entry],
      oddFiles: [],
      items: [],
      maker: { askedAt: at, isAsking: false, fault: null },
    };
    render(<ImageList library={library} locale="en" do={act} onWrite={() => {}} />);
    expect(screen.getAllByRole('button').map(({ textContent }) => textContent)).toEqual([
      'Ask again',
      action,
    ]);
  });

  it('while something runs it shows how far, and can be paused; what ended badly stays said', () => {
    const run = { phase: 'fetching' as const, doneBytes: 5e6, totalBytes: 25e6, secondsLeft: 4 };
    const fault = { code: 'x', sentence: 'The image server does not answer.', remedy: 'Go on.' };
    const maker = { askedAt: null, isAsking: false, fault };
    const images = [
      image({ run, haveBytes: 5e6 }),
      { ...image({ fault }), image: { ...image().image, id: 'two' } },
    ];
    render(
      <ImageList
        library={{ images, oddFiles: [], items: [], maker }}
        locale="en"
        do={act}
        onWrite={() => {}}
      />,
    );
    expect(screen.getByRole('progressbar').getAttribute('aria-valuenow')).toBe('20');
    fireEvent.click(button('Pause'));
    expect(asked).toEqual([{ kind: 'pause', imageId: 'quay' }]);
    expect(screen.getAllByRole('alert')).toHaveLength(2);
  });

  it('an empty library says where images come from', () => {
    const maker = { askedAt: null, isAsking: false, fault: null };
    render(
      <ImageList
        library={{ images: [], oddFiles: [], items: [], maker }}
        locale="en"
        do={act}
        onWrite={() => {}}
      />,
    );
    screen.getByText(/images\/own/u);
    fireEvent.click(button('Ask again'));
    expect(asked).toEqual([{ kind: 'ask' }]);
  });
});

describe('writing to a stick', () => {
  const small = item('ST-1104');
  small.item.bytes = 128e6;
  const sticks = [item('ST-1101'), item('ST-1102', { takenFor: 'Q-0415' }), small];
  const open = (onClose = () => {}) =>
    render(<WriteDialog image={image()} sticks={sticks} locale="en" act={act} onClose={onClose} />);

  const label = () => screen.getByLabelText('Label of the stick');

  it('shows no label, and writes only to a stick whose label was typed, free and large enough', async () => {
    let closed = 0;
    open(() => (closed += 1));
    expect(screen.getByRole('dialog').textContent).not.toMatch(/ST-\d/u);
    screen.getByText('1 of the bench is free and large enough.');
    for (const [typed, said] of [
      ['ST-1104', /too small/u],
      ['ST-1102', /No stick with this label is free/u],
      ['nothing', /No stick with this label is free/u],
    ] as const) {
      fireEvent.change(label(), { target: { value: typed } });
      screen.getByText(said);
      expect(button('Write and read back').disabled).toBe(true);
    }
    fireEvent.change(label(), { target: { value: 'st1101' } });
    screen.getByText(/Tarn Slip, 32 GB/u);
    fireEvent.click(button('Write and read back'));
    await waitFor(() => expect(closed).toBe(1));
    expect(asked).toEqual([{ kind: 'write', imageId: 'quay', label: 'ST-1101', typed: 'ST-1101' }]);
  });

  it('a refusal is said where the label was typed', async () => {
    refusal = { code: 'busy', sentence: 'This stick is being written.', remedy: 'Wait.' };
    open();
    fireEvent.change(label(), { target: { value: 'ST-1101' } });
    fireEvent.click(button('Write and read back'));
    await screen.findByText('This stick is being written.');
  });
});

describe('sticks and cables', () => {
  const use = (worked: boolean, what: string) => ({ at, by: 'IM', jobId: null, worked, what });
  const worn = item('ST-1103', { uses: [use(false, 'a'), use(false, 'b'), use(true, 'c'), use(false, 'd')] });

  it('tell their record, and what failed three times is named first', () => {
    render(<ItemList kind="stick" items={[worn, item('ST-1101')]} locale="en" act={act} />);
    screen.getByText('failed three times, bin it: ST-1103; simulated');
    screen.getByText('worked 1, failed 3', { exact: false });
    screen.getByText(/likely fails 4 of 100, by 4 uses and 10 of others/u);
    screen.getByText('not used yet', { exact: false });
  });

  it('the record that is open tells what was written down since it was opened', async () => {
    const list = (uses: DockItem['uses']) => (
      <ItemList kind="stick" items={[item('ST-1101', { uses })]} locale="en" act={act} />
    );
    const { rerender } = render(list([]));
    fireEvent.click(button('Record'));
    await screen.findByText('Nothing on record yet.');
    rerender(list([use(true, 'Quay 2.9.3: written and read back')]));
    screen.getByText(/Quay 2.9.3: written and read back/u, { ignore: '[title]' });
    expect(screen.queryByText('Nothing on record yet.')).toBeNull();
  });

  it('a line is added by hand, and the bin wants a second press', async () => {
    render(<ItemList kind="stick" items={[worn]} locale="en" act={act} />);
    fireEvent.click(button('Record'));
    await screen.findByRole('dialog');
    expect(button('It worked').disabled).toBe(true);
    fireEvent.change(screen.getByLabelText(/What it did/u), { target: { value: 'went away' } });
    fireEvent.click(button('It failed'));
    await waitFor(() => expect(screen.queryByRole('dialog')).toBeNull());
    fireEvent.click(button('Record'));
    fireEvent.click(await screen.findByRole('button', { name: 'Bin it' }));
    fireEvent.click(button('Yes, ST-1103 is in the bin'));
    await waitFor(() => expect(asked).toHaveLength(2));
    expect(asked).toEqual([
      { kind: 'record', label: 'ST-1103', worked: false, what: 'went away' },
      { kind: 'bin', label: 'ST-1103' },
    ]);
  });

  it('a new stick needs its size, a cable does not', async () => {
    render(<ItemList kind="stick" items={[]} locale="en" act={act} />);
    fireEvent.click(button('Add a stick'));
    fireEvent.change(await screen.findByLabelText('What stands on it'), { target: { value: 'Tarn' } });
    fireEvent.change(screen.getByLabelText(/Size on its label/u), { target: { value: '-3' } });
    expect(button('Add it').disabled).toBe(true);
    fireEvent.change(screen.getByLabelText(/Size on its label/u), { target: { value: '16' } });
    fireEvent.click(button('Add it'));
    await waitFor(() =>
      expect(asked).toEqual([{ kind: 'add', item: { kind: 'stick', model: 'Tarn', labelGB: 16 } }]),
    );
    cleanup();
    render(<ItemList kind="cable" items={[]} locale="en" act={act} />);
    fireEvent.click(button('Add a cable'));
    await screen.findByRole('dialog');
    expect(screen.queryByLabelText(/Size on its label/u)).toBeNull();
  });
});
