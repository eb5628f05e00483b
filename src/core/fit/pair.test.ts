import { type Adapter, pairOf } from '../part';
import { adapters, drive, profile, setting } from './demo.test.data';
import { type Setting, bare, canGoIn, fit, rankDrives } from '.';

const single = adapters.find(({ takes }) => takes.kind === 'card');
const card = drive('lindrel-shell-128');

/** The Reed with that adapter in the place of its own. */
function reed(takes: Partial<Adapter['takes']>): { where: Setting; adapter: Adapter } {
  if (!single) throw new Error('no card adapter in the demo');
  const adapter = { ...single, takes: { ...single.takes, ...takes } };
  const device = profile('vellamar-reed');
  const places = device.places.map((place) => ({ ...place, adapters: [{ adapter, caseChangeId: null }] }));
  return { where: setting('vellamar-reed', { profile: { ...device, places } }), adapter };
}
const slotsVerdict = (takes: Partial<Adapter['takes']>, one = card) => {
  const { where, adapter } = reed(takes);
  const margin = fit(where, { ...bare(one), adapter }).margins.find(({ id }) => id === 'adapter-slots');
  return margin?.verdict ?? null;
};

it('two cards go where two are joined, and are judged as two', () => {
  const pair = pairOf(card);
  expect(slotsVerdict({ slots: 2, joins: true }, pair)).toBe('clear');
  expect(slotsVerdict({ slots: 2, joins: false }, pair)).toBe('over');
  expect(slotsVerdict({ slots: 1 }, pair)).toBe('over');
  expect(slotsVerdict({ slots: 2, joins: false })).toBe('clear');
  expect(slotsVerdict({ slots: 1 })).toBeNull();
  const { where, adapter } = reed({ slots: 2, joins: true });
  const [one, two] = [card, pair].map((drives) => fit(where, { ...bare(drives), adapter }));
  expect(two?.freeShownBytes).toBeGreaterThan(1.9 * (one?.freeShownBytes ?? Infinity));
  // 128 GB twice is all that this player takes; of 256 it is over.
  expect(fit(where, { ...bare(pairOf(drive('lindrel-shell-256'))), adapter }).worst.verdict).toBe('over');
  expect(canGoIn(where, pair)).toBe(true);
  expect(canGoIn(reed({ slots: 1 }).where, pair)).toBe(false);
});

it('two cards stand in the ranking beside one, with the price of both', () => {
  const { where } = reed({ slots: 2, joins: true });
  const lines = rankDrives(
    where,
    [card, pairOf(card)],
    { pads: [], sinks: [] },
    { currency: 'EUR', prefers: [], shelfFirst: false },
  );
  const minor = (count: number) =>
    lines.find(({ build }) => build.drive.labelGB === 128 * count)?.minor ?? NaN;
  expect(minor(2) - minor(1)).toBe(card.price.minor);
});
