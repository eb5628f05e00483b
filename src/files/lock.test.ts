import { type ChildProcess, fork, spawnSync } from 'node:child_process';
import { mkdtempSync, readdirSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { refuse } from '@/core/result';
import { holderOf, lockFile, lockFolder } from '.';

const taken = (pid: number) => refuse('taken', `process ${pid}`, '');

describe('the folder’s lock', () => {
  let folder: string;
  beforeEach(() => {
    folder = mkdtempSync(join(tmpdir(), 'jicara-lock-'));
  });
  afterEach(() => rmSync(folder, { recursive: true, force: true }));

  it('refuses a second process with a sentence, and is free again after release', () => {
    const first = lockFolder(folder);
    expect(lockFolder(folder)).toMatchObject({
      ok: false,
      fault: { code: 'folder-in-use', sentence: expect.stringContaining(String(process.pid)) },
    });
    if (first.ok) first.value();
    expect(holderOf(join(folder, 'lock.json'))).toBeNull();
    expect(lockFolder(folder).ok).toBe(true);
    expect(holderOf(join(folder, 'lock.json'))).toBe(process.pid);
  });

  it('is found stale after a kill: the process is gone, or its id belongs to another one', () => {
    const gone = spawnSync(process.execPath, ['-e', '']).pid;
    const path = join(folder, 'lock.json');
    // As an older release left it, and as this one does.
    for (const name of [path, `${path}.7`, `${path}.12`])
      for (const text of [
        JSON.stringify({ pid: gone, started: '1' }),
        JSON.stringify({ pid: process.pid, started: '1' }),
        'torn',
      ]) {
        for (const old of readdirSync(folder)) rmSync(join(folder, old));
        writeFileSync(name, text);
        const lock = lockFile(path, taken);
        expect(lock.ok).toBe(true);
        if (lock.ok) lock.value();
      }
  });

  it('of an older release still holds while its process lives', () => {
    const path = join(folder, 'lock.json');
    writeFileSync(path, JSON.stringify({ pid: process.pid, started: '' }));
    expect(lockFile(path, taken)).toMatchObject({ fault: { sentence: `process ${process.pid}` } });
  });

  it('leaves one file, whatever number of times it was taken', () => {
    for (let i = 0; i < 20; i += 1) {
      const lock = lockFolder(folder);
      if (lock.ok) lock.value();
    }
    expect(readdirSync(folder)).toEqual(['lock.json.20']);
  });

  it('has one holder when two processes start at the same moment, in 500 rounds, behind a kill or not', async () => {
    const path = join(folder, 'lock.json');
    const racers = [0, 1].map(() =>
      fork('tests/lock-racer.mts', [path], { execArgv: ['--import', 'tsx'], silent: true }),
    );
    const said = (racer: ChildProcess) => new Promise((resolve) => racer.once('message', resolve));
    const both = (word: string) =>
      Promise.all(
        racers.map((racer) => {
          const answer = said(racer);
          racer.send(word);
          return answer;
        }),
      );
    try {
      await Promise.all(racers.map(said));
      const gone = spawnSync(process.execPath, ['-e', '']).pid;
      const won = [0, 0];
      for (let round = 0; round < 500; round += 1) {
        // Every other time the last holder was killed.
        const [newest] = readdirSync(folder);
        if (newest && round % 2 === 1)
          writeFileSync(join(folder, newest), JSON.stringify({ pid: gone, started: '1' }));
        const answers = await both('take');
        expect([...answers].sort()).toEqual(['mine', 'taken']);
        won[answers.indexOf('mine')]! += 1;
        await both('let go');
      }
      expect(Math.min(...won)).toBeGreaterThan(0);
    } finally {
      for (const racer of racers) racer.kill();
    }
  });
});
