import { DeviceProfile } from '../device';
import atrium from '../../../demo/devices/quenlo-atrium.json';
import { fillWish } from '../disk';
import { storesOfJob } from '../job';
import { makeSheet } from '../job-view';
import { placeThings } from '../placement';
import { Bench, choose, takeIn } from './bench.test.data';

const stores = (bench: Bench) => {
  const { profile, layout, findBuild } = bench.context;
  const { job } = bench.state;
  return storesOfJob(job, profile, layout, job.choice && findBuild(job.choice));
};
const thing = (id: string, gb: number) => ({
  id,
  name: `Game ${id}`,
  kind: 'games',
  bytes: gb * 1e9,
  usesPerWeek: 2,
  needs: 'fast' as const,
  now: null,
  pinned: null,
});

describe('the stores of a job', () => {
  it('are the new drive by its layout, with a tenth left free; before one is chosen the size that is wanted', () => {
    const bench = new Bench();
    expect(stores(bench)).toMatchObject([{ id: 'drive', roomBytes: 1.8e12, runs: 'all' }]);
    bench.do(choose('ostrel-marl-2000', ['lindrel-soft-250']));
    bench.do({ kind: 'lay-out', wish: fillWish });
    const [drive] = stores(bench);
    expect(drive?.roomBytes).toBeLessThan(1.8e12);
    expect(drive?.roomBytes).toBeGreaterThan(1.7e12);
    expect(drive?.readBytesPerS).toBeGreaterThan(6e9);
  });

  it('of a console with an expansion bay its soldered store too, at the least that it is sold with', () => {
    const device = DeviceProfile.parse(atrium);
    const bench = new Bench({ ...takeIn, profileId: device.id, placeId: 'bay' }, device);
    expect(stores(bench).map(({ id, runs }) => [id, runs])).toEqual([
      ['soldered', 'all'],
      ['bay', 'all'],
    ]);
    expect(stores(bench)[0]?.roomBytes).toBeGreaterThan(0);
  });
});

it('where things go is kept with the job where it has room, and stands on the sheet', () => {
  const bench = new Bench();
  const question = { items: [thing('a', 80), thing('b', 1900)], stores: stores(bench), fetchBytesPerS: 6e6 };
  const { placed } = placeThings(question);
  expect(placed).toEqual({ a: 'drive', b: null });
  expect(bench.do({ kind: 'things', question, placed: { a: 'drive', b: 'drive' } })).toBe('no-room');
  expect(bench.do({ kind: 'things', question, placed: { a: 'attic' } })).toBe('no-room');
  const twice = { ...question, items: [thing('a', 1), thing('a', 2)] };
  expect(bench.do({ kind: 'things', question: twice, placed })).toBe('twice');
  expect(bench.do({ kind: 'things', question, placed })).toBe('ok');
  expect(bench.state.history.at(-1)!.sentence).toMatch(/1 on .*80 GB.*1 nowhere/u);
  expect(makeSheet(bench.state, bench.context)).toMatchObject({
    things: [
      { count: 1, names: ['Game a'], bytes: 80e9 },
      { store: 'nowhere: fetched when wanted', count: 1 },
    ],
    placeOfKinds: [{ kind: 'games' }],
  });
});
