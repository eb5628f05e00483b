import type { RecordedAct, RecordedKind } from './recorded-act';

const kindWords: Readonly<Record<RecordedKind, string>> = Object.freeze({
  'switch-off': 'Switch it off',
  'mains-out': 'Pull the mains plug',
  wait: 'Wait',
  ground: 'Touch grounded metal',
  unscrew: 'Unscrew',
  loosen: 'Loosen',
  twist: 'Twist the tabs of',
  unplug: 'Unplug',
  pry: 'Pry off',
  lift: 'Lift off',
  slide: 'Slide off',
  peel: 'Peel off',
  'no-battery': 'No battery inside: looked and found none',
  'no-mains': 'No supply inside: looked and found none',
  draw: 'Draw the old drive',
});

/** An act in words, as the list and the history have it. */
export function recordedWords({ what, of, count, lengthMm, bit, waitMinutes }: RecordedAct): string {
  const size = [bit, lengthMm === null ? null : `${lengthMm} mm`].filter(Boolean).join(' · ');
  switch (what) {
    case 'unscrew':
      return `Unscrew ${count} ${count === 1 ? 'screw' : 'screws'} of the ${of} (${size})`;
    case 'loosen':
      return `Loosen ${count} captive ${count === 1 ? 'screw' : 'screws'} of the ${of} (${size})`;
    case 'twist':
      return `Twist ${count} ${count === 1 ? 'tab' : 'tabs'} of the ${of}`;
    case 'wait':
      return `Wait ${waitMinutes} minutes${of ? `: ${of}` : ''}`;
    default:
      return [kindWords[what], of && `the ${of}`]
        .filter(Boolean)
        .join(' ')
        .replace(/ the the /u, ' the ');
  }
}
