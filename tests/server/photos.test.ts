import { readdir, readFile } from 'node:fs/promises';
import { join } from 'node:path';
import sharp from 'sharp';
import { addPhoto, findAnything, photoFile, removePhoto, scalePhoto } from '@/server';
import { jobView, type Workshop, act, openWorkshop } from './workshop';

let workshop: Workshop;
const id = 'Q-0412';
beforeAll(async () => {
  workshop = await openWorkshop();
});
afterAll(() => workshop.close());

/** A photo as a camera writes it: turned on its side, with the place where it was taken. */
const camera = (widthPx = 2400, heightPx = 1800) =>
  sharp({ create: { width: widthPx, height: heightPx, channels: 3, background: '#7a5c3e' } })
    .jpeg()
    .withMetadata({
      orientation: 6,
      exif: {
        IFD0: { Make: 'Invented' },
        IFD3: { GPSLatitudeRef: 'N', GPSLatitude: '54/1 10/1 0/1', GPSLongitudeRef: 'E' },
      },
    })
    .toBuffer();
const files = () => readdir(join(workshop.folder, 'photos')).catch(() => []);
const code = (result: Awaited<ReturnType<typeof addPhoto>>) => (result.ok ? 'ok' : result.fault.code);
const view = async () => await jobView(workshop.runtime, id);

it('a photo is turned upright, scaled, and keeps nothing but its pixels', async () => {
  const taken = await camera();
  expect((await sharp(taken).metadata()).exif?.length).toBeGreaterThan(0);
  const form = { stepId: 'cover', note: 'latch bent at the left', forAll: false };
  expect(code(await addPhoto(workshop.runtime, id, form, taken))).toBe('ok');
  const { photos, history, sheet } = await view();
  expect(photos).toEqual([
    expect.objectContaining({ id: 'P-0001', stepId: 'cover', by: 'IM', widthPx: 1200, heightPx: 1600 }),
  ]);
  const { bytes: kept, media } = (await photoFile(workshop.runtime, id, 'P-0001'))!;
  expect(media).toBe('image/jpeg');
  const read = await sharp(kept).metadata();
  expect([read.format, read.width, read.height, read.exif, read.xmp]).toEqual([
    'jpeg',
    1200,
    1600,
    undefined,
    undefined,
  ]);
  expect(kept.includes('GPS')).toBe(false);
  expect(history.at(-1)).toMatchObject({
    kind: 'photo-note',
    sentence: 'Photo P-0001: latch bent at the left',
  });
  expect(sheet.notes.map(({ text }) => text)).toContain('Photo P-0001: latch bent at the left');
  // A small one is not blown up.
  const small = await scalePhoto(await camera(300, 200));
  expect(small).toMatchObject({ ok: true, value: { widthPx: 200, heightPx: 300 } });
});

it.each([
  [
    'text that calls itself a picture',
    Buffer.from('<svg xmlns="http://www.w3.org/2000/svg"/>'),
    'photo-kind',
  ],
  ['nothing', Buffer.alloc(0), 'photo-kind'],
  ['a picture of 50 MB', Buffer.concat([Buffer.from([0xff, 0xd8, 0xff]), Buffer.alloc(50e6)]), 'photo-large'],
  ['only the beginning of a picture', Buffer.from([0xff, 0xd8, 0xff, 0xe0, 0, 16]), 'photo-broken'],
])('%s is refused, and nothing of it is kept', async (_, bytes, wanted) => {
  const before = [(await files()).length, (await view()).version];
  expect(code(await addPhoto(workshop.runtime, id, {}, bytes))).toBe(wanted);
  expect([(await files()).length, (await view()).version]).toEqual(before);
});

it('a picture that is cut off, and one that would unpack to more than the machine holds, are refused', async () => {
  const whole = await sharp({ create: { width: 900, height: 900, channels: 3, background: 'red' } })
    .png()
    .toBuffer();
  expect(code(await addPhoto(workshop.runtime, id, {}, whole.subarray(0, whole.length / 2)))).toBe(
    'photo-broken',
  );
  const bomb = Buffer.from(whole);
  bomb.writeUInt32BE(60_000, 16);
  bomb.writeUInt32BE(60_000, 20);
  expect(code(await addPhoto(workshop.runtime, id, {}, bomb))).toBe('photo-broken');
});

it('what is said with it is bounded, and a job or photo that is not there is a fault', async () => {
  const taken = await camera(400, 300);
  expect(code(await addPhoto(workshop.runtime, id, { note: 'x'.repeat(501) }, taken))).toBe('form');
  expect(code(await addPhoto(workshop.runtime, 'Q-9999', {}, taken))).toBe('no-job');
  expect(code(await removePhoto(workshop.runtime, id, '../../../etc/passwd'))).toBe('not-found');
  expect(await photoFile(workshop.runtime, id, '../database/PG_VERSION')).toBeNull();
  expect(await photoFile(workshop.runtime, 'Q-0413', 'P-0001')).toBeNull();
});

