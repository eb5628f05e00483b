import { adapters, cases, drives, pads, profiles, sinks } from '../fit/demo.test.data';
import { partSchemas } from '../part';
import { DeviceProfile } from '.';

/** Every document that differs from one in a single place: a list emptied, a text emptied, a number below all, a thing missing. */
function* spoilt(value: unknown, rebuild: (inner: unknown) => unknown): Generator<unknown> {
  if (Array.isArray(value)) {
    yield rebuild([]);
    for (const [i, inner] of value.entries())
      yield* spoilt(inner, (other) => rebuild(value.map((one, j) => (i === j ? other : one))));
  } else if (typeof value === 'object' && value !== null) {
    yield rebuild(null);
    for (const [key, inner] of Object.entries(value))
      yield* spoilt(inner, (other) => rebuild({ ...value, [key]: other }));
  } else if (typeof value === 'string') yield rebuild('');
  else if (typeof value === 'number') yield rebuild(-1e9);
}

const one = <T>([first]: T[]): T => {
  if (first === undefined) throw new Error('nothing of it in the demo');
  return first;
};

it.each([
  ['drive', partSchemas.drive, drives.find(({ ownSink }) => ownSink) ?? one(drives)],
  ['pad', partSchemas.pad, one(pads)],
  ['heatsink', partSchemas.heatsink, one(sinks)],
  ['adapter', partSchemas.adapter, one(adapters)],
  ['case', partSchemas.case, one(cases)],
  ...profiles.slice(1, 3).map((profile) => [profile.id, DeviceProfile, profile] as const),
] as const)(
  'a %s that is spoilt in any one place is refused or taken, and never a failure',
  (_, schema, document) => {
    let refused = 0;
    for (const other of spoilt(document, (whole) => whole))
      if (!schema.safeParse(other).success) refused += 1;
    expect(refused).toBeGreaterThan(5);
  },
);
