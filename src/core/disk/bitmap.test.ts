import fc from 'fast-check';
import { eachSetRun, eachSetRunIn } from './bitmap';
import { SparseMemory } from './sparse-memory.test.data';

/** Runs by looking at one bit after the other. */
function plainRuns(bytes: Uint8Array, count: number): [number, number][] {
  const runs: [number, number][] = [];
  for (let at = 0; at < count; at += 1) {
    const byte = at >> 3 < bytes.length ? bytes[at >> 3]! : 0xff;
    if (((byte >> (at & 7)) & 1) === 0) continue;
    const last = runs.at(-1);
    if (last && last[1] === at) last[1] = at + 1;
    else runs.push([at, at + 1]);
  }
  return runs;
}

const bytes = fc
  .array(fc.oneof(fc.constantFrom(0, 0xff), fc.integer({ min: 0, max: 255 })), {
    minLength: 1,
    maxLength: 40,
  })
  .map((list) => Uint8Array.from(list));

describe('bits of a bitmap', () => {
  it('are told in runs, also where a byte belongs to two of them', () => {
    fc.assert(
      fc.property(bytes, fc.integer({ min: 0, max: 340 }), (map, count) => {
        const found: [number, number][] = [];
        eachSetRun(map, count, (first, end) => found.push([first, end]));
        expect(found).toEqual(plainRuns(map, count));
      }),
      { numRuns: 400 },
    );
  });

  it('past the end of what could be read count as set', () => {
    const found: number[] = [];
    eachSetRun(Uint8Array.of(0), 12, (first, end) => found.push(first, end));
    expect(found).toEqual([8, 12]);
  });

  it('end where they are counted, in the middle of a byte', async () => {
    const memory = new SparseMemory(4096);
    memory.write(100, Uint8Array.of(0b1111_1111, 0b1111_1111));
    const runs: number[] = [];
    const set = await eachSetRunIn(memory, [{ offset: 100, bytes: 2 }], 11, (a, b) => runs.push(a, b));
    expect([set, runs]).toEqual([11, [0, 11]]);
    expect(await eachSetRunIn(memory, [{ offset: 100, bytes: 2 }], 17, () => {})).toBe(false);
  });
});