it('one meant for every device of its kind is shown at its step in other jobs, the others are not', async () => {
  const { runtime } = workshop;
  const taken = await camera(400, 300);
  expect(code(await addPhoto(runtime, id, { stepId: 'fan-aside', forAll: true }, taken))).toBe('ok');
  expect(code(await addPhoto(runtime, id, { stepId: null, forAll: true }, taken))).toBe('ok');
  const same = (
    await runtime.database.query<{ id: string }>(
      `select id from job where profile_id = 'braskit-osprey' and id <> $1`,
      [id],
    )
  )[0];
  const other = await jobView(runtime, same!.id);
  expect(other.pictures.map(({ stepId, jobId }) => [stepId, jobId])).toEqual([['fan-aside', id]]);
  const { id: gone } = other.pictures[0]!;
  expect(code(await removePhoto(runtime, id, gone))).toBe('ok');
  expect((await jobView(runtime, same!.id)).pictures).toEqual([]);
  expect(await files()).not.toContain(`${gone}.jpg`);
  await expect(readFile(join(workshop.folder, 'photos', `${gone}.jpg`))).rejects.toThrow(/ENOENT/u);
});

it('every window hears of each act and photo once it is written, and of nothing that was refused', async () => {
  const { runtime } = workshop;
  const heard: number[] = [];
  const stop = runtime.changes.listen(id, (version) => heard.push(version));
  const { version } = await view();
  expect(await act(runtime, id, { kind: 'note', text: 'looked at it' })).toBe('ok');
  expect(await act(runtime, id, { kind: 'step', stepId: 'no-such-step' })).not.toBe('ok');
  expect(code(await addPhoto(runtime, id, {}, await camera(400, 300)))).toBe('ok');
  expect(heard).toEqual([version + 1, version + 2]);
  stop();
  expect(await act(runtime, id, { kind: 'note', text: 'and again' })).toBe('ok');
  expect(heard).toHaveLength(2);
});

describe('a spoken note', () => {
  const filled = (...bytes: number[]) => Buffer.concat([Buffer.from(bytes), Buffer.alloc(64, 7)]);
  const text = (words: string) => filled(...Buffer.from(words, 'latin1'));
  const sounds: [string, string, Buffer][] = [
    ['webm', 'audio/webm', filled(0x1a, 0x45, 0xdf, 0xa3)],
    ['ogg', 'audio/ogg', text('OggS')],
    ['m4a', 'audio/mp4', text('\0\0\0\x18ftypM4A ')],
    ['mp3', 'audio/mpeg', text('ID3\x04')],
    ['mp3', 'audio/mpeg', filled(0xff, 0xfb, 0x90)],
    ['wav', 'audio/wav', text('RIFF\x24\0\0\0WAVE')],
  ];

  it.each(sounds)(
    'as .%s is kept as it came, for its job alone, and goes with its file',
    async (ending, media, bytes) => {
      const form = { stepId: 'cover', note: '', forAll: true };
      expect(code(await addPhoto(workshop.runtime, id, form, bytes))).toBe('ok');
      const { photos, history, sheet } = await view();
      const note = photos.at(-1)!;
      expect(note).toMatchObject({ media, stepId: 'cover', forAll: false, widthPx: 0 });
      expect(history.at(-1)).toMatchObject({ kind: 'photo', sentence: `Spoken note ${note.id}.` });
      expect(sheet.notes.some(({ text: words }) => words.includes(note.id))).toBe(false);
      expect(await photoFile(workshop.runtime, id, note.id)).toEqual({ media, bytes });
      expect(await files()).toContain(`${note.id}.${ending}`);
      await removePhoto(workshop.runtime, id, note.id);
      expect(await files()).not.toContain(`${note.id}.${ending}`);
      expect((await view()).history.at(-1)!.sentence).toBe(`Spoken note ${note.id} taken away.`);
    },
  );

  it('is found by what was typed beside it', async () => {
    const found = () => findAnything(workshop.runtime.database, 'barnacle rattle');
    expect(await found()).toEqual([]);
    const form = { stepId: null, note: 'Rattle like a barnacle', forAll: false };
    expect(code(await addPhoto(workshop.runtime, id, form, text('OggS')))).toBe('ok');
    expect(await found()).toEqual([expect.objectContaining({ href: `/jobs/${id}` })]);
  });

  it('that is too long is refused, and what is no sound is a picture or nothing', async () => {
    const form = { stepId: null, note: '' };
    const long = Buffer.concat([text('OggS'), Buffer.alloc(12 * 1024 * 1024)]);
    expect(code(await addPhoto(workshop.runtime, id, form, long))).toBe('sound-large');
    for (const odd of [
      text('\0\0\0\x18ftypheic'),
      text('RIFF\x24\0\0\0AVI '),
      filled(0xff, 0xd8, 0xff),
      Buffer.from('OggS'),
    ])
      expect(code(await addPhoto(workshop.runtime, id, form, odd))).toMatch(/^photo-(kind|broken)$/u);
  });
});
