import { type Margin, missing, named, oneOf } from '../margin';
import type { Rehearsal } from './rehearsal-schema';
import { rehearsalVerdicts } from './rehearsal-verdicts';

export type RehearsalVerdict = Rehearsal['verdict'];

/** What came of it, as a sentence's end. */
export const rehearsalWords: Readonly<Record<RehearsalVerdict, string>> = Object.freeze({
  'own-line': 'its start file ran and said so',
  begun: 'its start file was found and started; what followed is on its screen',
  'gave-up': 'its start file was started and gave up',
  'not-found': 'the firmware found nothing on it to start',
  shell: 'the firmware’s own shell came instead of it',
  nothing: 'the firmware found nothing that it could start',
  'no-answer': 'the emulated machine gave no answer in time',
});

export const isGoodRehearsal = (verdict: RehearsalVerdict): boolean =>
  verdict === 'own-line' || verdict === 'begun';

/** The serial number that the drive of a run's emulated machine bears. */
export const rehearsalSerial = (run: string) => `JIC${run}`;

/** The line that the demo's start file prints (demo/start-file/start.c). */
const ownLine = (run: string) => `Jicara demo start file, run ${run}.`;

const plain = (serial: string): string[] =>
  serial
    // Terminal controls of the firmware's console (ECMA-48, control sequences).
    // eslint-disable-next-line no-control-regex
    .replace(/\u001b\[[0-?]*[ -/]*[@-~]/gu, '\n')
    .split(/[\r\n]+/u)
    .map((line) => line.trim());

/**
 * What the serial text of the firmware says so far (EDK II, MdeModulePkg BdsDxe: "starting", "failed to load", "failed to start").
 * `isSettled` where nothing that follows changes it; a drive that was started is waited for, since it may still say or give up.
 */
export function readRehearsal(
  serial: string,
  run: string,
): { verdict: RehearsalVerdict; said: string; isSettled: boolean } {
  const lines = plain(serial);
  const said = (verdict: RehearsalVerdict, line: string, isSettled: boolean) => ({
    verdict,
    said: line.slice(0, 400),
    isSettled,
  });
  const own = lines.find((line) => line === ownLine(run));
  if (own) return said('own-line', own, true);
  const ofDrive = lines.filter((line) => line.startsWith('BdsDxe:') && line.includes(rehearsalSerial(run)));
  const begun = ofDrive.find((line) => line.startsWith('BdsDxe: starting '));
  const failed = ofDrive.find((line) => line.startsWith('BdsDxe: failed to '));
  const shell = lines.find((line) => /UEFI Interactive Shell|^Shell>|starting .*Internal Shell/u.test(line));
  if (begun && (failed ?? shell)) return said('gave-up', failed ?? shell ?? begun, true);
  if (failed) return said('not-found', failed, true);
  if (shell) return said('shell', shell, true);
  if (begun) return said('begun', begun, false);
  const none = lines.find((line) => /No bootable option or device was found/u.test(line));
  return none ? said('nothing', none, true) : said('no-answer', lines.filter(Boolean).at(-1) ?? '', false);
}

/** The rehearsal among the evidence; not known where none was made. */
export function rehearsalMargin(rehearsal: Rehearsal | null): Margin {
  const value = rehearsal
    ? named(rehearsalWords[rehearsal.verdict], {
        kind: 'measured',
        note: `an emulated machine, run ${rehearsal.run}`,
        at: rehearsal.at,
      })
    : missing(
        'a rehearsal of the start',
        'Rehearse it in an emulated machine: a minute, and nothing is written to the copy.',
      );
  return oneOf(
    {
      id: 'rehearsal',
      what: 'Start in an emulated machine',
      unit: 'none',
      remedy: 'Look at its screen and at the start file; copy again, or restore it fresh.',
    },
    value,
    rehearsalVerdicts.filter(isGoodRehearsal).map((verdict) => rehearsalWords[verdict]),
    { kind: 'default', note: 'what real firmware says when it starts a drive' },
  );
}
