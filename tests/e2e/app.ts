import { type ChildProcess, spawn } from 'node:child_process';
import { cp, mkdir, mkdtemp, readFile, rm, writeFile } from 'node:fs/promises';
import { createServer } from 'node:net';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { refuse } from '@/core/result';
import { lockFile } from '@/files';
import { type Browser, type BrowserContext, type Page, chromium } from 'playwright-core';

/** A port that is free now. */
export async function freePort(): Promise<number> {
  return new Promise((resolve) => {
    const server = createServer();
    server.listen(0, '127.0.0.1', () => {
      const { port } = server.address() as { port: number };
      server.close(() => resolve(port));
    });
  });
}

export const newFolder = () => mkdtemp(join(tmpdir(), 'jicara-e2e-'));

const seedFolder = join('tests', '.results', 'seed');

/**
 * A folder with the demo workshop as its first start leaves it. It is made once for each build, by the application itself, and
 * copied from then on; that the first start works is tested in start.test.ts, in a folder of its own.
 */
export async function seededFolder(): Promise<string> {
  await mkdir(join('tests', '.results'), { recursive: true });
  // Files of tests run beside each other: the first one makes it, the others wait for that.
  const lock = await until(
    async () => lockFile(`${seedFolder}.lock`, () => refuse('taken', '', '')),
    (taken) => taken.ok,
  );
  try {
    await makeSeed();
  } finally {
    if (lock.ok) lock.value();
  }
  const folder = await newFolder();
  await cp(join(seedFolder, 'data'), folder, { recursive: true, preserveTimestamps: true });
  return folder;
}

async function makeSeed(): Promise<void> {
  const build = await readFile('.next/jicara-build', 'utf8').catch(() => 'none');
  const mark = join(seedFolder, 'made-by');
  if ((await readFile(mark, 'utf8').catch(() => '')) !== build) {
    await rm(seedFolder, { recursive: true, force: true });
    await mkdir(seedFolder, { recursive: true });
    const app = await startApp({ folder: join(seedFolder, 'data') });
    await endApp(app);
    await writeFile(mark, await readFile('.next/jicara-build', 'utf8'));
  }
}

export type App = {
  address: string;
  port: number;
  folder: string;
  process: ChildProcess;
  output: () => string;
};

/** Applications that live for a test are not worth compiling the database's code a second time, for speed (V8): a third less work each. */
const quickStart = '--wasm-tiering-budget=40000000';

/** Starts the built application as `npm run demo` does, and waits until it prints its address. */
export async function startApp({
  folder,
  port,
  script = 'demo',
  through = 'node',
  more = [],
  env = {},
}: {
  folder?: string;
  port?: number;
  script?: 'demo' | 'start';
  /** As a person does, or the script itself: signals then go to the server at once. */
  through?: 'npm' | 'node';
  more?: string[];
  env?: Record<string, string>;
} = {}): Promise<App> {
  const data = folder ?? (script === 'demo' ? await seededFolder() : await newFolder());
  const at = port ?? (await freePort());
  let output = '';
  const [command, ...words] =
    through === 'npm'
      ? ['npm', 'run', script, '--']
      : [process.execPath, quickStart, `scripts/${script}.mjs`];
  const child = spawn(command!, [...words, ...more], {
    env: {
      ...process.env,
      JICARA_DATA: data,
      JICARA_PORT: String(at),
      NODE_OPTIONS: '',
      NODE_ENV: 'production',
      ...env,
    },
  });
  const address = `http://127.0.0.1:${at}`;
  await new Promise<void>((resolve, reject) => {
    const hear = (chunk: Buffer) => {
      output += chunk.toString();
      if (output.includes('answers at')) resolve();
    };
    child.stdout.on('data', hear);
    child.stderr.on('data', hear);
    child.on('exit', (code) => reject(new Error(`the application ended (${code}): ${output}`)));
  });
  return { address, port: at, folder: data, process: child, output: () => output };
}

