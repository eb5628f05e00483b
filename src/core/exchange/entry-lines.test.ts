import fc from 'fast-check';
import { entryLines, nestingDepth } from '.';

it.each([
  ['[{"a":1},{"b":2}]', [1, 1]],
  ['[\n  {"a": [1,\n 2]},\n\n  {"b": "x,\\"[{"}\n]', [2, 5]],
  ['{"a":1}', [1]],
  ['\n\n{"a":[1,2]}', [3]],
  ['[]', []],
  ['[1,\n2,\n"3"]', [1, 2, 3]],
] as const)('entries of %j begin on lines %j', (json, lines) => {
  expect(entryLines(json)).toEqual(lines);
});

/** As JSON is read by its grammar: what a parser finds in the list, each written on a line of its own. */
it('agrees with what a parser wrote, whatever stands in the texts', () => {
  const inner = fc.jsonValue({
    maxDepth: 3,
    stringUnit: fc.constantFrom('"', '\\\\', '[', '{', ',', 'a', '\n'),
  });
  fc.assert(
    fc.property(fc.array(inner), (list) => {
      const json = `[\n${list.map((one) => JSON.stringify(one)).join(',\n')}\n]`;
      expect(entryLines(json)).toEqual(list.map((_, i) => i + 2));
      const deep = (value: unknown): number =>
        typeof value === 'object' && value !== null ? 1 + Math.max(0, ...Object.values(value).map(deep)) : 0;
      expect(nestingDepth(json, 100)).toBe(deep(list));
    }),
  );
});

it('a text that does not end holds the rest', () => {
  expect([nestingDepth('["\\\\\\"[[[', 9), entryLines('["\\\\\\"[,\n')]).toEqual([1, [1]]);
});
