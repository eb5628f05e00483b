import { type ChildProcess, spawn } from 'node:child_process';
import { queuedMs } from './own-time';

const running: ChildProcess[] = [];
const run = (command: string, ...args: string[]) => {
  const child = spawn(command, args, { stdio: 'ignore' });
  running.push(child);
  return child.pid!;
};
afterEach(() => running.splice(0).forEach((child) => child.kill('SIGKILL')));

const forEver = ['sh', '-c', 'while :; do :; done'];

it('tells what a process stood in the queue for, and no more than passed', async () => {
  const started = performance.now();
  const gives = run('taskset', '-c', '0', 'nice', '-n', '19', ...forEver);
  run('taskset', '-c', '0', ...forEver);
  const idle = run('sleep', '600');
  while ((await queuedMs(gives)) < 500) await new Promise((resolve) => setTimeout(resolve, 20));
  const [gave, slept] = [await queuedMs(gives), await queuedMs(idle)];
  expect(gave).toBeLessThanOrEqual(performance.now() - started);
  // Sleeping is no waiting for the processor.
  expect(slept).toBeLessThan(gave / 2);
});

it('is nothing where nobody is', async () => {
  expect(await queuedMs(2 ** 30)).toBe(0);
});