/** Ends the application with a signal and waits until its process is gone. */
export async function endApp(app: App, signal: NodeJS.Signals = 'SIGTERM'): Promise<number | null> {
  if (app.process.exitCode !== null || app.process.signalCode !== null) return app.process.exitCode;
  return new Promise((resolve) => {
    app.process.on('exit', (code) => resolve(code));
    app.process.kill(signal);
  });
}

export const removeFolder = (folder: string) => rm(folder, { recursive: true, force: true });

export async function openBrowser(): Promise<Browser> {
  return chromium.launch({
    executablePath: process.env.CHROMIUM ?? '/usr/bin/chromium-headless-shell',
    args: [
      '--no-sandbox',
      '--disable-gpu',
      '--disable-background-networking',
      '--disable-component-update',
      '--disable-sync',
    ],
  });
}

export type Seen = { context: BrowserContext; page: Page; foreign: string[]; errors: string[] };

/** A window that writes down every request to another host, and every error of the page. */
export async function openPage(browser: Browser, app: App): Promise<Seen> {
  const context = await browser.newContext({ viewport: { width: 1280, height: 800 }, baseURL: app.address });
  const foreign: string[] = [];
  const errors: string[] = [];
  context.on('request', (request) => {
    const { host, protocol } = new URL(request.url());
    if (protocol.startsWith('http') && host !== `127.0.0.1:${app.port}`) foreign.push(request.url());
  });
  const page = await context.newPage();
  page.on('pageerror', (error) => errors.push(error.message));
  // Generous: several applications and their windows share the machine's cores.
  page.setDefaultTimeout(90_000);
  return { context, page, foreign, errors };
}

/** Opens a screen and waits until it hears keys: what is pressed before the browser has taken over is lost. */
export async function visit(page: Page, path: string): Promise<void> {
  await page.goto(path);
  await page.locator('html[data-keys="heard"]').waitFor({ state: 'attached' });
  // The station itself comes alive a moment behind the shell.
  await page.locator('[data-frame="drawn"]').waitFor({ state: 'detached' });
}

type Reply = { ok: boolean; value: unknown; fault?: { code: string; sentence: string; remedy: string } };

/** Calls the application's own routes, for what a test needs but does not test. */
export async function call(app: App, path: string, body?: unknown): Promise<Reply> {
  const response = await fetch(
    app.address + path,
    body === undefined
      ? {}
      : {
          method: 'POST',
          body: JSON.stringify(body),
          headers: { 'content-type': 'application/json', origin: app.address },
        },
  );
  return (await response.json()) as Reply;
}

export type View = {
  holds: { code: string }[];
  version: number;
  steps: { id: string; station: string }[];
  nextStepId: string | null;
  current: string;
  copy: { kind: string; verifiedBlocks?: number; progress?: { verifiedBlocks: number } | null };
  facts: Record<string, { value: boolean }>;
  job: { id: string; dock: { old: { benchLabel: string }; new: { benchLabel: string } } | null };
  history: { kind: string; sentence: string }[];
  layout: { partitions: { from: { firstSector: number }; to: { firstSector: number } }[] } | null;
};

export const view = async (app: App, id: string) => (await call(app, `/api/jobs/${id}`)).value as View;

export async function act(app: App, id: string, what: object): Promise<string> {
  const { version } = (await view(app, id)) ?? { version: 0 };
  const reply = await call(app, `/api/jobs/${id}/acts`, { version, act: what });
  return reply.ok ? 'ok' : reply.fault!.code;
}

/** Does all steps of the hands that belong to a station; each answer says which one is next. */
export async function hands(app: App, id: string, station: string): Promise<void> {
  for (let now = await view(app, id); ;) {
    const next = now.steps.find((a) => a.id === now.nextStepId);
    if (!next || next.station !== station) return;
    const reply = await call(app, `/api/jobs/${id}/acts`, {
      version: now.version,
      act: { kind: 'step', stepId: next.id },
    });
    if (!reply.ok) throw new Error(reply.fault!.code);
    now = reply.value as View;
  }
}

