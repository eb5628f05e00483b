import type { CopyProof } from '../copy';
import { fillWish } from '../disk';
import fc from 'fast-check';
import { exact } from '../margin';
import { screwsOut } from '../work';
import { decide, permit } from '.';
import { stepsOf, stationStatesOf, currentStation, holdsOf, ledgerOf, nextStep } from '../job';
import { Bench, dock, profile, proof, takeIn, choose, oldDrive, running } from './bench.test.data';

const chosen = choose('ostrel-marl-2000', ['lindrel-soft-250']);
const reading = (value: number) => exact(value, { kind: 'reading', note: 'test' });

function prepared(given = takeIn) {
  const bench = new Bench(given);
  expect(bench.do(chosen)).toBe('ok');
  expect(bench.do({ kind: 'lay-out', wish: fillWish })).toBe('ok');
  return bench;
}

/** Does the next acts of the hands while they belong to the station. */
function hands(bench: Bench, station: string) {
  for (
    let act = nextStep(bench.state, bench.context);
    act?.station === station;
    act = nextStep(bench.state, bench.context)
  ) {
    const said = bench.do({ kind: 'step', stepId: act.id });
    if (said !== 'ok') return said;
  }
  return 'ok';
}

function copied() {
  const bench = prepared();
  hands(bench, 'open');
  bench.report({ kind: 'docked', dock });
  bench.do({ kind: 'arm', label: 'KV-2207' });
  bench.report({ kind: 'copy-begun' });
  bench.report({ kind: 'copied', proof });
  return bench;
}

