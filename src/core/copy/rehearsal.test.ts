import fc from 'fast-check';
import { readRehearsal, rehearsalMargin, rehearsalSerial, rehearsalWords } from '.';

const run = '123456';
const boot = (words: string, serial = rehearsalSerial(run)) =>
  `\u001b[2J\u001b[01;01H\u001b[=3hBdsDxe: ${words} Boot0001 "UEFI QEMU NVMe Ctrl ${serial} 1" from PciRoot(0x0)/Pci(0x2,0x0)`;
const verdict = (...lines: string[]) => readRehearsal(lines.join('\r\n'), run).verdict;

it('reads what firmware says of this drive, in its own words', () => {
  expect(verdict('')).toBe('no-answer');
  expect(verdict(boot('loading'))).toBe('no-answer');
  expect(verdict(boot('loading'), boot('starting'))).toBe('begun');
  expect(verdict(boot('loading'), `${boot('failed to load')}: Not Found`)).toBe('not-found');
  expect(verdict(boot('starting'), `${boot('failed to start')}: Load Error`)).toBe('gave-up');
  expect(verdict('BdsDxe: No bootable option or device was found.')).toBe('nothing');
});

it('the program’s own line counts with the number of this run only', () => {
  const own = (number: string) => `Jicara demo start file, run ${number}.`;
  expect(verdict(boot('starting'), own(run))).toBe('own-line');
  expect(verdict(boot('starting'), own('99'))).toBe('begun');
  expect(verdict(boot('starting'), `echo ${own(run)}`)).toBe('begun');
});

it('the firmware’s shell is no start of this drive, and neither is another drive', () => {
  const shell = 'BdsDxe: starting Boot0002 "EFI Internal Shell" from Fv(7CB8BDC9)';
  expect(verdict(shell)).toBe('shell');
  expect(verdict('Shell> ')).toBe('shell');
  expect(verdict(boot('starting', 'OTHER'))).toBe('no-answer');
  expect(verdict(boot('starting'), shell)).toBe('gave-up');
});

it('waits on where the firmware has not decided yet', () => {
  expect(readRehearsal(boot('starting'), run).isSettled).toBe(false);
  expect(readRehearsal('Shell>', run).isSettled).toBe(true);
  fc.assert(fc.property(fc.string(), (text) => readRehearsal(text, run).said.length <= 400));
});

it('is one more piece of evidence: not known before, kept only where it was started', () => {
  const at = '2026-11-27T08:00:00.000Z';
  const of = (verdict: keyof typeof rehearsalWords) =>
    rehearsalMargin({ at, run, verdict, said: '', seconds: 9, simulated: false }).verdict;
  expect(rehearsalMargin(null).verdict).toBe('unknown');
  expect([of('own-line'), of('begun'), of('shell'), of('no-answer')]).toEqual([
    'clear',
    'clear',
    'over',
    'over',
  ]);
});
