import { spawn } from 'node:child_process';
import { existsSync } from 'node:fs';
import { copyFile, mkdtemp, readFile, rm } from 'node:fs/promises';
import { connect } from 'node:net';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { type RehearsalVerdict, readRehearsal, rehearsalSerial } from '@/core/copy';
import { type Result, ok, refuse } from '@/core/result';
import { queuedMs } from './own-time';

/** Debian's emulator and firmware; both are optional. */
const emulator = '/usr/bin/qemu-system-x86_64';
const firmware = {
  code: '/usr/share/OVMF/OVMF_CODE_4M.fd',
  variables: '/usr/share/OVMF/OVMF_VARS_4M.fd',
};

/** Whether a start can be rehearsed here. */
export const canRehearse = (): boolean =>
  [emulator, firmware.code, firmware.variables].every((path) => existsSync(path));

export const noEmulator = (): Result<never> =>
  refuse(
    'no-emulator',
    'No emulator with UEFI firmware is installed here.',
    'Install Debian’s packages qemu-system-x86 and ovmf, then rehearse it again; or go on without.',
  );

export type RehearsalWish = {
  /** The image file of the drive, as it lies on this computer; nothing is written to it. */
  image: string;
  sectorBytes: number;
  run: string;
  /** How long at most, and how long a drive that was started is waited for, ms of the machine's own time. */
  mostMs?: number;
  settleMs?: number;
};

/** Whatever the processor does meanwhile, nobody waits longer. */
const clockMs = 15 * 60_000;

export type Rehearsed = { verdict: RehearsalVerdict; said: string; seconds: number; screen: Buffer | null };

const memoryMiB = 256;
const pollMs = 250;

/** Names stand in the emulator's options, where a comma parts one from the next. */
const escaped = (path: string) => path.replaceAll(',', ',,');

const options = (folder: string, { image, sectorBytes, run }: RehearsalWish): string[] => [
  ...['-machine', 'q35,accel=tcg', '-m', String(memoryMiB), '-nodefaults', '-no-user-config'],
  // No network, no sound, nothing of this computer but the copy.
  ...['-nic', 'none', '-display', 'none', '-vga', 'std'],
  ...['-sandbox', 'on,obsolete=deny,elevateprivileges=deny,spawn=deny,resourcecontrol=deny'],
  ...['-drive', `if=pflash,format=raw,unit=0,readonly=on,file=${firmware.code}`],
  ...['-drive', `if=pflash,format=raw,unit=1,file=${escaped(join(folder, 'variables.fd'))}`],
  // What the machine writes goes into a file of its own, which is thrown away.
  ...['-drive', `if=none,id=copy,format=raw,snapshot=on,file=${escaped(image)}`],
  ...[
    '-device',
    `nvme,drive=copy,serial=${rehearsalSerial(run)},logical_block_size=${sectorBytes},physical_block_size=${sectorBytes}`,
  ],
  ...['-fw_cfg', `name=opt/jicara/run,string=${run}`],
  ...['-serial', `file:${join(folder, 'serial.txt')}`],
  ...['-qmp', `unix:${join(folder, 'control')},server=on,wait=off`],
];

/** Asks the running machine for a picture of its screen; null where it gives none (QEMU Machine Protocol: qmp_capabilities, screendump). */
function screenOf(folder: string): Promise<Buffer | null> {
  const picture = join(folder, 'screen.png');
  return new Promise((resolve) => {
    const socket = connect(join(folder, 'control'));
    let heard = '';
    let answers = 0;
    const give = (ended: Promise<Buffer | null>) => {
      clearTimeout(timer);
      socket.destroy();
      resolve(ended);
    };
    const none = () => give(Promise.resolve(null));
    const timer = setTimeout(none, 5000);
    socket.on('error', none);
    socket.on('data', (data) => {
      heard += data.toString();
      const lines = heard.split('\n');
      heard = lines.pop() ?? '';
      for (const line of lines) {
        if (line.includes('"QMP"')) socket.write('{"execute":"qmp_capabilities"}\n');
        else if (line.includes('"error"')) none();
        else if (line.includes('"return"') && ++answers === 1)
          socket.write(
            `${JSON.stringify({ execute: 'screendump', arguments: { filename: picture, format: 'png' } })}\n`,
          );
        else if (line.includes('"return"')) give(readFile(picture).catch(() => null));
      }
    });
  });
}

/**
 * Starts a copy in an emulated machine with real UEFI firmware and reads from its serial text what came of it: bounded in time (its own:
 * what a busy computer keeps it waiting is not counted) and memory, without a network, nothing written to the copy. Faults: `no-emulator`, `emulator`.
 */
export async function rehearse(wish: RehearsalWish): Promise<Result<Rehearsed>> {
  if (!canRehearse()) return noEmulator();
  const { mostMs = 120_000, settleMs = 15_000 } = wish;
  const folder = await mkdtemp(join(tmpdir(), 'jicara-rehearsal-'));
  const started = performance.now();
  const byClock = () => performance.now() - started;
  try {
    await copyFile(firmware.variables, join(folder, 'variables.fd'));
    const machine = spawn('nice', ['-n', '10', emulator, ...options(folder, wish)], {
      stdio: ['ignore', 'ignore', 'pipe'],
      env: { ...process.env, TMPDIR: folder },
    });
    let complaint = '';
    machine.stderr.on('data', (data: Buffer) => (complaint += data.toString().slice(0, 500)));
    let isOver = false;
    const over = new Promise<void>((resolve) => {
      const end = () => {
        isOver = true;
        resolve();
      };
      machine.on('exit', end);
      machine.on('error', end);
    });
    try {
      const read = async () =>
        readRehearsal(await readFile(join(folder, 'serial.txt'), 'utf8').catch(() => ''), wish.run);
      let seen = await read();
      let begunMs: number | null = null;
      let ownMs = 0;
      while (!isOver && !seen.isSettled && ownMs < mostMs && byClock() < clockMs) {
        await Promise.race([over, new Promise((resolve) => setTimeout(resolve, pollMs))]);
        seen = await read();
        // It gives way to all other work here: what it stood in the queue for is no silence of its firmware.
        ownMs = byClock() - (machine.pid === undefined ? 0 : await queuedMs(machine.pid));
        if (seen.verdict === 'begun') begunMs ??= ownMs;
        if (begunMs !== null && ownMs - begunMs > settleMs) break;
      }
      if (isOver && seen.verdict === 'no-answer')
        return refuse(
          'emulator',
          `The emulated machine ended by itself${complaint ? `: ${complaint.trim().slice(0, 200)}` : '.'}`,
          'Look whether the image can be read, and whether qemu-system-x86 and ovmf are whole.',
        );
      const screen = isOver ? null : await screenOf(folder);
      return ok({ verdict: seen.verdict, said: seen.said, seconds: byClock() / 1000, screen });
    } finally {
      machine.kill('SIGKILL');
      await over;
    }
  } finally {
    await rm(folder, { recursive: true, force: true });
  }
}
