import { readFileSync, readdirSync } from 'node:fs';
import { randomLcg } from 'd3';
import { DeviceProfile } from '../../src/core/device';
import { bare, coolingOf, fit, rankDrives, settingOf } from '../../src/core/fit';
import { heatBands, thermalBody, workloadOf } from '../../src/core/heat';
import { Drive, Heatsink, Pad } from '../../src/core/part';
import { simulateStack } from '../../src/core/stack';
import { report } from './report.mjs';

const read = (path: string) => JSON.parse(readFileSync(`demo/${path}`, 'utf8')) as unknown;
const profiles = readdirSync('demo/devices').map((name) => DeviceProfile.parse(read(`devices/${name}`)));
const known = Drive.array().parse(read('parts/drives.json'));
const pads = Pad.array().parse(read('parts/pads.json'));
const sinks = Heatsink.array().parse(read('parts/heatsinks.json'));
const many = (count: number) =>
  Array.from({ length: count }, (_, i) => ({ ...known[i % known.length]!, id: `drive-${i}` }));
const timed = (work: () => void) => {
  const start = performance.now();
  work();
  return performance.now() - start;
};

const old = { labelGB: 512, usedBytes: 420e6, dataToKeep: true };
const wish = { currency: 'EUR', prefers: [], shelfFirst: false };
const rankAll = (drives: Drive[]) => {
  for (const profile of profiles) rankDrives(settingOf(profile, { old }), drives, { pads, sinks }, wish);
};

/** Every drive with every pad and sink of the shelf against all eight profiles, without heat. */
function measureRanking(): boolean {
  const [few, lots] = [many(1000), many(10_000)];
  // The quickest of some runs: a machine that others use too may stall in any one of them.
  const quickest = (drives: Drive[]) =>
    Math.min(...Array.from({ length: 6 }, () => timed(() => rankAll(drives))));
  const [small, large] = [quickest(few), quickest(lots)];
  const inTime = report(
    '10,000 drives against 8 profiles',
    `${large.toFixed(0)} ms`,
    'under 2,000 ms',
    large < 2000,
  );
  const ratio = large / small;
  return (
    report('the same against 1,000 drives', `× ${ratio.toFixed(1)}`, 'at most × 12', ratio <= 12) && inTime
  );
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
