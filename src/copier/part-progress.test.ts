import fc from 'fast-check';
import { PartsMatched } from './part-progress';

const block = (part: number, bytes: number) => ({ source: 0, target: 0, bytes, part, zero: false });
const names = { parts: [{ number: 2, name: 'games' }] };

it('counts what is matched of each part, once, whatever is asked in between', () => {
  fc.assert(
    fc.property(
      fc.array(fc.tuple(fc.nat(3), fc.integer({ min: 1, max: 2 ** 20 })), { maxLength: 60 }),
      fc.array(fc.nat(80), { maxLength: 10 }),
      (drawn, asked) => {
        const blocks = drawn.map(([part, bytes]) => block(part, bytes));
        const parts = new PartsMatched(blocks, names);
        for (const upTo of [...asked].sort((a, b) => a - b)) {
          const sum = (part: number, list: typeof blocks) =>
            list.filter((one) => one.part === part).reduce((total, { bytes }) => total + bytes, 0);
          for (const { number, bytes, matchedBytes } of parts.upTo(upTo)) {
            expect(bytes).toBe(sum(number, blocks));
            expect(matchedBytes).toBe(sum(number, blocks.slice(0, upTo)));
          }
        }
      },
    ),
  );
});

it('names the parts as the order does, and what lies in none of them', () => {
  const parts = new PartsMatched([block(0, 1), block(2, 1), block(3, 1)], names);
  expect(parts.upTo(0).map(({ name }) => name)).toEqual(['the drive’s beginning', 'games', 'partition 3']);
});
