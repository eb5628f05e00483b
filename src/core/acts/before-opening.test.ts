import atriumData from '../../../demo/devices/quenlo-atrium.json';
import { DeviceProfile } from '../device';
import { holdsOf, lossesOfJob, nextStep } from '../job';
import { makeSheet } from '../job-view';
import { howKnown, partitionBefore, sheetMarkdown } from '../sheet';
import { chargeOfWay, lossesOf, rankWays } from '../route';
import { showBytes } from '../units';
import { permit } from '.';
import { Bench, choose, oldDrive, profile, proof, takeIn } from './bench.test.data';
import { fillWish } from '../disk';

const atrium = DeviceProfile.parse(atriumData);
const codes = (bench: Bench) => holdsOf(bench.state, bench.context).map(({ code }) => code);
const first = (bench: Bench) => bench.do({ kind: 'step', stepId: nextStep(bench.state, bench.context)!.id });
const last = (bench: Bench) => bench.state.history.at(-1)!.sentence;

describe('encryption is settled before the first screw where the old drive’s bytes are carried', () => {
  it('unknown or on holds the opening; off, or on with its key at hand, lifts it', () => {
    const unknown = new Bench({ ...takeIn, encryption: 'unknown' });
    expect(first(unknown)).toBe('hold-encryption');
    // A key alone says nothing of whether it is on.
    unknown.do({ kind: 'observe', fact: 'key.at-hand', value: true });
    expect(first(unknown)).toBe('hold-encryption');
    unknown.do({ kind: 'observe', fact: 'encryption.on', value: true });
    expect(first(unknown)).toBe('ok');
    const off = new Bench({ ...takeIn, encryption: 'yes' });
    expect(first(off)).toBe('hold-encryption');
    expect(off.do({ kind: 'override', code: 'encryption', reason: 'no time for it' })).toBe(
      'hold-encryption',
    );
    off.do({ kind: 'observe', fact: 'encryption.on', value: false });
    expect(first(off)).toBe('ok');
  });

  it('asks nothing where the device writes its drive anew', () => {
    const bench = new Bench({ ...takeIn, encryption: 'unknown', dataToKeep: false });
    bench.do({ kind: 'route', route: 'network' });
    expect(codes(bench)).not.toContain('encryption');
  });

  it('tells the owner to look whether it is on again', () => {
    const told = (bench: Bench) =>
      makeSheet({ ...bench.state, job: { ...bench.state.job, copy: proof } }, bench.context).firstDays.join(
        ' ',
      );
    expect(told(new Bench({ ...takeIn, encryption: 'yes' }))).toMatch(/Encryption was on before the work/u);
    // Found to be on later, it is told as well.
    const found = new Bench({ ...takeIn, encryption: 'unknown' });
    expect(told(found)).not.toMatch(/Encryption/u);
    found.do({ kind: 'observe', fact: 'encryption.on', value: true });
    found.do({ kind: 'observe', fact: 'encryption.on', value: false });
    expect(told(found)).toMatch(/Encryption was on before the work/u);
  });
});

describe('what a way loses', () => {
  const content = { isEmpty: false, usedBytes: 400e9, dataToKeep: true };

  it('is what lies on the old drive where the profile names nothing, and never “keeps all” of a full bay', () => {
    expect(lossesOf(atrium, 'format', content)).toEqual(['what lies on the old drive (400 GB)']);
    expect(lossesOf(atrium, 'format', { ...content, usedBytes: null })[0]).toMatch(
      /nobody has said how much/u,
    );
    expect(lossesOf(atrium, 'format', { ...content, usedBytes: 0, dataToKeep: false })).toEqual([]);
    expect(lossesOf(atrium, 'format', { ...content, isEmpty: true })).toEqual([]);
    expect(lossesOf(atrium, 'copy-on-dock', content)).toEqual([]);
  });

  it('ranks a way that keeps all before a quicker one that does not', () => {
    const spread = { least: 60, middle: 60, most: 60 };
    const ways = rankWays(atrium, {
      ...content,
      driveBytes: 1e12,
      isEncrypted: false,
      copyTime: () => ({ least: 9e4, middle: 9e4, most: 9e4 }),
      stickRate: spread,
      networkRate: spread,
    });
    const at = (id: string) => ways.findIndex((way) => way.id === id);
    expect(at('copy-on-dock')).toBeLessThan(at('format'));
  });

  it('is asked item by item; the hold goes once each is said, and all of it stands on the sheet', () => {
    const bench = new Bench({ ...takeIn, profileId: profile.id });
    bench.do({ kind: 'route', route: 'stick' });
    const losses = lossesOfJob(bench.state.job, profile);
    const [one = '', ...others] = losses;
    expect(others.length).toBeGreaterThan(0);
    expect(codes(bench)).toContain('second-copy');
    expect(bench.do({ kind: 'loss', what: 'the moon', fate: 'may-go' })).toBe('no-loss');
    for (const what of others) bench.do({ kind: 'loss', what, fate: 'may-go' });
    expect(codes(bench)).toContain('second-copy');
    bench.do({ kind: 'loss', what: one, fate: 'may-go' });
    bench.do({ kind: 'loss', what: one, fate: 'saved' });
    expect(last(bench)).toBe(`Does not come across, and is saved elsewhere: ${one}.`);
    expect(codes(bench)).not.toContain('second-copy');
    const sheet = makeSheet(bench.state, bench.context);
    expect(sheet.losses).toEqual(losses.map((what, i) => ({ what, fate: i === 0 ? 'saved' : 'may-go' })));
    expect(sheetMarkdown(sheet, { locale: 'en-GB' })).toContain('## What did not come across');
    const unasked = makeSheet({ ...bench.state, job: { ...bench.state.job, losses: [] } }, bench.context);
    expect(sheetMarkdown(unasked, { locale: 'en-GB' })).toContain('nobody asked the owner');
  });
});

