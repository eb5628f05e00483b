import { type ChildProcess, spawn } from 'node:child_process';
import { readFileSync } from 'node:fs';
import { mkdtemp, rm } from 'node:fs/promises';
import { createServer } from 'node:net';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { PGlite } from '@electric-sql/pglite';
import { openDatabase } from '@/server';
import { median, report } from './report.mjs';
import { makeLarge } from './server-seed.mjs';

type Server = { address: string; child: ChildProcess; startMs: number; stop: () => Promise<void> };

const freePort = () =>
  new Promise<number>((resolve) => {
    const server = createServer();
    server.listen(0, '127.0.0.1', () => {
      const { port } = server.address() as { port: number };
      server.close(() => resolve(port));
    });
  });

async function start(script: 'demo' | 'start', folder: string): Promise<Server> {
  const port = await freePort();
  const began = performance.now();
  const child = spawn(process.execPath, [`scripts/${script}.mjs`], {
    env: { ...process.env, JICARA_DATA: folder, JICARA_PORT: String(port), NODE_OPTIONS: '' },
  });
  await new Promise<void>((resolve, reject) => {
    let said = '';
    const hear = (chunk: Buffer) => {
      said += chunk.toString();
      if (said.includes('answers at')) resolve();
    };
    child.stdout.on('data', hear);
    child.stderr.on('data', hear);
    child.on('exit', () => reject(new Error(said)));
  });
  return {
    address: `http://127.0.0.1:${port}`,
    child,
    startMs: performance.now() - began,
    stop: () =>
      new Promise((resolve) => {
        child.on('exit', () => resolve());
        child.kill('SIGTERM');
      }),
  };
}

/** CPU time of a process so far, ms: utime and stime of /proc/<pid>/stat, in hundredths of a second (proc(5)). */
function cpuMs({ child }: Server): number {
  const stat = readFileSync(`/proc/${child.pid}/stat`, 'utf8');
  const fields = stat.slice(stat.lastIndexOf(')') + 2).split(' ');
  return (Number(fields[11]) + Number(fields[12])) * 10;
}

async function post(server: Server, path: string, body: unknown): Promise<{ value: { version: number } }> {
  const reply = await fetch(server.address + path, {
    method: 'POST',
    body: typeof body === 'string' ? body : JSON.stringify(body),
    headers: { 'content-type': 'application/json', origin: server.address },
  });
  if (!reply.ok) throw new Error(await reply.text());
  return (await reply.json()) as { value: { version: number } };
}

/** The longest that /api/health took while something else was done, ms. */
async function worstBeside(server: Server, work: () => Promise<unknown>): Promise<number> {
  let over = false;
  const done = work().finally(() => (over = true));
  let worst = 0;
  while (!over) {
    const asked = performance.now();
    await (await fetch(`${server.address}/api/health`)).text();
    worst = Math.max(worst, performance.now() - asked);
    await new Promise((resolve) => setTimeout(resolve, 10));
  }
  await done;
  return worst;
}

/** CPU of one Bench, ms: the first twenty after a start, and twenty once the server has seen some hundred, as within its first hour. */
async function benchCpuMs(server: Server): Promise<{ first: number; later: number }> {
  const get = async () => (await fetch(server.address)).text();
  const rounds = 20;
  const mean = async () => {
    const before = cpuMs(server);
    for (let i = 0; i < rounds; i += 1) await get();
    return (cpuMs(server) - before) / rounds;
  };
  for (let i = 0; i < 3; i += 1) await get();
  const first = await mean();
  for (let i = 0; i < 100; i += 1) await get();
  return { first, later: await mean() };
}

/** CPU of one act, ms: notes to a job of so many lines. */
async function actCpuMs(server: Server, id: string): Promise<number> {
  let { version } = (
    (await (await fetch(`${server.address}/api/jobs/${id}`)).json()) as { value: { version: number } }
  ).value;
  const note = async () => {
    version = (
      await post(server, `/api/jobs/${id}/acts`, { version, act: { kind: 'note', text: 'measured' } })
    ).value.version;
  };
  for (let i = 0; i < 5; i += 1) await note();
  const rounds = 40;
  const before = cpuMs(server);
  for (let i = 0; i < rounds; i += 1) await note();
  return (cpuMs(server) - before) / rounds;
}

/** Acknowledged writes a second into a database on a folder. */
async function writesPerS(query: (text: string, values: unknown[]) => Promise<unknown>): Promise<number> {
  await query('create table measured (a integer)', []);
  const rounds = 500;
  const began = performance.now();
  for (let i = 0; i < rounds; i += 1) await query('insert into measured values ($1)', [i]);
  return (1000 * rounds) / (performance.now() - began);
}

