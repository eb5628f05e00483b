import { existsSync, mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';

/** Debian's libfaketime: what a process takes for the time is read from a file. */
const library =
  ['x86_64-linux-gnu', 'aarch64-linux-gnu']
    .map((machine) => `/usr/lib/${machine}/faketime/libfaketimeMT.so.1`)
    .find((path) => existsSync(path)) ?? null;

export const noSetClock = library === null ? 'Debian’s libfaketime is not here' : null;

/** A clock for an application, set by the test; it goes on from there. */
export class SetClock {
  private readonly folder = mkdtempSync(join(tmpdir(), 'jicara-clock-'));
  private readonly file = join(this.folder, 'clock');

  constructor(iso: string) {
    this.set(iso);
  }

  set(iso: string): void {
    writeFileSync(this.file, `+${Math.round((Date.parse(iso) - Date.now()) / 1000)}\n`);
  }

  /** What the application is started with. Timers go on as they do; only the time of day is another one. */
  get env(): Record<string, string> {
    return {
      LD_PRELOAD: library ?? '',
      FAKETIME_TIMESTAMP_FILE: this.file,
      FAKETIME_CACHE_DURATION: '1',
      FAKETIME_DONT_FAKE_MONOTONIC: '1',
      DONT_FAKE_MONOTONIC: '1',
      NO_FAKE_STAT: '1',
    };
  }

  remove(): void {
    rmSync(this.folder, { recursive: true, force: true });
  }
}