/** Answers beforehand what is asked once a job of steps that come far too soon, and leaves the job where it was. */
export async function answerPace(app: App, id: string): Promise<void> {
  for (let n = 0; n < 2; n += 1) {
    const { nextStepId } = await view(app, id);
    const said = await act(app, id, { kind: 'step', stepId: nextStepId, pressed: 'sure' });
    if (said !== 'ok') throw new Error(said);
  }
  for (let n = 0; n < 2; n += 1) await act(app, id, { kind: 'step-back' });
}

/** Where all steps of a station are done it is left by one Enter, and by nothing else. */
export async function leaveByEnter(app: App, id: string, page: Page, now?: View): Promise<void> {
  const { current } = now ?? (await view(app, id));
  if (page.url().endsWith(`/${current}`)) return;
  await page.getByRole('button', { name: /^Go on to/u }).waitFor();
  await page.keyboard.press('Enter');
  await page.waitForURL(`**/jobs/${id}/${current}`);
}

/**
 * Presses Space on the step that is next, once more where it is asked whether it is done so soon; comes back with the job once it is done. The job
 * as it is then is asked for when the page has its answer, and not over and over meanwhile: a whole view costs the application more than the step.
 */
export async function stepBySpace(
  app: App,
  id: string,
  page: Page,
  {
    press = () => page.keyboard.press('Space'),
    before,
  }: { press?: () => Promise<unknown>; before?: View } = {},
): Promise<View> {
  const { nextStepId } = before ?? (await view(app, id));
  const asked = page.getByText('Done already?');
  const answered = () =>
    page
      .waitForResponse((response) => response.url().includes(`/api/jobs/${id}/acts`), { timeout: 20_000 })
      .catch(() => null);
  const first = answered();
  await press();
  await Promise.race([first, asked.waitFor({ timeout: 20_000 }).catch(() => null)]);
  const { now } = await until(
    async () => ({ now: await view(app, id), isAsked: await asked.isVisible() }),
    (seen) => seen.now.nextStepId !== nextStepId || seen.isAsked,
  );
  if (now.nextStepId !== nextStepId) return now;
  await page.getByRole('button', { name: 'Done, next step' }).and(page.locator(':enabled')).waitFor();
  const second = answered();
  await press();
  await second;
  return until(
    () => view(app, id),
    (after) => after.nextStepId !== nextStepId,
  );
}

/** Waits for a condition on the application's state, asking again and again; fails after `mostMs`. */
export async function until<T>(
  ask: () => Promise<T>,
  holds: (value: T) => boolean,
  mostMs = 400_000,
): Promise<T> {
  const end = Date.now() + mostMs;
  for (let pauseMs = 40; ; pauseMs = Math.min(400, pauseMs * 1.3)) {
    const value = await ask();
    if (holds(value)) return value;
    if (Date.now() > end) throw new Error(`still ${JSON.stringify(value).slice(0, 400)}`);
    await new Promise((resolve) => setTimeout(resolve, pauseMs));
  }
}

/**
 * One application and one window for all tests of a file, ended behind the last. After each test: no page may have
 * asked another host for anything, and none may have thrown.
 */
export function withApp(opened: (all: { app: App; browser: Browser; seen: Seen }) => void): void {
  let all: { app: App; browser: Browser; seen: Seen };
  beforeAll(async () => {
    const [app, browser] = [await startApp(), await openBrowser()];
    all = { app, browser, seen: await openPage(browser, app) };
    opened(all);
  });
  afterEach(() => expect([all.seen.foreign, all.seen.errors]).toEqual([[], []]));
  afterAll(async () => {
    await all.browser.close();
    await endApp(all.app);
    await removeFolder(all.app.folder);
  });
}
