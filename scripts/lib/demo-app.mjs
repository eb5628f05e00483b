import { spawn } from 'node:child_process';
import { mkdtemp, rm } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { projectFolder } from './project.mjs';

/** Starts the built demo in a folder of its own, for pictures and measurements; `stop` ends it and takes the folder away. */
export async function startDemo(port) {
  const folder = await mkdtemp(join(tmpdir(), 'jicara-demo-'));
  const app = spawn(process.execPath, ['scripts/demo.mjs'], {
    cwd: projectFolder,
    env: { ...process.env, JICARA_DATA: folder, JICARA_PORT: String(port) },
  });
  await new Promise((resolve) =>
    app.stdout.on('data', (chunk) => chunk.toString().includes('answers at') && resolve()),
  );
  return {
    address: `http://127.0.0.1:${port}`,
    folder,
    stop: async () => {
      app.kill('SIGTERM');
      await new Promise((resolve) => app.on('exit', resolve));
      await rm(folder, { recursive: true, force: true });
    },
  };
}

/** Debian's Chromium without a window. */
export async function openBrowser() {
  const { chromium } = await import('playwright-core');
  return chromium.launch({
    executablePath: process.env.CHROMIUM ?? '/usr/bin/chromium-headless-shell',
    args: ['--no-sandbox', '--disable-gpu', '--disable-background-networking'],
  });
}
