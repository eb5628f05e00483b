import { expose } from 'comlink';
import { randomLcg } from 'd3-random';
import { remedies } from '@/core/fit';
import { heatBands } from '@/core/heat';
import { choosePads, simulateStack } from '@/core/stack';
import type { FitWorker } from './protocol';

const fitWorker: FitWorker = {
  heat: async (questions, seed, onProgress) => {
    const total = questions.reduce((sum, { runs }) => sum + runs, 0);
    let done = 0;
    let said = 0;
    return questions.map((question) => {
      const runs = heatBands(question, randomLcg(seed));
      let step = runs.next();
      for (; !step.done; step = runs.next()) {
        done += 1;
        if (done - said >= total / 50) onProgress((said = done) / total);
      }
      return step.value;
    });
  },
  pads: async (question, seed) => choosePads({ ...question, random: randomLcg(seed) }),
  stack: async (dimensions, runs, seed) => simulateStack(dimensions, runs, randomLcg(seed)),
  remedies: async (setting, build, shelf) => {
    const clear = remedies(setting, build, shelf);
    return clear.length > 0
      ? { remedies: clear.slice(0, 12), tight: false }
      : { remedies: remedies(setting, build, shelf, true).slice(0, 12), tight: true };
  },
};

expose(fitWorker);
