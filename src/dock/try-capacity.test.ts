import { mkdtemp, readFile, rm } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { gridBytes, judgeCapacity } from '@/core/genuine';
import { DriveImage, tryCapacity } from '.';

const bytes = 200 * gridBytes + 4096;
const how = { at: '2026-11-28T08:00:00.000Z', by: 'dock', simulated: true } as const;
let folder: string;
beforeEach(async () => {
  folder = await mkdtemp(join(tmpdir(), 'jicara-capacity-'));
  await (await DriveImage.create(folder, bytes)).close();
});
afterEach(() => rm(folder, { recursive: true, force: true }));

it('a true stand-in passes, and is empty again', async () => {
  const tried = await tryCapacity(folder, 7, []);
  expect(judgeCapacity(tried.found, { ...how, bytes: tried.bytes })).toMatchObject({
    isFalse: false,
    wrong: 0,
    bytes,
  });
  const image = await readFile(join(folder, 'image.img'));
  expect(image.equals(Buffer.alloc(bytes))).toBe(true);
});

it('a false one is found out, with what it keeps', async () => {
  const { found } = await tryCapacity(folder, 7, ['false-size']);
  expect(judgeCapacity(found, { ...how, bytes })).toMatchObject({
    isFalse: true,
    keepsBytes: 50 * gridBytes,
  });
});

it('what an earlier try left is not taken for this one’s', async () => {
  const first = await tryCapacity(folder, 7, ['false-size']);
  const second = await tryCapacity(folder, 8, []);
  expect(first.found.some(({ is }) => is !== 'own')).toBe(true);
  expect(second.found.every(({ is }) => is === 'own')).toBe(true);
});
