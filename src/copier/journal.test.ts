import { mkdirSync, mkdtempSync, readFileSync, rmSync, statSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { sha256 } from './digest';
import { Journal, readJournal } from './journal';

let root: string;
let path: string;
beforeEach(() => {
  root = mkdtempSync(join(tmpdir(), 'jicara-journal-'));
  path = join(root, 'journal.log');
});
afterEach(() => rmSync(root, { recursive: true }));

type Line = Parameters<Journal['add']>[0];
const begun: Line = { kind: 'plan', plan: 'p', targetBlank: true };
const written = (to: number, digests: string[], seconds = 1): Line => ({
  kind: 'written',
  to,
  digests,
  seconds,
  unreadable: [],
});
const verified = (
  to: number,
  digests: string[],
  unreadable: { offset: number; bytes: number }[] = [],
): Line => ({ kind: 'verified', to, digests, seconds: 2, unreadable });

async function keep(...lines: Line[]) {
  const journal = await Journal.open(path, (await readJournal(path)).wholeBytes);
  for (const line of lines) await journal.add(line);
  await journal.close();
}
const line = (body: string) => `${sha256(body).slice(0, 8)} ${body}\n`;

describe('the journal of a copy', () => {
  it('that was never begun claims nothing', async () => {
    const nothing = {
      plan: null,
      targetBlank: false,
      written: 0,
      verified: 0,
      digests: [],
      unreadable: [],
      seconds: 0,
      done: false,
      wholeBytes: 0,
    };
    expect(await readJournal(path)).toEqual(nothing);
    writeFileSync(path, '');
    expect(await readJournal(path)).toEqual(nothing);
  });

  it('that cannot be read is not one that was never begun', async () => {
    mkdirSync(path);
    await expect(readJournal(path)).rejects.toMatchObject({ code: 'EISDIR' });
    await expect(Journal.open(path, 0)).rejects.toThrow();
  });

  it('adds up what its lines say, and is for its owner alone', async () => {
    await keep(
      begun,
      verified(2, ['a', 'b'], [{ offset: 512, bytes: 512 }]),
      written(4, ['c', 'd']),
      verified(3, []),
      { kind: 'rewritten' },
      { kind: 'done' },
    );
    expect(await readJournal(path)).toEqual({
      plan: 'p',
      targetBlank: true,
      written: 4,
      verified: 3,
      digests: ['a', 'b', 'c', 'd'],
      unreadable: [{ offset: 512, bytes: 512 }],
      seconds: 5,
      done: true,
      wholeBytes: statSync(path).size,
    });
    expect(statSync(path).mode & 0o777).toBe(0o600);
  });

  it('of another order begins anew', async () => {
    await keep(begun, verified(1, ['a']), { kind: 'done' }, { ...begun, plan: 'q', targetBlank: false });
    expect(await readJournal(path)).toMatchObject({
      plan: 'q',
      targetBlank: false,
      written: 0,
      verified: 0,
      digests: [],
      seconds: 0,
      done: false,
    });
  });

  it.each<[string, Line]>([
    ['written blocks are left out', written(4, ['c'])],
    ['more is told as written than has digests', written(3, [])],
    ['what is compared was not written', verified(3, [])],
    ['nothing more is compared', verified(1, [])],
    ['less is compared than before', verified(0, [])],
  ])('stops where %s', async (_, odd) => {
    await keep(begun, written(2, ['a', 'b']), verified(1, []));
    const whole = await readJournal(path);
    await keep(odd, verified(2, []), { kind: 'done' });
    expect(await readJournal(path)).toEqual(whole);
  });

  it('stops at a line that is torn, changed or not one of its own, and goes on in its place', async () => {
    await keep(begun, verified(1, ['a']));
    const whole = await readJournal(path);
    const good = readFileSync(path);
    const next = line(JSON.stringify(verified(2, ['b'])));
    const odd = [
      next.slice(0, -1),
      next.slice(0, 20),
      next.replace('"to":2', '"to":3'),
      next.replace(/^./u, (first) => (first === '0' ? '1' : '0')),
      line('{"kind":"other"}'),
      line('{"kind":"verified","to":-2,"digests":["b"],"seconds":1}'),
      line('{"kind":"verified","to":2,"digests":["b"],"seconds":-1}'),
      line('{"kind":"verified","to":2,"digests":["b"],"seconds":1,"unreadable":[{"offset":0,"bytes":0}]}'),
      '\n',
    ];
    for (const torn of odd) {
      writeFileSync(path, Buffer.concat([good, Buffer.from(`${torn}${line('{"kind":"done"}')}`)]));
      expect(await readJournal(path)).toEqual(whole);
    }
    await keep(verified(2, ['b']));
    expect(readFileSync(path, 'utf8')).toBe(good.toString() + next);
  });

  it('of an older copier told nothing of what could not be read', async () => {
    writeFileSync(
      path,
      line(JSON.stringify(begun)) + line('{"kind":"written","to":1,"digests":["a"],"seconds":0}'),
    );
    expect(await readJournal(path)).toMatchObject({ written: 1, unreadable: [] });
  });
});
