import fc from 'fast-check';
import heron from '../../../demo/devices/braskit-heron.json';
import osprey from '../../../demo/devices/braskit-osprey.json';
import wren from '../../../demo/devices/braskit-wren.json';
import {
  Procedure,
  deviceFact,
  factValue,
  factWords,
  foldFacts,
  restore,
  screwLedger,
  screwsAtStart,
  screwsOut,
  allSteps,
  swapConditions,
  wayIn,
} from '.';

const stamp = { at: '2026-11-24T08:00:00.000Z', by: 'IM' };
const procedures = [osprey, heron, wren].map(
  (profile) => [profile.id, Procedure.parse(profile.procedure)] as const,
);
const conditions = { holds: swapConditions };

describe('facts', () => {
  it('fold to the last statement; null takes one back to not known', () => {
    const facts = foldFacts([
      { fact: 'card.inserted', value: true, ...stamp },
      { fact: 'card.inserted', value: false, ...stamp },
      { fact: 'power.off', value: true, ...stamp },
      { fact: 'power.off', value: null, ...stamp },
    ]);
    expect([
      factValue(facts, 'card.inserted'),
      factValue(facts, 'power.off'),
      factValue(facts, deviceFact('x.y')),
    ]).toEqual([false, null, null]);
  });

  it('tell themselves in words', () => {
    expect([
      factWords('battery.connected', false),
      factWords('power.off', true),
      factWords(deviceFact('back-ribbon.latched'), true),
    ]).toEqual(['battery not connected', 'power off', 'back ribbon latched']);
  });

  it('are put back exactly by what `restore` says', () => {
    const setting = fc.record({
      fact: fc.constantFrom(...['a.b', 'c.d', 'e.f'].map(deviceFact)),
      value: fc.constantFrom(true, false, null),
    });
    fc.assert(
      fc.property(fc.array(setting), fc.array(setting), (before, change) => {
        const start = foldFacts(before.map((s) => ({ ...s, ...stamp })));
        const back = restore(start, change);
        const after = foldFacts(
          [...change, ...back].map((s) => ({ ...s, ...stamp })),
          start,
        );
        return JSON.stringify(Object.entries(after).sort()) === JSON.stringify(Object.entries(start).sort());
      }),
    );
  });
});

describe.each(procedures)('%s', (_, procedure) => {
  const acts = allSteps(procedure, conditions);

  it('ends with every screw in its hole, and every need met on the way', () => {
    let facts = foldFacts(screwsAtStart(procedure).map((s) => ({ ...s, ...stamp })));
    for (const act of acts) {
      for (const { fact, value } of act.needs)
        expect([act.id, fact, factValue(facts, fact)]).toEqual([act.id, fact, value]);
      if (act.touchesBoard) expect([act.id, factValue(facts, 'battery.connected')]).toEqual([act.id, false]);
      facts = foldFacts(
        act.effects.map((s) => ({ ...s, ...stamp })),
        facts,
      );
    }
    expect(screwsOut(screwLedger(procedure, facts))).toBe(0);
    expect(factValue(facts, 'battery.connected')).toBe(true);
    expect(factValue(facts, 'drive.new-inside')).toBe(true);
    expect(factValue(facts, 'cover.on')).toBe(true);
  });

  it('keeps captive screws out of the bowl, and counts them where they are undone', () => {
    let facts = foldFacts(screwsAtStart(procedure).map((s) => ({ ...s, ...stamp })));
    for (const act of wayIn(procedure))
      facts = foldFacts(
        act.effects.map((s) => ({ ...s, ...stamp })),
        facts,
      );
    const ledger = screwLedger(procedure, facts);
    const captive = procedure.fasteners.filter((f) => f.captive).reduce((n, f) => n + f.count, 0);
    expect(ledger.inBowl).toBe(ledger.total);
    expect(screwsOut(ledger)).toBe(ledger.total + captive);
  });

  it('names each act once and says how each is done', () => {
    expect(new Set(acts.map((act) => act.id)).size).toBe(acts.length);
    expect(acts.every((act) => act.how.length > 0 && act.minutes > 0)).toBe(true);
  });
});
