import { blockBytes, blocksOf, readBlock, rewritesIn } from './blocks';
import { MemoryDrive } from './memory-drive.test.data';

const mebibyte = 2 ** 20;
const span = { source: 3 * mebibyte, target: 5 * mebibyte, bytes: 2.5 * mebibyte, part: 2, zero: false };

describe('blocks of a span', () => {
  it('are a mebibyte each, the last what is left, and carry where they go', () => {
    expect(blockBytes).toBe(mebibyte);
    const { blocks, leftOut } = blocksOf({ spans: [span] }, {}, true);
    expect(leftOut).toEqual([]);
    expect(blocks).toEqual([
      { ...span, bytes: mebibyte },
      { ...span, source: 4 * mebibyte, target: 6 * mebibyte, bytes: mebibyte },
      { ...span, source: 5 * mebibyte, target: 7 * mebibyte, bytes: mebibyte / 2 },
    ]);
    expect(blocksOf({ spans: [{ ...span, bytes: mebibyte }] }, {}, true).blocks).toHaveLength(1);
  });

  it('are left out where both sides read zero: by order or by a hole, and only on a blank target', () => {
    const clears = { ...span, bytes: mebibyte, zero: true };
    const asked: [number, number][] = [];
    const source = {
      isHole: (offset: number, bytes: number) => {
        asked.push([offset, bytes]);
        return offset === 4 * mebibyte;
      },
    };
    const spans = [span, clears];
    const onBlank = blocksOf({ spans }, source, true);
    expect(onBlank.leftOut.map((block) => block.source)).toEqual([4 * mebibyte, 3 * mebibyte]);
    expect(onBlank.blocks.map((block) => block.source)).toEqual([3 * mebibyte, 5 * mebibyte]);
    expect(asked).toEqual([
      [3 * mebibyte, mebibyte],
      [4 * mebibyte, mebibyte],
      [5 * mebibyte, mebibyte / 2],
    ]);
    const onUsed = blocksOf({ spans }, source, false);
    expect([onUsed.blocks.length, onUsed.leftOut.length]).toEqual([4, 0]);
  });

  it('that only clear read nothing', async () => {
    const drive = new MemoryDrive(4096);
    drive.bytes.fill(5);
    const read = async (zero: boolean) => {
      const into = new Uint8Array(1024).fill(9);
      const unread = await readBlock(drive, { ...span, source: 512, bytes: 1024, zero }, into, 512);
      return { unread, values: [...new Set(into)] };
    };
    expect(await read(false)).toEqual({ unread: [], values: [5] });
    expect(await read(true)).toEqual({ unread: [], values: [0] });
    drive.bad = [[512, 1024]];
    expect((await read(false)).unread).toEqual([{ offset: 512, bytes: 512 }]);
    expect((await read(true)).unread).toEqual([]);
  });
});

describe('rewrites in a block', () => {
  const block = { source: 1000, target: 5000, bytes: 100, part: 1, zero: false };
  it.each([
    ['before it', 4990, 10, []],
    ['across its beginning', 4990, 11, [{ at: 0, bytes: 1, source: 1000 }]],
    ['within', 5010, 20, [{ at: 10, bytes: 20, source: 1010 }]],
    ['across its end', 5090, 50, [{ at: 90, bytes: 10, source: 1090 }]],
    ['behind it', 5100, 10, []],
    ['over all of it', 0, 10_000, [{ at: 0, bytes: 100, source: 1000 }]],
  ])('%s', (_, offset, bytes, wanted) => {
    expect(rewritesIn(block, [{ offset, bytes }])).toEqual(wanted);
  });
});
