import { createHash } from 'node:crypto';
import { spanSums } from './span-sums';

const MiB = 2 ** 20;

it('each used stretch has its own sum, by any other reading of the same bytes, and says how far it is', async () => {
  const bytes = Uint8Array.from({ length: 4 * MiB }, (_, i) => (i * 7 + (i >> 9)) % 251);
  const image = {
    readInto: async (at: number, into: Uint8Array) => into.set(bytes.subarray(at, at + into.length)),
  };
  const pieces = [
    { offset: 0, bytes: 512 },
    { offset: 4096, bytes: 2 * MiB + 100 },
    { offset: 3 * MiB, bytes: MiB },
  ];
  const told: number[] = [];
  const sums = await spanSums(image, pieces, (done) => told.push(done));
  expect(sums).toEqual(
    pieces.map(({ offset, bytes: length }) => ({
      offset,
      bytes: length,
      sha256: createHash('sha256')
        .update(bytes.subarray(offset, offset + length))
        .digest('hex'),
    })),
  );
  expect(told).toEqual([512, 512 + MiB, 512 + 2 * MiB, 612 + 2 * MiB, 612 + 3 * MiB]);
  expect(await spanSums(image, [], () => told.push(-1))).toEqual([]);
  expect(told).not.toContain(-1);
});
