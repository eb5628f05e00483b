import { type ActKind, actTable, decide, onlyAdds, permit, readsHistory, stopsOf } from '.';
import { Bench, choose, takeIn, walkToProve } from './bench.test.data';

const kinds = Object.keys(actTable) as ActKind[];
const codeOf = (said: ReturnType<typeof permit>) => (said.ok ? 'ok' : said.fault.code);
const anAct = (kind: string) => ({ kind }) as never;

describe('the table of acts, by hand', () => {
  it.each(['nothing', '', 'toString', '__proto__', 'constructor', 'a-name-that-is-far-too-long-for-any-act'])(
    '“%s” is nothing that can be done, and is looked up without harm',
    (kind) => {
      const { state, context } = new Bench();
      const permitted = permit(state, anAct(kind), context);
      expect(codeOf(permitted)).toBe('no-act');
      expect(permitted.ok ? '' : permitted.fault.sentence).toContain(`“${kind.slice(0, 20)}”`);
      expect(permitted.ok ? '' : permitted.fault.sentence.length).toBeLessThan(70);
      expect(codeOf(decide(state, anAct(kind), context) as ReturnType<typeof permit>)).toBe('no-act');
      expect(stopsOf(state, anAct(kind), context)).toEqual([]);
      expect([onlyAdds(kind as ActKind), readsHistory(kind as ActKind)]).toEqual([false, false]);
    },
  );

  it('these keep their sense whatever others did meanwhile, and no others', () => {
    expect(kinds.filter(onlyAdds).sort()).toEqual(['clock-is-right', 'look', 'note']);
  });

  it('handing over alone reads the whole history', () => {
    expect(kinds.filter(readsHistory)).toEqual(['hand-over']);
  });

  it('once a job is handed over these are left, and all else is closed', () => {
    const { state, context } = new Bench();
    const over = {
      ...state,
      job: { ...state.job, handedOver: { at: context.at, by: 'IM', oldDrive: 'kept', until: null } },
    } as unknown as typeof state;
    const left = kinds.filter((kind) => {
      try {
        return codeOf(permit(over, anAct(kind), context)) !== 'closed';
      } catch {
        // It was let through, and missed what a whole act brings.
        return true;
      }
    });
    expect(left.sort()).toEqual([
      'arm-wipe',
      'clock-is-right',
      'give-back-drive',
      'note',
      'quote',
      'take-back',
      'wipe',
      'wiped-elsewhere',
    ]);
  });
});

describe('a device that is opened again', () => {
  /** As it was proved: all that was seen of it while it was closed. */
  function proved(device = walkToProve(new Bench())) {
    Object.assign(device.state.job, {
      outcome: 'started',
      firstLook: 'dark',
      seenAtPower: [{ id: 'x' }],
      readings: { 'read-test': { known: true } },
      load: { roomC: 20, minutes: 5 },
      functions: [{ id: 'sound', result: 'works', note: '' }],
      unseen: [{ name: 'write-test', why: 'has none' }],
      proved: true,
    });
    return device;
  }

  it.each(['open-again', 'go-back'] as const)('forgets what was read and proved of it (%s)', (kind) => {
    const bench = proved();
    expect(bench.do({ kind, why: 'it stays at half' })).toBe('ok');
    expect(bench.state.job).toMatchObject({
      power: null,
      outcome: null,
      lastStart: null,
      firstLook: null,
      seenAtPower: [],
      readings: {},
      load: null,
      functions: [],
      unseen: [],
      proved: false,
    });
  });

  it('says which drive came out, and what stood under its screw', () => {
    const formFactor = takeIn.oldDrive?.formFactor;
    const bench = walkToProve(new Bench());
    const fresh = bench.context.drive?.formFactor;
    expect(fresh).toBeDefined();
    expect(bench.do({ kind: 'open-again', why: 'first time' })).toBe('ok');
    expect(bench.state.job.openedAgain).toMatchObject({ tookOut: 'new', putsIn: 'new', cameOut: fresh });
    // On its way back meanwhile: what came out stays what it was.
    expect(bench.do({ kind: 'go-back', why: 'no use' })).toBe('ok');
    expect(bench.state.job.openedAgain).toMatchObject({ tookOut: 'new', putsIn: 'old', cameOut: fresh });
    // With an adapter the screw stands where the old drive had it.
    const adapted = walkToProve(new Bench());
    Object.assign(adapted.state.job.choice!, { adapterId: 'any' });
    expect(adapted.do({ kind: 'open-again', why: 'first time' })).toBe('ok');
    expect(adapted.state.job.openedAgain).toMatchObject({ cameOut: formFactor });
    expect(fresh).not.toBe(formFactor);
  });

  it('is not gone back on before anything was opened', () => {
    const bench = new Bench();
    expect(bench.do(choose('ostrel-marl-2000', ['lindrel-soft-250']))).toBe('ok');
    expect(bench.do({ kind: 'go-back', why: 'no use' })).toBe('not-opened');
  });

  it('has no old drive to go back to where its place was empty', () => {
    const bench = walkToProve(new Bench());
    Object.assign(bench.state.job.takeIn, { oldDrive: null });
    expect(bench.do({ kind: 'go-back', why: 'no use' })).toBe('no-old-drive');
  });
});