describe('job', () => {
  it('runs from taking in to the sheet', () => {
    const bench = copied();
    expect(hands(bench, 'swap')).toBe('ok');
    expect(hands(bench, 'close')).toBe('ok');
    expect(bench.do({ kind: 'switch-on' })).toBe('ok');
    bench.report({ kind: 'switched-on', shown: running });
    const main = bench.context.layout!.partitions[1]!;
    const bytes = (main.to.lastSector - main.to.firstSector + 1) * 512;
    expect(bench.do({ kind: 'prove' })).toBe('prove-unknown');
    bench.do({ kind: 'read', name: 'size-shown', value: reading(bytes * 0.999) });
    bench.do({ kind: 'read', name: 'read-test', value: reading(6.9e9) });
    bench.do({ kind: 'read', name: 'parts-shown', value: reading(3) });
    expect(bench.do({ kind: 'prove' })).toBe('ok');
    expect(bench.do({ kind: 'hand-over', oldDrive: 'kept' })).toBe('ok');
    const stations = stationStatesOf(bench.state, bench.context);
    expect(stations.every((station) => station.state === 'done')).toBe(true);
    expect(currentStation(stations)).toBe('hand-over');
    expect(bench.do({ kind: 'step-back' })).toBe('closed');
    expect(bench.do({ kind: 'take-back' })).toBe('ok');
    expect(bench.state.job).toMatchObject({ handedOver: null, proved: true });
    expect(bench.do({ kind: 'take-back' })).toBe('not-handed-over');
  });

  /** A job whose readings are all good, with what the copier reported. */
  function read(copy: CopyProof) {
    const bench = prepared();
    hands(bench, 'open');
    bench.report({ kind: 'docked', dock });
    bench.do({ kind: 'arm', label: 'KV-2207' });
    bench.report({ kind: 'copy-begun' });
    bench.report({ kind: 'copied', proof: copy });
    if (copy.grade === 'not-read-back')
      bench.do({ kind: 'override', code: 'copy-unverified', reason: 'the old drive stays here' });
    hands(bench, 'swap');
    hands(bench, 'close');
    bench.report({ kind: 'switched-on', shown: running });
    const main = bench.context.layout!.partitions[1]!;
    bench.do({
      kind: 'read',
      name: 'size-shown',
      value: reading((main.to.lastSector - main.to.firstSector) * 512),
    });
    bench.do({ kind: 'read', name: 'read-test', value: reading(6.9e9) });
    bench.do({ kind: 'read', name: 'parts-shown', value: reading(3) });
    return bench;
  }

  it('comes to its end where reading back was skipped: the reason stands on the sheet, and nothing is called matched', () => {
    const reason = 'the ferry leaves at noon';
    const bench = read({ ...proof, grade: 'not-read-back', readBack: { mode: 'skipped', reason } });
    expect(bench.state.history.find(({ kind }) => kind === 'copied')?.sentence).toMatch(
      /^Written, not read back/u,
    );
    expect(bench.do({ kind: 'prove' })).toBe('ok');
    expect(bench.do({ kind: 'hand-over', oldDrive: 'kept' })).toBe('ok');
    const { sheet } = bench.state.job.handedOver!;
    expect(sheet.copy!.readBack.reason).toBe(reason);
    expect(sheet.notes.map(({ text }) => text).join()).toContain('the old drive stays here');
    expect(sheet.margins.find(({ margin }) => margin.id === 'mismatches')!.margin.verdict).toBe('unknown');
  });

  it('is proved with bytes lost on the old drive only by what the owner decided, which stands on the sheet', () => {
    const lost = { offset: 0, bytes: 4096, part: 'system and games', area: 'GAMES/G002.DAT' };
    const bench = read({ ...proof, unreadable: [lost] });
    expect(bench.do({ kind: 'prove' })).toBe('prove-over');
    expect(bench.do({ kind: 'prove', reason: 'the game is fetched again' })).toBe('ok');
    expect(bench.do({ kind: 'hand-over', oldDrive: 'kept' })).toBe('ok');
    const { sheet } = bench.state.job.handedOver!;
    expect(sheet.notes.at(-1)!.text).toContain('the game is fetched again');
  });

  it('takes no reason for a copy that differs, nor for what nobody has read', () => {
    const differs = read({ ...proof, mismatches: 2 });
    expect(differs.do({ kind: 'prove', reason: 'it will do' })).toBe('prove-over');
    const unread = read(proof);
    unread.state = { ...unread.state, job: { ...unread.state.job, readings: {} } };
    expect(unread.do({ kind: 'prove', reason: 'it will do' })).toBe('prove-unknown');
  });

  it('is not proved by the old size, a slow test or a part that is gone', () => {
    const bench = copied();
    hands(bench, 'swap');
    hands(bench, 'close');
    expect(bench.do({ kind: 'read', name: 'read-test', value: reading(1) })).toBe('not-started');
    bench.report({ kind: 'switched-on', shown: running });
    bench.do({ kind: 'read', name: 'size-shown', value: reading(512e9) });
    bench.do({ kind: 'read', name: 'read-test', value: reading(6.9e9) });
    bench.do({ kind: 'read', name: 'parts-shown', value: reading(3) });
    expect(bench.do({ kind: 'prove' })).toBe('prove-over');
    expect(bench.do({ kind: 'hand-over', oldDrive: 'kept' })).toBe('not-proved');
  });

  it('makes the way back from the way in: every screw home, battery before cover, drive only once', () => {
    const bench = copied();
    const back = stepsOf(bench.state.job, bench.context).filter((act) => act.station === 'close');
    expect(back.map((act) => act.id)).toEqual([
      'back-fan-aside',
      'back-battery-out',
      'back-battery-plug',
      'back-cover',
      'back-feet',
      'back-back-screws',
      'back-grips',
      'back-lay-out',
    ]);
    hands(bench, 'swap');
    expect(screwsOut(ledgerOf(bench.state, bench.context))).toBe(13);
    hands(bench, 'close');
    expect(ledgerOf(bench.state, bench.context)).toMatchObject({ inBowl: 0, total: 14 });
  });

  it('moves the stand-off only where the length changes', () => {
    const ids = (bench: Bench) => stepsOf(bench.state.job, bench.context).map((act) => act.id);
    expect(ids(prepared())).toContain('stand-off');
    expect(ids(prepared({ ...takeIn, oldDrive: { ...oldDrive, formFactor: '2280-S3-M' } }))).not.toContain(
      'stand-off',
    );
  });

  it('keeps the ledger exact and the board dead on any walk back and forth', () => {
    fc.assert(
      fc.property(fc.array(fc.boolean(), { maxLength: 60 }), (forward) => {
        const bench = copied();
        for (const go of forward) {
          const next = nextStep(bench.state, bench.context);
          const before = bench.state.facts;
          const said =
            go && next ? bench.do({ kind: 'step', stepId: next.id }) : bench.do({ kind: 'step-back' });
          if (go && next?.touchesBoard && said === 'ok' && before['battery.connected']?.value !== false)
            return false;
          const ledger = ledgerOf(bench.state, bench.context);
          const inPlace = ledger.rows.reduce((total, row) => total + row.inPlace, 0);
          if (inPlace + ledger.inBowl !== 14) return false;
        }
        hands(bench, 'swap');
        hands(bench, 'close');
        return screwsOut(ledgerOf(bench.state, bench.context)) === 0;
      }),
    );
  });
});

