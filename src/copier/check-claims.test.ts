import { unsafeValue } from '@/core/result';
import { type Block, blocksOf } from './blocks';
import { checkAgain } from './check-again';
import { sha256 } from './digest';
import { blockSize, blocks, drives, order } from './memory-drive.test.data';

/** A copy whose first blocks are claimed, both drives as they were left; the blocks that the order clears were left out of it. */
function left({ cleared = [] as number[], claimed = 12, rewriteAt = 0 } = {}) {
  const its = drives();
  const wanted = order();
  wanted.spans = wanted.spans.map((span, i) => ({ ...span, zero: cleared.includes(i) }));
  wanted.rewrites = [
    { what: 'table', offset: rewriteAt, base64: Buffer.from('rewritten').toString('base64') },
  ];
  const made = blocksOf(wanted, {}, true);
  its.target.bytes.set(its.source.bytes);
  for (const i of cleared) its.target.bytes.fill(0, i * blockSize, (i + 1) * blockSize);
  const digestOf = ({ source, bytes }: Block) => sha256(its.source.bytes.subarray(source, source + bytes));
  const digests = made.blocks.slice(0, claimed).map(digestOf);
  return { ...its, wanted, made, digests };
}
type Left = ReturnType<typeof left>;
type Unread = { offset: number; bytes: number };

const check = (
  { source, target, wanted, made, digests }: Left,
  {
    unreadable = [] as Unread[],
    mayBeRewritten = false,
    stopsAfter = Infinity,
    checked = [] as number[],
  } = {},
) => {
  let asked = 0;
  return checkAgain(
    {
      order: wanted,
      source,
      target,
      ...made,
      claimed: { digests, unreadable },
      mayBeRewritten,
    },
    { stopped: () => (asked += 1) > stopsAfter, checked: async (bytes) => void checked.push(bytes) },
  );
};
const at = (block: number) => block * blockSize;

describe('what is claimed of a copy', () => {
  it('and stands as it was is left, read once each, and told', async () => {
    const its = left({ cleared: [20, 21] });
    const checked: number[] = [];
    expect(unsafeValue(await check(its, { checked }))).toEqual({
      digests: its.digests,
      unreadable: [],
      redoneBlocks: 0,
    });
    expect([its.target.writes, checked.length]).toEqual([0, 12]);
  });

  it('what was left out because it reads zero is cleared where it does not any more, and nothing else', async () => {
    const its = left({ cleared: [20, 21, 22] });
    its.target.bytes[at(21) + 9] = 1;
    its.target.bytes[at(22)] = 1;
    expect(unsafeValue(await check(its))).toMatchObject({ redoneBlocks: 2 });
    expect(its.target.writes).toBe(2);
    expect(its.target.bytes.subarray(at(20), at(23)).every((byte) => byte === 0)).toBe(true);
  });

  it('a drive that does not take it again is told, for zeros and for what was copied', async () => {
    const zeros = left({ cleared: [20] });
    zeros.target.bytes[at(20)] = 1;
    zeros.target.flipAt = 1;
    expect(await check(zeros)).toMatchObject({ ok: false, fault: { code: 'mismatch' } });
    const copied = left();
    copied.target.bytes[at(3)]! ^= 1;
    copied.target.flipAt = 1;
    expect(await check(copied)).toMatchObject({ ok: false, fault: { code: 'mismatch' } });
  });

  it('stops wherever it is asked to: at the source, at the target, at what was left out', async () => {
    const its = () => {
      const made = left({ cleared: [20, 21] });
      made.target.bytes[at(21)] = 1;
      made.target.bytes[at(11)]! ^= 1;
      return made;
    };
    // Twelve questions of the source, twelve of the target, two of what was left out.
    for (const stopsAfter of [0, 5, 11, 12, 20, 23, 24, 25]) {
      const stopped = its();
      expect(unsafeValue(await check(stopped, { stopsAfter }))).toBeNull();
      expect(stopped.target.writes).toBe(stopsAfter > 23 ? 1 : 0);
    }
    expect(unsafeValue(await check(its(), { stopsAfter: 26 }))).toMatchObject({ redoneBlocks: 2 });
  });

  it('what could not be read elsewhere stays told when a block beside it is done again', async () => {
    const its = left();
    its.target.bytes[at(5)]! ^= 1;
    const beside = [
      { offset: at(5) - 512, bytes: 512 },
      { offset: at(6), bytes: 512 },
    ];
    its.source.bad = beside.map(({ offset, bytes }) => [offset, offset + bytes]);
    expect(unsafeValue(await check(its, { unreadable: beside }))).toEqual({
      digests: its.digests,
      unreadable: beside,
      redoneBlocks: 1,
    });
    // The block itself was read whole: where the source has something else there now, it is another source.
    const other = left();
    other.source.bytes[at(5)]! ^= 1;
    expect(await check(other, { unreadable: beside })).toMatchObject({
      ok: false,
      fault: { code: 'source-changed' },
    });
  });

  it('a source that cannot be read any more says nothing against the copy; what is done again from it is told as unreadable', async () => {
    const its = left();
    its.source.bad = [[at(5), at(5) + 512]];
    expect(unsafeValue(await check(its))).toMatchObject({ unreadable: [], redoneBlocks: 0 });
    its.target.bytes[at(5) + 900]! ^= 1;
    const again = unsafeValue(await check(its))!;
    expect(again).toMatchObject({ unreadable: [{ offset: at(5), bytes: 512 }], redoneBlocks: 1 });
    const wanted = its.source.bytes.slice(at(5), at(6)).fill(0, 0, 512);
    expect(again.digests[5]).toBe(sha256(wanted));
    expect(Buffer.compare(its.target.bytes.subarray(at(5), at(6)), wanted)).toBe(0);
  });

  it.each([0, 100, blockSize - 4])(
    'what was rewritten on purpose at byte %i is no difference, and only where it may stand',
    async (rewriteAt) => {
      const its = left({ claimed: blocks, rewriteAt });
      its.target.bytes.set(Buffer.from('rewritten'), rewriteAt);
      expect(unsafeValue(await check(its, { mayBeRewritten: true }))).toMatchObject({ redoneBlocks: 0 });
      its.target.bytes[rewriteAt + 9]! ^= 1;
      expect(unsafeValue(await check(its, { mayBeRewritten: true }))).toMatchObject({ redoneBlocks: 1 });
      const early = left({ claimed: blocks, rewriteAt });
      early.target.bytes.set(Buffer.from('rewritten'), rewriteAt);
      const redone = rewriteAt > blockSize - 9 ? 2 : 1;
      expect(unsafeValue(await check(early))).toMatchObject({ redoneBlocks: redone });
    },
  );
});
