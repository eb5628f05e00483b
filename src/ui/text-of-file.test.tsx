import { textOfFile } from './text-of-file';

/** A file as a browser gives it; the one of the tests' page cannot be read. */
const file = (name: string, text: string) =>
  ({ name, size: text.length, text: () => Promise.resolve(text) }) as File;

it.each([
  [10, 'ok'],
  [9, 'too-long'],
])('a file of ten bytes, at most %i: %s', async (most, code) => {
  const read = await textOfFile(file('list.txt', '0123456789'), 'A list', most);
  expect(read.ok ? 'ok' : read.fault.code).toBe(code);
  expect(read.ok && read.value).toBe(read.ok && '0123456789');
});

it('what is too long is told with its name and size, and nothing of it is read', async () => {
  const text = jest.fn();
  const read = await textOfFile({ name: 'all.txt', size: 7_400_000, text } as unknown as File, 'A list', 6e6);
  expect(read).toMatchObject({ ok: false, fault: { sentence: 'all.txt has 7 MB.' } });
  expect(text).not.toHaveBeenCalled();
});

it('what was taken out meanwhile is told', async () => {
  const gone = { name: 'all.txt', size: 7, text: () => Promise.reject(new Error('gone')) };
  expect(await textOfFile(gone as unknown as File, 'A list', 6e6)).toMatchObject({
    fault: { code: 'unreadable', sentence: 'all.txt cannot be read any more.' },
  });
});