describe('what follows when a number changes', () => {
  const known = (value: number) => ({
    ...reading(value),
    origin: { kind: 'measured', note: 'test' } as const,
  });

  it('a choice that a new measure refuses is taken back, with its layout; a kind one leaves it', () => {
    const bench = prepared();
    expect(bench.do({ kind: 'measure', measures: { coverMm: known(9.9) } })).toBe('ok');
    expect(bench.state.job.choice).not.toBeNull();
    expect(bench.do({ kind: 'measure', measures: { coverMm: known(8) } })).toBe('ok');
    expect([bench.state.job.choice, bench.state.job.wish]).toEqual([null, null]);
    expect(bench.state.history.at(-1)?.sentence).toBe(
      'Measured: inside of the cover 8.00 mm. The chosen drive is taken back: Height under the cover: 9.10 ±0.11 mm, allowed is at most 8.00 mm.',
    );
  });

  it('so is one that is smaller than the old drive as it was corrected', () => {
    const bench = prepared();
    bench.do({ kind: 'amend', takeIn: { ...takeIn, oldDrive: { ...oldDrive, labelGB: 4000 } } });
    expect(bench.state.job.choice).toBeNull();
  });

  it('an old drive outside the label rule is laid out by its label; one that cannot hold the parts is not', () => {
    const old = (labelGB: number) => ({ ...takeIn, oldDrive: { ...oldDrive, labelGB } });
    const { layout } = prepared(old(32)).context;
    expect(layout?.sourceSectors).toBe(62_500_000);
    const bench = new Bench(old(2));
    bench.do(chosen);
    expect(bench.do({ kind: 'lay-out', wish: fillWish })).toBe('parts-too-large');
  });

  it('on the dock the choice stands, Swap refuses it, and another can be chosen once the drives are out', () => {
    const bench = copied();
    bench.do({ kind: 'measure', measures: { coverMm: known(8) } });
    expect(bench.state.job.choice).not.toBeNull();
    expect(hands(bench, 'swap')).toBe('does-not-fit');
    // Nor is a drive swapped in whose fit has become unknown meanwhile.
    const next = nextStep(bench.state, bench.context)!;
    const cover = { known: false, what: 'height of the cover', howToGet: 'Measure it.' } as const;
    bench.do({ kind: 'measure', measures: { coverMm: cover } });
    expect(decide(bench.state, { kind: 'step', stepId: next.id }, bench.context)).toMatchObject({
      fault: { code: 'hold-fit-unmeasured', sentence: expect.stringContaining('inside of the cover') },
    });
    bench.do({ kind: 'measure', measures: { coverMm: known(8) } });
    expect(bench.do({ kind: 'undock' })).toBe('ok');
    bench.report({ kind: 'undocked' });
    expect(bench.state.job).toMatchObject({ dock: null, copy: null, choice: null, wish: null });
    expect(bench.state.history.at(-1)?.sentence).toContain('The chosen drive is taken back');
    expect(bench.state.facts['copy.verified']).toBeUndefined();
    bench.do({ kind: 'measure', measures: { coverMm: known(9.9) } });
    expect(bench.do(chosen)).toBe('ok');
  });
});

describe('the history', () => {
  it('says in words what was looked at, read and seen', () => {
    const bench = copied();
    const said = () => bench.state.history.at(-1)?.sentence;
    bench.do({ kind: 'observe', fact: 'card.inserted', value: false });
    expect(said()).toBe('Looked: card not inserted.');
    hands(bench, 'swap');
    hands(bench, 'close');
    bench.do({ kind: 'observe-start', outcome: 'no-start-device' });
    expect(said()).toBe('It did not start: it finds nothing to start from. Seen on the device.');
    bench.do({ kind: 'observe-start', outcome: 'started' });
    bench.do({ kind: 'read', name: 'size-shown', value: reading(2 ** 40) });
    expect(said()).toBe('Size the device shows: 1 TB, test.');
  });
});

