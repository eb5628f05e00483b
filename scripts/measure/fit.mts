import { readFileSync, readdirSync } from 'node:fs';
import { randomLcg } from 'd3-random';
import { DeviceProfile, mainPlace } from '../../src/core/device';
import { Ranking, type Setting, bare, coolingOf, fit, settingOf } from '../../src/core/fit';
import { heatBands, thermalBody, usualWorkload, workloadOf } from '../../src/core/heat';
import { Drive, Heatsink, Pad } from '../../src/core/part';
import { simulateStack } from '../../src/core/stack';
import { report } from './report.mjs';

const read = (path: string) => JSON.parse(readFileSync(`demo/${path}`, 'utf8')) as unknown;
const profiles = readdirSync('demo/devices').map((name) => DeviceProfile.parse(read(`devices/${name}`)));
const known = Drive.array().parse(read('parts/drives.json'));
const pads = Pad.array().parse(read('parts/pads.json'));
const sinks = Heatsink.array().parse(read('parts/heatsinks.json'));
/** Drives that differ in all that a ranking looks at, and are no repeats of a few. */
const many = (count: number, seed: number): Drive[] => {
  const random = randomLcg(seed);
  const about = <E extends { value: number }>(figure: E, by: number): E => ({
    ...figure,
    value: figure.value * by,
  });
  return Array.from({ length: count }, (_, i) => {
    const drive = known[i % known.length]!;
    const by = () => 0.7 + 0.6 * random();
    return {
      ...drive,
      id: `drive-${i}`,
      model: `${drive.model} ${i}`,
      price: { ...drive.price, minor: Math.round(drive.price.minor * by()) },
      readBytesPerS: Math.round(drive.readBytesPerS * by()),
      ...(drive.chipTopMm ? { chipTopMm: about(drive.chipTopMm, by()) } : {}),
      ...(drive.peakPowerW ? { peakPowerW: about(drive.peakPowerW, by()) } : {}),
      ...(drive.powerW
        ? {
            powerW: {
              ...drive.powerW,
              read: about(drive.powerW.read, by()),
              write: about(drive.powerW.write, by()),
            },
          }
        : {}),
    };
  });
};
const shown = 50;
const timed = (work: () => void) => {
  const start = performance.now();
  work();
  return performance.now() - start;
};

const old = { labelGB: 512, usedBytes: 420e6, dataToKeep: true };
const wish = { currency: 'EUR', prefers: [], shelfFirst: false };
const settings = profiles.map((profile) =>
  settingOf(profile, { old, systemVersion: '99', workload: usualWorkload(mainPlace(profile)) }),
);
/** CPU time that this process spends, ms: what others do on the machine counts for nothing. */
const cpu = (work: () => void) => {
  const before = process.cpuUsage();
  work();
  const { user, system } = process.cpuUsage(before);
  return (user + system) / 1000;
};
const rank = (setting: Setting, drives: Drive[]) =>
  new Ranking({ ...setting }, { pads: [...pads], sinks }, wish).topNow(drives, shown);

/** 10,000 different drives with every pad and sink of the shelf, heat included, to the fifty that are shown. */
function measureRanking(): boolean {
  // Other drives in each round, so that nothing of them is remembered; the quietest round counts, as with all that is measured here.
  const rounds = [0.7, 0.3, 0.9, 0.5].map((seed) => many(10_000, seed));
  const [drives = []] = rounds;
  const one = settings.find(({ profile }) => profile.id === 'braskit-osprey')!;
  const atOne = rounds.map((round) => cpu(() => void rank(one, round)));
  const atAll = rounds.map((round) =>
    cpu(() => {
      for (const setting of settings) rank(setting, round);
    }),
  );
  const [first, all] = [Math.min(...atOne), Math.min(...atAll)];
  console.log(
    `       ranking at one place by the round: ${atOne.map((ms) => ms.toFixed(0)).join(', ')} ms CPU, the first with nothing compiled`,
  );
  const ranking = new Ranking(one, { pads, sinks }, wish);
  ranking.topNow(drives, shown);
  const again = cpu(
    () =>
      void ranking.topNow(
        drives.filter(({ model }) => /1/u.test(model)),
        shown,
      ),
  );
  return [
    report(
      '10,000 different drives against one place, with heat',
      `${first.toFixed(0)} ms CPU`,
      'under 300 ms',
      first < 300,
    ),
    report('the same against 8 devices', `${all.toFixed(0)} ms CPU`, 'under 2,000 ms', all < 2000),
    report('another word in the search', `${again.toFixed(0)} ms CPU`, 'under 150 ms', again < 150),
  ].every(Boolean);
}

/** Monte Carlo over the stack and over the heat of the Osprey with its Marl. */
function measureMonteCarlo(): boolean {
  const osprey = profiles.find(({ id }) => id === 'braskit-osprey')!;
  const setting = settingOf(osprey, { old });
  const build = {
    ...bare(known.find(({ id }) => id === 'ostrel-marl-2000')!),
    pads: [pads.find(({ id }) => id === 'lindrel-soft-250')!],
  };
  const { layers, place } = fit(setting, build);
  const stack = timed(() => void simulateStack(layers!.gapFrom!, 20_000, randomLcg(0.5)));
  const body = thermalBody(place, build.drive, coolingOf(build, layers, 'as built'));
  if (!body.known) throw new Error(body.what);
  const question = {
    body: body.body,
    workload: workloadOf('loading'),
    seconds: 1800,
    everyS: 20,
    runs: 2000,
  };
  const heat = timed(() => {
    const runs = heatBands(question, randomLcg(0.5));
    while (!runs.next().done);
  });
  const quick = report('20,000 stacks drawn', `${stack.toFixed(0)} ms`, 'under 1,000 ms', stack < 1000);
  return (
    report('2,000 heat runs of 30 minutes', `${heat.toFixed(0)} ms`, 'under 5,000 ms', heat < 5000) && quick
  );
}

/** The computations of Fit, each in one run on this machine. */
export const measureFit = (): boolean => [measureRanking(), measureMonteCarlo()].every(Boolean);
