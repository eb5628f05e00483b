import { statSync, writeFileSync } from 'node:fs';
import { join, relative } from 'node:path';
import { projectFolder } from './project.mjs';

/**
 * Makes one file of the command line, beside the built application, and notes what it was made of: `bin/jicara.cjs` takes it while none of
 * that changed, and is there in a third of the time.
 */
export async function bundleCommand() {
  // Not there before the packages are.
  const { build } = await import('esbuild');
  const outfile = join(projectFolder, '.next', 'jicara-command.cjs');
  const { metafile } = await build({
    absWorkingDir: projectFolder,
    entryPoints: [join('src', 'cli', 'main.ts')],
    outfile,
    bundle: true,
    platform: 'node',
    target: 'node20',
    format: 'cjs',
    metafile: true,
    logLevel: 'error',
  });
  const madeOf = Object.keys(metafile.inputs).map((input) => {
    const { size, mtimeMs } = statSync(join(projectFolder, input));
    return [input, size, mtimeMs];
  });
  writeFileSync(`${outfile}.inputs.json`, JSON.stringify(madeOf));
  return relative(projectFolder, outfile);
}
