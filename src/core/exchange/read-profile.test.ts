import { profiles } from '../fit/demo.test.data';
import { readProfile } from '.';

// Spoilt on purpose: what is wrong with it is what no type would let through.
// eslint-disable-next-line @typescript-eslint/no-explicit-any
type Loose = any;
const wren = (): Loose => JSON.parse(JSON.stringify(profiles.find(({ id }) => id === 'braskit-wren')));
const details = (document: unknown) => {
  const read = readProfile(document);
  return read.ok
    ? []
    : (read.fault.details ?? []).map(({ where, what, mend }) => `${where}: ${what} ${mend}`);
};

it.each(profiles.map((profile) => [profile.id, profile] as const))(
  '%s is read as it was exported',
  (_, profile) => {
    expect(readProfile(JSON.parse(JSON.stringify(profile)))).toEqual({ ok: true, value: profile });
  },
);

it.each([
  [
    'at the top',
    (d: Loose) => (d.familiy = 'x'),
    /familiy: Nothing is called “familiy” here. The nearest name is “family”/u,
  ],
  ['in a place', (d: Loose) => (d.places[0].lane = 4), /drive › lane: .*“lanes”/u],
  ['in a step', (d: Loose) => (d.procedure.open[0].minuts = 4), /lay-out › minuts: .*“minutes”/u],
  ['in a figure', (d: Loose) => (d.places[0].powerAtMostW.vlaue = 4), /vlaue: .*“value”/u],
  ['in a way', (d: Loose) => (d.ways.stick.looses = []), /looses: .*“loses”/u],
])('a field that nobody reads, %s, is told with the nearest name', (_, spoil, told) => {
  const d = wren();
  spoil(d);
  expect(details(d).join('\n')).toMatch(told);
});

it('all that is wrong is told at once, with its place in words and what would mend it', () => {
  const d = wren();
  d.procedure.open.find(({ id }: Loose) => id === 'cover').back = { none: 'n' };
  d.procedure.open.find(({ id }: Loose) => id === 'back-screws').tool = 'plastic pick';
  d.colour = 'blue';
  const read = readProfile(d);
  expect(read).toMatchObject({ ok: false, fault: { code: 'profile' } });
  expect(details(d)).toHaveLength(3);
  expect(details(d)[0]).toMatch(/^procedure › open › back-screws: step back-screws: .*Name a tool with PH0/u);
  expect(read.ok ? '' : read.fault.sentence).toMatch(/^3 things are wrong/u);
});

it.each([
  ['jicara.device/1', /of the format jicara.device\/1; this release reads jicara.device\/2/u],
  ['something/9', /is no format of a device profile/u],
])('another version (%s) is named', (schema, told) => {
  const read = readProfile({ ...wren(), schema });
  expect(read.ok ? '' : read.fault.sentence).toMatch(told);
  expect(read).toMatchObject({ fault: { code: 'profile-version' } });
});

it('ten thousand steps, and ten thousand fields, are refused at once and not listed to the last', () => {
  const d = wren();
  d.procedure.open = Array.from({ length: 10_000 }, (_, i) => ({ ...d.procedure.open[0], id: `s${i}` }));
  for (let i = 0; i < 10_000; i += 1) d[`field${i}`] = i;
  const began = performance.now();
  const read = readProfile(d);
  expect(performance.now() - began).toBeLessThan(5000);
  expect(read.ok ? 0 : read.fault.details?.length).toBe(60);
});

it.each([null, 7, 'text', [], {}])('%j is no profile, and says so', (document) => {
  expect(readProfile(document)).toMatchObject({ ok: false, fault: { code: 'profile' } });
});
