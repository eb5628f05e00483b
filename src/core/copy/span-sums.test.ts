import fc from 'fast-check';
import { type SpanSum, isAllMatched, matchSums, sumsText, usedPieces } from '.';
import { unsafeValue } from '../result';

const manifest = (
  spans: [target: number, bytes: number][],
  rewrites: [offset: number, bytes: number][],
  driveBytes: number,
) => ({
  target: { benchLabel: 'X', serial: 'x', bytes: driveBytes },
  spans: spans.map(([target, bytes]) => ({ source: 0, target, bytes, part: 1, zero: false })),
  rewrites: rewrites.map(([offset, bytes]) => ({ what: 'x', offset, bytes, sha256: 'a'.repeat(64) })),
});

const span = fc.tuple(fc.nat(1e10), fc.integer({ min: 1, max: 2e9 }));
it('covers every byte that was filled, each once, inside the drive, in order, in pieces that can be read one by one', () => {
  fc.assert(
    fc.property(
      fc.array(span, { minLength: 1, maxLength: 30 }),
      fc.array(fc.tuple(fc.nat(1e10), fc.integer({ min: 1, max: 5000 })), { maxLength: 5 }),
      (spans, rewrites) => {
        const driveBytes = 12_100_000_256;
        const pieces = usedPieces(manifest(spans, rewrites, driveBytes));
        const holds = (from: number, bytes: number) => {
          let at = from;
          for (const piece of pieces)
            if (piece.offset <= at && at < piece.offset + piece.bytes) at = piece.offset + piece.bytes;
          return at >= from + bytes;
        };
        return (
          pieces.every(
            ({ offset, bytes }, i) =>
              bytes > 0 &&
              bytes <= 2 ** 30 &&
              offset % 4096 === 0 &&
              offset + bytes <= driveBytes &&
              offset >= (i === 0 ? 0 : pieces[i - 1]!.offset + pieces[i - 1]!.bytes),
          ) && [...spans, ...rewrites].every(([from, bytes]) => holds(from, bytes))
        );
      },
    ),
  );
});

it('joins what is near, and joins farther where there would be too many to read', () => {
  const near = usedPieces(
    manifest(
      [
        [0, 4096],
        [2 ** 20, 4096],
        [2 ** 22, 4096],
      ],
      [],
      2 ** 30,
    ),
  );
  expect(near.map(({ offset }) => offset)).toEqual([0, 2 ** 22]);
  const crumbs = Array.from({ length: 20_000 }, (_, i): [number, number] => [i * 2 ** 22, 4096]);
  const many = usedPieces(manifest(crumbs, [], 2 ** 40));
  expect(many.length).toBeLessThanOrEqual(4000);
});

const sums: SpanSum[] = [0, 1, 2].map((i) => ({
  offset: i * 8192,
  bytes: 4096,
  sha256: String(i).repeat(64),
}));

it('matches what was printed by place and length, whatever stands around it', () => {
  const noisy = `$ while read\r\n${sumsText(sums).replaceAll('\n', '\r\n')}done\n`;
  const match = unsafeValue(matchSums({ sums }, noisy));
  expect(match).toEqual({ matched: 3, differing: [], missing: [], strange: 0 });
  expect(isAllMatched(match)).toBe(true);
});

it('names what differs, what is missing, and counts what is none of the list', () => {
  const other = [{ ...sums[0]!, sha256: 'f'.repeat(64) }, sums[1]!, { ...sums[2]!, bytes: 512 }];
  const match = unsafeValue(matchSums({ sums }, sumsText(other)));
  expect(match).toEqual({
    matched: 1,
    differing: [{ offset: 0, bytes: 4096 }],
    missing: [{ offset: 16384, bytes: 4096 }],
    strange: 1,
  });
  expect(isAllMatched(match)).toBe(false);
});

it('one line of another drive among all of the list is not all matched; nothing of it at all is refused', () => {
  const more = [...sums, { offset: 999 * 4096, bytes: 4096, sha256: 'a'.repeat(64) }];
  expect(isAllMatched(unsafeValue(matchSums({ sums }, sumsText(more))))).toBe(false);
  for (const printed of ['', 'dd: failed to open', '0'.repeat(63) + ' 0 4096'])
    expect(matchSums({ sums }, printed)).toMatchObject({ ok: false, fault: { code: 'no-sums' } });
});
