import { bare } from '../fit';
import { adapters, cases, drive, marl, profile, profiles } from '../fit/demo.test.data';
import { type KitAsked, type KitGroup, kitOf } from '.';

const osprey: KitAsked = {
  profile: profile('braskit-osprey'),
  build: marl(),
  screwMm: 42,
  answers: {},
  revisionId: null,
  route: null,
  cases,
  oldProtocol: null,
  airIsDry: false,
};
const names = (asked: KitAsked, group?: KitGroup) =>
  kitOf(asked)
    .things.filter((thing) => group === undefined || thing.group === group)
    .map(({ name }) => name);
const thing = (asked: KitAsked, part: string) => kitOf(asked).things.find(({ name }) => name.includes(part))!;

describe('tools', () => {
  it('come from the steps that need them, with what is special of bit and shaft', () => {
    expect(thing(osprey, 'long thin PH0')).toMatchObject({
      why: expect.stringContaining('30 mm of shaft'),
      step: expect.stringContaining('feet'),
      improvised: { instead: null, risk: expect.stringContaining('rounds the head') },
    });
    // The stand-off is set over only where the length of the drive changes.
    expect(names(osprey, 'tool')).toContain('5 mm nut driver');
    expect(names({ ...osprey, screwMm: 80 }, 'tool')).not.toContain('5 mm nut driver');
  });

  it('are never called after nothing, on any device, nor twice', () => {
    for (const one of profiles) {
      const all = names({ ...osprey, profile: one, build: bare(drive('ostrel-marl-2000')) });
      expect(all.filter((name) => /null|undefined|^finger/u.test(name))).toEqual([]);
      expect(new Set(all).size).toBe(all.length);
    }
  });
});

describe('what is used up', () => {
  const plover = (answers: Record<string, string>): KitAsked => ({
    ...osprey,
    profile: profile('braskit-plover'),
    build: bare(drive('tolvane-skiff-1000')),
    answers,
  });

  it('hangs on the answers: a new cell is bought only where it is replaced', () => {
    expect(names(plover({ cell: 'new' }), 'consumable')).toEqual(
      expect.arrayContaining(['new cell for this device', 'adhesive strips for the cell']),
    );
    expect(names(plover({ cell: 'stays' }), 'consumable')).not.toContain('new cell for this device');
  });

  it('wipes faces before a pad is laid, and needs nothing of it without one', () => {
    expect(names(osprey, 'consumable')).toEqual(
      expect.arrayContaining(['alcohol of 90 % or more', 'lint-free wipes']),
    );
    expect(thing(osprey, 'alcohol').step).toContain('pad');
    expect(names({ ...osprey, build: { ...marl(), pads: [] } }, 'consumable')).not.toContain(
      'lint-free wipes',
    );
  });
});

describe('what protects', () => {
  it('follows the season: dry winter air wants the strap', () => {
    expect(names({ ...osprey, airIsDry: true }, 'protection')[0]).toBe('wrist strap on grounded metal, mat');
    expect(names(osprey, 'protection')[0]).toBe('wrist strap, or grounded metal to touch');
  });

  it('comes with a change to the case: its tools, glasses and dust mask, and none without', () => {
    const cut = {
      ...osprey,
      profile: profile('braskit-plover'),
      build: { ...bare(drive('tolvane-quay-1000')), adapter: adapters[0]!, caseChangeIds: ['trim-ribs'] },
    };
    expect(names(cut)).toEqual(expect.arrayContaining(['flush cutter', 'protective glasses', 'dust mask']));
    expect(thing(cut, 'glasses').improvised?.instead).toBeNull();
    expect(names({ ...cut, build: bare(drive('tolvane-skiff-1000')) })).not.toContain('protective glasses');
  });

  it('keeps the plug in sight on a device of the mains', () => {
    expect(names({ ...osprey, profile: profile('vellamar-skein') }, 'protection')).toContain(
      'the plug in sight, pulled',
    );
    expect(names(osprey, 'protection')).not.toContain('the plug in sight, pulled');
  });
});

describe('what carries the system across', () => {
  it('is a case that takes each drive, said where none does; a stick; or nothing', () => {
    const copy = { ...osprey, route: 'copy-on-dock' as const, oldProtocol: 'NVMe' as const };
    const [best] = kitOf(copy).things.filter(({ group }) => group === 'dock');
    expect(best).toMatchObject({
      have: expect.any(Number),
      why: expect.stringContaining('for the new drive: USB'),
    });
    const none = kitOf({ ...copy, cases: [], oldProtocol: 'PATA' }).things.filter(
      ({ group }) => group === 'dock',
    );
    expect(none.map(({ name, have }) => [name, have])).toEqual([
      ['a case that takes NVMe', 0],
      ['a case that takes PATA', 0],
      ['hub with its own supply, or two ports', null],
    ]);
    expect(names({ ...osprey, route: 'stick' }, 'dock')).toEqual(['stick of 16 GB or more']);
    expect(names({ ...osprey, route: 'format' }, 'dock')).toEqual([]);
  });
});

it('sums up what must come, by currency', () => {
  const { price } = drive('ostrel-marl-2000');
  const gone = { ...marl(), drive: { ...drive('ostrel-marl-2000'), onShelf: 0 }, pads: [] };
  expect(kitOf({ ...osprey, build: gone }).toBuy).toEqual([price]);
  expect(kitOf({ ...osprey, build: { ...gone, drive: { ...gone.drive, onShelf: 1 } } }).toBuy).toEqual([]);
});
