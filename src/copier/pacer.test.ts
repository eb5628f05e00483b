import { Pacer } from './pacer';

/** A clock that sleep alone moves on. */
function slept(
  steps: { fromBytes: number; bytesPerS: number }[],
  pace: 'true' | 'x60' | 'free',
  nominal?: number,
) {
  const clock = { now: 10_000, slept: [] as number[] };
  const pacer = new Pacer(
    steps,
    pace,
    {
      nowMs: () => clock.now,
      sleep: async (ms) => {
        clock.slept.push(ms);
        clock.now += ms;
      },
    },
    nominal,
  );
  return { pacer, clock };
}

const steady = [{ fromBytes: 0, bytesPerS: 1000 }];

describe('the rate of a stand-in', () => {
  it('is that of its link, sixty times it, or free', async () => {
    const atOne = slept(steady, 'true');
    await atOne.pacer.moved(500);
    await atOne.pacer.moved(250);
    expect(atOne.clock.slept).toEqual([500, 250]);
    const quick = slept(steady, 'x60');
    await quick.pacer.moved(6000);
    expect(quick.clock.slept).toEqual([100]);
    const free = slept(steady, 'free');
    await free.pacer.moved(1e9);
    expect(free.clock.slept).toEqual([]);
    expect([atOne, quick, free].map(({ pacer }) => pacer.bytesPerS)).toEqual([1000, 60_000, null]);
  });

  it('is shared by copies that run at once, never among fewer than one', async () => {
    const { pacer, clock } = slept(steady, 'true');
    pacer.shareAmong(2);
    expect(pacer.bytesPerS).toBe(500);
    await pacer.moved(100);
    pacer.shareAmong(0);
    expect(pacer.bytesPerS).toBe(1000);
    await pacer.moved(100);
    expect(clock.slept).toEqual([200, 100]);
  });

  it('falls where a step begins, and what all is well with is told apart from it', async () => {
    const { pacer, clock } = slept([...steady, { fromBytes: 300, bytesPerS: 100 }], 'true', 2000);
    for (const bytes of [200, 99, 1, 10]) await pacer.moved(bytes);
    expect(clock.slept).toEqual([200, 99, 10, 100]);
    expect([pacer.nominalBytesPerS, pacer.bytesPerS]).toEqual([2000, 2000]);
  });

  it('begins with its first step, wherever that says it begins', async () => {
    const { pacer, clock } = slept([{ fromBytes: 50, bytesPerS: 100 }], 'true');
    await pacer.moved(10);
    expect(clock.slept).toEqual([100]);
  });

  it('does not make up for more than a second that was lost, and does not sleep for a moment', async () => {
    const { pacer, clock } = slept(steady, 'true');
    clock.now += 60_000;
    await pacer.moved(1001);
    expect(clock.slept).toEqual([]);
    await pacer.moved(2);
    expect(clock.slept).toEqual([3]);
    await pacer.moved(1);
    expect(clock.slept).toEqual([3]);
  });
});