describe('the sheet says how each thing is known', () => {
  const known = (kind: 'measured' | 'reading' | 'owner' | 'default' | 'computed' | 'data-sheet-maximum') =>
    howKnown({ id: 'x', value: { known: true, value: 1, minus: 0, plus: 0, origin: { kind, note: '' } } });

  it('seen, stated, forecast, not known', () => {
    expect(known('measured')).toBe('stated');
    expect(known('reading')).toBe('seen');
    expect(known('owner')).toBe('stated');
    expect(known('data-sheet-maximum')).toBe('stated');
    expect(known('default')).toBe('forecast');
    expect(known('computed')).toBe('forecast');
    expect(howKnown({ id: 'x', value: { known: false, what: '', howToGet: '' } })).toBe('unknown');
  });

  it('a fresh system has no partitions of before, whatever the old drive held', () => {
    const bench = new Bench({ ...takeIn, oldDrive, dataToKeep: false });
    bench.do(choose('ostrel-marl-2000', ['lindrel-soft-250']));
    bench.do({ kind: 'lay-out', wish: fillWish });
    bench.do({ kind: 'route', route: 'network' });
    const sheet = makeSheet(bench.state, bench.context);
    expect(sheet.partitions.length).toBeGreaterThan(0);
    for (const partition of sheet.partitions) {
      expect(partitionBefore(partition, (bytes) => showBytes(bytes))).toBe('fresh');
      expect(partition.change).toBe('made new by the device, size as planned');
    }
    const [, partitions] = sheetMarkdown(sheet, { locale: 'en-GB' }).split('## Partitions');
    expect(partitions).not.toMatch(/\| 0 B \|/u);
  });

  it('warns of the cell only where there is one', () => {
    const cautions = (device: DeviceProfile) => {
      const bench = new Bench({ ...takeIn, profileId: device.id }, device);
      return makeSheet(bench.state, bench.context).cautions.join(' ');
    };
    expect(cautions(profile)).toMatch(/first charge/u);
    expect(cautions(atrium)).not.toMatch(/charge|bulges/u);
    expect(cautions(atrium)).toMatch(/mains supply/u);
  });
});

describe('what the device does alone', () => {
  const held = (bench: Bench) =>
    holdsOf(bench.state, bench.context).find(({ code }) => code === 'unattended');
  const begun = (chargePercent: number | null) => {
    const bench = new Bench({ ...takeIn, dataToKeep: false, chargePercent });
    bench.do({ kind: 'route', route: 'network' });
    return bench;
  };

  it('is begun with the charger in, whatever little is left; a copy on the dock asks nothing', () => {
    const bench = begun(8);
    expect(held(bench)).toMatchObject({ stops: ['unattended'], override: 'technician' });
    expect(held(bench)!.why).toMatch(/takes up to \d+ % of a full charge, and 8 % was left/u);
    bench.do({ kind: 'observe', fact: 'charger.connected', value: true });
    expect(held(bench)).toBeUndefined();
    expect(held(new Bench())).toBeUndefined();
    expect(held(begun(null))!.why).toMatch(/nobody has said what is left/u);
  });

  it('stops the key that begins it', () => {
    const bench = begun(8);
    const on = { onAt: bench.at, real: false, menu: true, pace: 1, presses: [] };
    const state = { ...bench.state, job: { ...bench.state.job, power: on } };
    const code = (fact: boolean) => {
      const facts = fact
        ? { ...state.facts, 'charger.connected': { value: true, at: bench.at, by: 'IM' } }
        : state.facts;
      const said = permit({ ...state, facts }, { kind: 'press', key: 'network' }, bench.context);
      return said.ok ? 'ok' : said.fault.code;
    };
    expect(code(false)).toBe('hold-unattended');
    expect(code(true)).toBe('ok');
  });

  it('needs no charger where enough is known to be left, nor where there is no cell', () => {
    const enough = chargeOfWay(profile, 'format');
    const most = enough?.known ? enough.value + (enough.plus ?? 0) : Infinity;
    const bench = new Bench({ ...takeIn, dataToKeep: false, chargePercent: 100 });
    bench.state = { ...bench.state, job: { ...bench.state.job, route: 'format' } };
    expect(held(bench) === undefined).toBe(most <= 100);
    const console_ = new Bench({ ...takeIn, profileId: atrium.id, dataToKeep: false }, atrium);
    console_.do({ kind: 'route', route: 'format' });
    expect(held(console_)).toBeUndefined();
  });
});
