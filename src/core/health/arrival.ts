import {
  type Estimate,
  type Known,
  type Margin,
  atMost,
  atLeast,
  exact,
  missing,
  named,
  oneOf,
} from '../margin';
import type { Drive } from '../part';
import { forecastSectors } from '../part';
import { showBytes } from '../units';
import { counterValue } from './counter';
import type { Counter, Health } from './health';

/** What a new drive may have run at its maker's, hours and bytes: named defaults. */
const mostNewHours = 10;
const mostNewBytes = 200e9;

const read = { kind: 'reading', note: 'the drive’s own health log' } as const;
const usual = { kind: 'default', note: 'what a new drive has run at its maker’s' } as const;
const ordered = { kind: 'owner', note: 'as it was ordered' } as const;

const inLog = 'Bring a log that holds it, such as the whole report of the drive.';

const counted = (what: string, counter: Counter | null): Known | Estimate =>
  counter === null ? missing(what, inLog) : exact(counterValue(counter), read);

/** What a log of a new drive comes to: accept it, ask the seller, or send it back. */
export type Advice = 'accept' | 'ask' | 'return';

/**
 * A new drive by its own log, against what was ordered and what a new one has behind it. What the log does not hold is not known;
 * whether its capacity is genuine a log cannot tell.
 */
export function arrivalMargins(health: Health, drive: Drive): Margin[] {
  const margins: Margin[] = [
    atMost(
      {
        id: 'health-hours',
        what: 'Hours it has run',
        unit: 'count',
        remedy: 'It is not new: ask the seller, or send it back.',
      },
      counted('the hours that it has run', health.powerOnHours),
      exact(mostNewHours, usual),
    ),
    atMost(
      {
        id: 'health-written',
        what: 'Written so far',
        unit: 'bytes',
        remedy: 'It was in use: ask the seller, or send it back.',
      },
      counted('what was written to it', health.writtenBytes),
      exact(mostNewBytes, usual),
    ),
    atMost(
      { id: 'health-errors', what: 'Errors that it could not mend', unit: 'count', remedy: 'Send it back.' },
      counted('its errors', health.mediaErrors),
      exact(0, usual),
    ),
  ];
  // A SATA drive counts its life in a way of each maker's own.
  if (health.kind === 'nvme')
    margins.push(
      atMost(
        {
          id: 'health-used',
          what: 'Life used up',
          unit: '%',
          remedy: 'It was in use: ask the seller, or send it back.',
        },
        counted('how much of its life is used up', health.usedPercent),
        exact(1, usual),
      ),
    );
  margins.push(
    oneOf(
      {
        id: 'health-own',
        what: 'Its own verdict',
        unit: 'none',
        remedy: 'It warns of itself: send it back.',
      },
      health.isHealthy === null
        ? missing('its own verdict', inLog)
        : named(health.isHealthy ? 'healthy' : 'warns', read),
      ['healthy'],
      usual,
    ),
    atLeast(
      {
        id: 'health-size',
        what: 'Size it states',
        unit: 'bytes',
        remedy: 'It is smaller than was ordered: send it back.',
      },
      counted('the size that it states', health.bytes),
      exact(forecastSectors(drive.labelGB, drive.sectorBytes) * drive.sectorBytes * 0.995, ordered),
    ),
    oneOf(
      {
        id: 'health-model',
        what: 'Model',
        unit: 'none',
        remedy:
          'It calls itself something else than was ordered, or is the log of another drive: look at its label.',
      },
      health.model === null
        ? missing('what it calls itself', 'Bring the whole report of the drive: the raw page names no model.')
        : named(isSameModel(health.model, drive) ? `${drive.maker} ${drive.model}` : health.model, read),
      [`${drive.maker} ${drive.model}`],
      ordered,
    ),
  );
  return margins;
}

const plain = (text: string) => text.toLowerCase().replaceAll(/[^a-z0-9]/gu, '');
const isSameModel = (said: string, { model }: Drive): boolean => plain(said).includes(plain(model));

/** What to do with a new drive whose log came to this: what cannot be mended or was used goes back, what is not known is asked. */
export function adviceOf(margins: readonly Margin[]): Advice {
  const over = margins.filter(({ verdict }) => verdict === 'over').map(({ id }) => id);
  if (over.some((id) => id !== 'health-model')) return 'return';
  return over.length > 0 || margins.some(({ verdict }) => verdict === 'unknown') ? 'ask' : 'accept';
}

export const adviceWords: Readonly<Record<Advice, string>> = Object.freeze({
  accept: 'As far as its log tells a new one, of the model and size that were ordered: accept it.',
  ask: 'Not all of it is known, or it calls itself something else: ask the seller.',
  return: 'Not as a new one that was ordered: send it back.',
});

/** A log in one line: what it holds, and only that. */
export function healthWords({
  powerOnHours,
  writtenBytes,
  usedPercent,
  mediaErrors,
  temperatureC,
}: Health): string {
  const words = [
    powerOnHours === null ? null : `${powerOnHours} hours`,
    writtenBytes === null ? null : `${showBytes(counterValue(writtenBytes))} written`,
    usedPercent === null ? null : `${usedPercent} % of its life used`,
    mediaErrors === null ? null : `${mediaErrors} errors that it could not mend`,
    temperatureC === null ? null : `${temperatureC} °C`,
  ].filter((one) => one !== null);
  return words.length > 0 ? `${words.join(', ')}.` : 'it holds none of the figures that are asked for.';
}

/** What speaks for an old drive failing by its own log, the first reason; null where nothing does. */
export function failingWhy(health: Health): string | null {
  if (health.isHealthy === false) return 'It warns of itself.';
  if (health.mediaErrors !== null && counterValue(health.mediaErrors) > 0)
    return `It has ${health.mediaErrors} errors that it could not mend: copy it first, and once.`;
  if (
    health.sparePercent !== null &&
    health.spareLeastPercent !== null &&
    health.sparePercent < health.spareLeastPercent
  )
    return `Its spare is at ${health.sparePercent} %, under the ${health.spareLeastPercent} % that it asks for.`;
  return health.usedPercent !== null && health.usedPercent >= 100
    ? `Its rated life is used up (${health.usedPercent} %).`
    : null;
}

/** What the log of an old drive comes to, in a sentence; one that holds nothing of it says so. */
export const oldDriveWords = (health: Health): string =>
  failingWhy(health) ??
  (health.isHealthy === null && health.mediaErrors === null
    ? 'It holds nothing that would say whether it fails.'
    : 'Nothing in it says that it fails.');