describe('what is refused', () => {
  it('a drive that does not fit, and one of which nobody knows', () => {
    const bench = new Bench();
    expect(bench.do({ ...chosen, driveId: 'kelvane-dusk-2000' })).toBe('does-not-fit');
    expect(bench.do({ ...chosen, driveId: 'kelvane-vesper-2000' })).toBe('fit-unknown');
    // With a reason it may be taken all the same, and the reason stays with the job; never what is over.
    expect(bench.do({ ...chosen, driveId: 'kelvane-vesper-2000', reason: 'measured by hand' })).toBe('ok');
    expect(bench.state.job.choice?.reason).toBe('measured by hand');
    expect(bench.do({ ...chosen, driveId: 'kelvane-dusk-2000', reason: 'it will do' })).toBe('does-not-fit');
    expect(bench.do({ ...chosen, reason: 'not needed' })).toBe('ok');
    expect(bench.state.job.choice?.reason).toBeNull();
    expect(bench.do({ ...chosen, driveId: 'nerrow-cask-256' })).toBe('does-not-fit');
    expect(bench.do({ ...chosen, driveId: 'no-such-drive' })).toBe('not-found');
    const [place] = profile.places;
    const form = { ...place!.form, sink: { kind: 'optional' as const } };
    const open = { ...profile, places: [{ ...place!, form }] } as typeof profile;
    expect(decide(bench.state, chosen, { ...bench.context, profile: open })).toMatchObject({
      fault: { code: 'no-sink' },
    });
    expect(new Bench().do({ kind: 'lay-out', wish: fillWish })).toBe('no-drive');
  });

  it.each([
    ['card', { card: 'yes' }, { kind: 'observe', fact: 'card.inserted', value: false }],
    ['card', { card: 'unknown' }, { kind: 'observe', fact: 'card.inserted', value: false }],
    ['charge', { chargePercent: 64 }, { kind: 'charge', percent: 20 }],
    ['charge', { chargePercent: null }, { kind: 'charge', percent: 24.5 }],
    ['consent', { consent: false }, { kind: 'observe', fact: 'consent.given', value: true }],
    ['swollen', { swollen: 'unknown' }, { kind: 'observe', fact: 'battery.swollen', value: false }],
  ] as const)('opening, held by %s until it is lifted', (code, given, remedy) => {
    const bench = prepared({ ...takeIn, ...given });
    expect(bench.do({ kind: 'step', stepId: 'lay-out' })).toBe(`hold-${code}`);
    expect(stationStatesOf(bench.state, bench.context)[3]?.state).toBe('held');
    expect(bench.do(remedy)).toBe('ok');
    expect(bench.do({ kind: 'step', stepId: 'lay-out' })).toBe('ok');
  });

  it('exactly at the charge limit, and everything while a cell is swollen', () => {
    expect(
      prepared({ ...takeIn, chargePercent: profile.opening.chargeBelowPercent }).do({
        kind: 'step',
        stepId: 'lay-out',
      }),
    ).toBe('hold-charge');
    const bench = prepared({ ...takeIn, swollen: 'yes' });
    expect(holdsOf(bench.state, bench.context)[0]).toMatchObject({ code: 'swollen', override: 'nobody' });
    expect(bench.do({ kind: 'step', stepId: 'lay-out' })).toBe('hold-swollen');
  });

  it('the board while the battery could be plugged in', () => {
    const bench = prepared();
    for (const stepId of [
      'lay-out',
      'power-off',
      'grips',
      'back-screws',
      'feet',
      'cover',
      'ground',
      'battery-plug',
    ])
      expect(bench.do({ kind: 'step', stepId })).toBe('ok');
    expect(bench.do({ kind: 'step-back' })).toBe('ok');
    expect(bench.do({ kind: 'step', stepId: 'battery-out' })).toBe('step-order');
    expect(bench.do({ kind: 'step', stepId: 'cover' })).toBe('step-done');
    const forced = { ...bench.state, doneSteps: [...bench.state.doneSteps, 'battery-plug', 'drain'] };
    bench.state = forced;
    expect(bench.do({ kind: 'step', stepId: 'battery-out' })).toBe('hold-battery');
  });

  it('docking while the drive is inside, the wrong label, copying unarmed or encrypted', () => {
    const bench = prepared();
    expect(permit(bench.state, { kind: 'dock', caseId: 'tarn-5' }, bench.context)).toMatchObject({
      fault: { code: 'drive-inside' },
    });
    expect(bench.do({ kind: 'copy' })).toBe('not-docked');
    hands(bench, 'open');
    expect(permit(bench.state, { kind: 'dock', caseId: 'tarn-5' }, bench.context).ok).toBe(true);
    bench.report({ kind: 'docked', dock });
    expect(bench.do({ kind: 'step-back' })).toBe('docked');
    // Found to be on while the drive lies on the dock.
    bench.do({ kind: 'observe', fact: 'encryption.on', value: true });
    expect(bench.do({ kind: 'copy' })).toBe('hold-encryption');
    bench.do({ kind: 'observe', fact: 'encryption.on', value: false });
    expect(bench.do({ kind: 'copy' })).toBe('hold-label');
    // Typing it is the station's own work: the stations shows no hold.
    expect(stationStatesOf(bench.state, bench.context)[4]).toMatchObject({
      id: 'carry-over',
      state: 'current',
    });
    expect(bench.do({ kind: 'arm', label: 'kv-2206' })).toBe('source-label');
    expect(bench.do({ kind: 'arm', label: 'KV-9999' })).toBe('wrong-label');
    expect(bench.do({ kind: 'copy' })).toBe('hold-label');
    expect(bench.do({ kind: 'arm', label: ' kv-2207 ' })).toBe('ok');
    expect(bench.do({ kind: 'copy' })).toBe('ok');
  });

  it('swapping before the copy is verified, or after one that did not match', () => {
    const bench = prepared();
    hands(bench, 'open');
    expect(hands(bench, 'swap')).toBe('hold-copy-unverified');
    bench.report({ kind: 'docked', dock });
    bench.report({ kind: 'copied', proof: { ...proof, mismatches: 1 } });
    expect(hands(bench, 'swap')).toBe('hold-copy-unverified');
  });

  it('first power and the sheet with screws in the bowl', () => {
    const bench = copied();
    hands(bench, 'swap');
    expect(bench.do({ kind: 'switch-on' })).toBe('hold-screws-left');
    expect(bench.do({ kind: 'observe-start', outcome: 'started' })).toBe('hold-screws-left');
    expect(bench.do({ kind: 'hand-over', oldDrive: 'kept' })).toBe('hold-screws-left');
  });

  it('changing the choice or the take-in after it has been acted on', () => {
    const bench = copied();
    expect(bench.do(chosen)).toBe('docked');
    expect(bench.do({ kind: 'lay-out', wish: { ...fillWish, holdBackPercent: 5 } })).toBe('copy-begun');
    expect(bench.do({ kind: 'amend', takeIn })).toBe('opened');
  });

  it('calling a battery flat that was seen swollen, save by changing what was taken in before opening', () => {
    const bench = prepared({ ...takeIn, swollen: 'yes' });
    expect(bench.do({ kind: 'observe', fact: 'battery.swollen', value: false })).toBe('swollen-stands');
    expect(bench.do({ kind: 'amend', takeIn })).toBe('ok');
    expect(bench.do({ kind: 'step', stepId: 'lay-out' })).toBe('ok');
    expect(bench.do({ kind: 'observe', fact: 'battery.swollen', value: true })).toBe('ok');
    expect(bench.do({ kind: 'step', stepId: 'power-off' })).toBe('hold-swollen');
    expect(bench.do({ kind: 'hand-over', oldDrive: 'kept' })).toBe('hold-swollen');
  });

  it('taking drives out of the dock that are not there, or that the swap has used', () => {
    const bench = copied();
    expect(hands(bench, 'swap')).toBe('ok');
    expect(bench.do({ kind: 'undock' })).toBe('swapped');
    expect(new Bench().do({ kind: 'undock' })).toBe('not-docked');
  });

  it('amending states only what the form changed', () => {
    const bench = new Bench({ ...takeIn, card: 'yes' });
    bench.do({ kind: 'observe', fact: 'card.inserted', value: false });
    bench.do({ kind: 'amend', takeIn: { ...takeIn, card: 'yes', chargePercent: 70 } });
    expect(bench.state.facts['card.inserted']?.value).toBe(false);
    expect(bench.state.facts['charge.below-limit']?.value).toBe(false);
  });
});
