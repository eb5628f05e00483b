import { mkdir, writeFile } from 'node:fs/promises';
import { join } from 'node:path';
import { layoutDocument, tableFiles } from '@/core/disk';
import { exitCode } from './exit';
import { openSource } from './image-path';
import { layOut, layoutLines } from './lay-out';
import { layoutOptions, parseCommand } from './options';
import type { Output } from './output';

/** `jicara plan IMAGE`: where everything would go. With `--out FOLDER` also as files. */
export async function planCommand(args: string[], output: Output): Promise<number> {
  const { values, paths } = parseCommand(args, { ...layoutOptions, out: { type: 'string' } }, ['IMAGE']);
  const source = await openSource(paths[0]!);
  try {
    const laidOut = await layOut(source, values, source.length);
    const document = layoutDocument(laidOut.layout, laidOut.operations);
    if (typeof values.out === 'string') {
      await mkdir(values.out, { recursive: true });
      await writeFile(join(values.out, 'layout.json'), JSON.stringify(document, null, 2));
      const files = tableFiles(laidOut.layout);
      if (files) {
        await writeFile(join(values.out, 'first-sectors.bin'), files.head);
        await writeFile(join(values.out, 'last-sectors.bin'), files.tail);
      }
    }
    output.answer(document, layoutLines(laidOut), values.json === true);
    return exitCode.fine;
  } finally {
    await source.close();
  }
}
