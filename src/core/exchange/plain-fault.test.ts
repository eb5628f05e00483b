import * as z from 'zod';
import { Drive } from '../part';
import { drive } from '../fit/demo.test.data';
import { partOfRow, plainSentence } from '.';

const first = (schema: z.ZodType, value: unknown): string => {
  const issue = schema.safeParse(value).error?.issues[0];
  return issue ? plainSentence(issue) : 'fine';
};

it.each([
  [z.object({ a: z.number() }), {}, 'It is missing.'],
  [z.object({ a: z.number() }), { a: 'x' }, 'It must be a number.'],
  [z.object({ a: z.int() }), { a: 1.5 }, 'It must be a whole number.'],
  [z.number().positive(), 0, 'It must be more than 0.'],
  [z.number().max(5), 6, 'It must be 5 or less.'],
  [z.string().min(1), '', 'It is empty, or too short.'],
  [z.enum(['a', 'b']), 'c', 'It must be one of a, b.'],
  [z.literal('a'), 'c', 'It must be a.'],
  [z.union([z.literal(512), z.literal(4096)]), 520, 'It must be one of 512, 4096.'],
  [z.strictObject({ a: z.number() }), { a: 1, b: 2 }, 'Nothing is called b here.'],
  [z.int('Type whole gigabytes.'), 'x', 'Type whole gigabytes.'],
])('what %o says against %j is a plain sentence', (schema, value, sentence) => {
  expect(first(schema, value)).toBe(sentence);
});

it('a part with sectors of 520 is refused with the field and what it may be', () => {
  const parsed = Drive.safeParse({ ...drive('ostrel-marl-2000'), sectorBytes: 520 });
  const issue = parsed.error?.issues.find(({ path }) => path[0] === 'sectorBytes');
  expect(issue && plainSentence(issue)).toBe('It must be one of 512, 4096.');
});

it('a line of an import says what is missing, with a cell that would do', () => {
  const read = partOfRow('drive', { id: 'x', maker: 'Ostrel', model: 'Marl', price: '12' }, 4, 'EUR');
  const faults = 'faults' in read ? read.faults : [];
  expect(faults).toContainEqual({
    row: 4,
    column: 'formFactor',
    fault: 'It is missing.',
    fix: 'Such as 2280-S3-M.',
  });
  expect(faults.every(({ row, fault, fix }) => row === 4 && /\.$/u.test(fault) && /\.$/u.test(fix))).toBe(
    true,
  );
});
