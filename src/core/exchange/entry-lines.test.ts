import { entryLines } from '.';

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