async function measureDurability(): Promise<boolean> {
  const folder = await mkdtemp(join(tmpdir(), 'jicara-durable-'));
  const durable = await openDatabase(join(folder, 'durable'));
  const [safe, plain] = [
    await writesPerS((text, values) => durable.query(text, values)),
    await (async () => {
      const client = await PGlite.create(join(folder, 'plain'));
      const rate = await writesPerS((text, values) => client.query(text, values));
      await client.close();
      return rate;
    })(),
  ];
  await durable.close();
  await rm(folder, { recursive: true, force: true });
  return report(
    'writes that outlast a power cut',
    `${Math.round(safe)} a second, ${Math.round(plain)} without syncs (${(plain / safe).toFixed(1)} ×)`,
    'over 100 a second',
    safe > 100,
  );
}

/** A drive that differs from the others in what a ranking looks at. */
function varied(drive: { readBytesPerS?: number; price?: { minor: number } }, n: number): object {
  const by = (k: number) => 0.7 + (0.6 * ((n * k) % 997)) / 997;
  return {
    ...drive,
    id: `measured-${n}`,
    model: `M ${n}`,
    readBytesPerS: Math.round((drive.readBytesPerS ?? 5e9) * by(7)),
    price: { ...drive.price, minor: Math.round((drive.price?.minor ?? 9900) * by(31)) },
  };
}

/** The server with a bench of 33 jobs and 10,000 that went out, against an empty one. */
export async function measureServer(): Promise<boolean> {
  const [large, empty] = [
    await mkdtemp(join(tmpdir(), 'jicara-large-')),
    await mkdtemp(join(tmpdir(), 'jicara-empty-')),
  ];
  try {
    await (await start('demo', large)).stop();
    await (await start('start', empty)).stop();
    await makeLarge(large, 33, 10_000);
    const starts: [number, number][] = [];
    for (let i = 0; i < 3; i += 1) {
      const one = await start('start', empty);
      await one.stop();
      const other = await start('demo', large);
      await other.stop();
      starts.push([one.startMs, other.startMs]);
    }
    const [emptyMs, largeMs] = [median(starts.map(([ms]) => ms)), median(starts.map(([, ms]) => ms))];
    const server = await start('demo', large);
    const bench = await benchCpuMs(server);
    const beside = await worstBeside(server, async () => {
      for (let i = 0; i < 10; i += 1) await (await fetch(server.address)).text();
    });
    const [short, long] = [await actCpuMs(server, 'Q-20002'), await actCpuMs(server, 'Q-20001')];
    const [drive] = JSON.parse(readFileSync('demo/parts/drives.json', 'utf8')) as object[];
    // Made beforehand: what this process does itself is not what the server makes others wait.
    const [body, more] = [0, 5000].map((from) =>
      JSON.stringify({
        kind: 'drive',
        format: 'json',
        text: JSON.stringify(Array.from({ length: 5000 }, (_, n) => varied(drive!, from + n))),
        commit: true,
      }),
    );
    const health = await worstBeside(server, () => post(server, '/api/parts/import', body));
    await post(server, '/api/parts/import', more);
    // The first ranking reads the catalogue anew, as it changed; later ones only rank.
    const ranking = await worstBeside(server, () =>
      post(server, '/api/fit/rank', { profileId: 'braskit-osprey' }),
    );
    await server.stop();
    return [
      report(
        'Bench, 33 open and 10,000 handed over',
        `${bench.later.toFixed(0)} ms CPU, ${bench.first.toFixed(0)} just after a start`,
        'under 100 ms',
        bench.later < 100,
      ),
      report('longest request beside the Bench', `${beside.toFixed(0)} ms`, 'under 200 ms', beside < 200),
      report(
        'an act on a job of 1,000 lines against one of 10',
        `${long.toFixed(0)} to ${short.toFixed(0)} ms CPU, ${(long / short).toFixed(2)} ×`,
        'within 1.5 ×',
        long <= 1.5 * short,
      ),
      report(
        '/api/health while 5,000 rows are imported',
        `${health.toFixed(0)} ms at the longest`,
        'under 200 ms',
        health < 200,
      ),
      report(
        '/api/health while 10,000 drives are ranked',
        `${ranking.toFixed(0)} ms at the longest`,
        'under 100 ms',
        ranking < 100,
      ),
      report(
        'start with 10,033 jobs against an empty workshop',
        `${largeMs.toFixed(0)} to ${emptyMs.toFixed(0)} ms, ${(largeMs / emptyMs).toFixed(2)} ×`,
        'under 2 ×',
        largeMs < 2 * emptyMs,
      ),
      await measureDurability(),
    ].every(Boolean);
  } finally {
    for (const folder of [large, empty]) await rm(folder, { recursive: true, force: true });
  }
}
