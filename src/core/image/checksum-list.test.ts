import { execFileSync } from 'node:child_process';
import { mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import fc from 'fast-check';
import { unsafeValue } from '../result';
import { listedSum, readChecksumList, writeChecksumList } from '.';

// FIPS 180-4, appendix B.1: SHA-256 of "abc".
const abc = 'ba7816bf8f01cfea414140de5dae2223b00361a396177a9cb410ff61f20015ad';

it('reads the lines that sha256sum writes, with and without --tag, and comments', () => {
  const text = `# made on the bench\n${abc}  system.img.gz\r\n${abc.toUpperCase()} *binary mode.img\n\nSHA256 (tagged (1).img) = ${abc}\n`;
  expect(unsafeValue(readChecksumList(text))).toEqual([
    { name: 'system.img.gz', sha256: abc },
    { name: 'binary mode.img', sha256: abc },
    { name: 'tagged (1).img', sha256: abc },
  ]);
});

it('what it writes, sha256sum itself finds right, whatever the name', () => {
  const folder = mkdtempSync(join(tmpdir(), 'jicara-sums-'));
  try {
    const names = ['plain.img', 'with space.img', 'back\\slash.img', 'new\nline.img'];
    for (const name of names) writeFileSync(join(folder, name), 'abc');
    writeFileSync(join(folder, 'LIST'), writeChecksumList(names.map((name) => ({ name, sha256: abc }))));
    const said = execFileSync('sha256sum', ['--check', '--strict', 'LIST'], { cwd: folder }).toString();
    expect(said.match(/OK/gu)).toHaveLength(names.length);
    const made = execFileSync('sha256sum', ['--', ...names], { cwd: folder }).toString();
    expect(unsafeValue(readChecksumList(made)).map(({ name }) => name)).toEqual(names);
  } finally {
    rmSync(folder, { recursive: true });
  }
});

it('reads back whatever it wrote', () => {
  const sum = fc.stringMatching(/^[0-9a-f]{64}$/u);
  const name = fc.string({ minLength: 1, unit: 'grapheme' }).filter((text) => !text.startsWith('\uFEFF'));
  fc.assert(
    fc.property(
      fc.uniqueArray(fc.record({ name, sha256: sum }), { selector: (line) => line.name }),
      (lines) => {
        expect(unsafeValue(readChecksumList(writeChecksumList(lines)))).toEqual(lines);
      },
    ),
  );
});

it.each([
  ['a page instead of a list', '<html>not found</html>', 'list-broken', /Line 1/u],
  ['a sum that is too short', `${abc.slice(1)}  a.img`, 'list-broken', /Line 1/u],
  ['no name', `${abc}  `, 'list-broken', /Line 1/u],
  ['two sums for one file', `${abc}  a\n${'0'.repeat(64)}  a`, 'list-twice', /“a”/u],
  ['a list without end', 'x'.repeat(2 ** 20 + 1), 'list-too-long', /1 MiB/u],
])('refuses %s', (_, text, code, says) => {
  const read = readChecksumList(text);
  expect(read.ok ? null : read.fault).toMatchObject({ code, sentence: expect.stringMatching(says) });
});

it('finds a sum by the name behind the last slash, and none for what is not listed', () => {
  const lines = [{ name: './images/a.img', sha256: abc }];
  expect(listedSum(lines, 'a.img')).toBe(abc);
  expect(listedSum(lines, 'b.img')).toBeNull();
});
