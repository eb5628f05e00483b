import { spawnSync } from 'node:child_process';
import { mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { dirname, join } from 'node:path';
import { fileURLToPath } from 'node:url';

/**
 * Makes `start.efi` from `start.c`: compiled to code that runs wherever it is loaded, put behind the headers of a UEFI application
 * (portable executable, as the UEFI Specification 2.10, section 2.1.1, asks for). Wants Debian's gcc and binutils, here alone.
 */
const here = dirname(fileURLToPath(import.meta.url));
const work = mkdtempSync(join(tmpdir(), 'jicara-start-'));
const run = (command, ...args) => {
  const { status } = spawnSync(command, args, { stdio: 'inherit' });
  if (status !== 0) throw new Error(`${command} ended with ${status}`);
};
const at = (name) => join(work, name);
run(
  'gcc',
  '-O1',
  '-ffreestanding',
  '-fpic',
  '-fno-stack-protector',
  '-fno-asynchronous-unwind-tables',
  '-mno-red-zone',
  '-mno-sse',
  '-fcf-protection=none',
  '-nostdlib',
  '-c',
  join(here, 'start.c'),
  '-o',
  at('start.o'),
);
// Code and constants in one piece, its entry first.
writeFileSync(
  at('flat.ld'),
  'ENTRY(start) SECTIONS { . = 0x1000; .text : { *(.text*) *(.rodata*) } /DISCARD/ : { *(*) } }',
);
run('ld', '-T', at('flat.ld'), '--no-dynamic-linker', '-o', at('start.elf'), at('start.o'));
run('objcopy', '-O', 'binary', '-j', '.text', at('start.elf'), at('start.bin'));
const code = readFileSync(at('start.bin'));
const entry = Number(
  /^([0-9a-f]+) T start$/mu
    .exec(spawnSync('nm', [at('start.elf')], { encoding: 'utf8' }).stdout)?.[1]
    .replace(/^/u, '0x'),
);
rmSync(work, { recursive: true });

const [fileAlign, memoryAlign] = [0x200, 0x1000];
const up = (bytes, line) => Math.ceil(bytes / line) * line;
const headers = Buffer.alloc(fileAlign);
headers.write('MZ', 0, 'latin1');
headers.writeUInt32LE(0x80, 0x3c);
headers.write('PE\0\0', 0x80, 'latin1');
let place = 0x84;
const put = (bytes, ...values) => {
  for (const value of values) {
    headers.writeUIntLE(value, place, bytes);
    place += bytes;
  }
};
const raw = up(code.length, fileAlign);
// COFF header: x86-64, one section, an executable that may be loaded anywhere.
put(2, 0x8664, 1);
put(4, 0, 0, 0);
put(2, 240, 0x0022);
// Optional header, PE32+.
put(2, 0x20b, 0);
put(4, raw, 0, 0, entry, memoryAlign);
put(4, 0, 0, memoryAlign, fileAlign);
put(2, 0, 0, 0, 0, 0, 0);
put(4, 0, memoryAlign + up(code.length, memoryAlign), fileAlign, 0);
// Subsystem 10: UEFI application.
put(2, 10, 0);
put(4, 0, 0, 0, 0, 0, 0, 0, 0, 0, 16);
place += 16 * 8;
headers.write('.text', place, 'latin1');
place += 8;
put(4, code.length, memoryAlign, raw, fileAlign, 0, 0);
put(2, 0, 0);
// Code, executable, readable; nothing is written.
put(4, 0x60000020);
writeFileSync(join(here, 'start.efi'), Buffer.concat([headers, code, Buffer.alloc(raw - code.length)]));
