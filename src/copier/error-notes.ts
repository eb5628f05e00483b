import { type UnreadStretch, parseDdErrors, parseRescueMap } from '@/core/copy';
import { type Result, ok } from '@/core/result';
import { readIfThere } from '@/files';

/**
 * What could not be read of a drive when its image was made, as the notes beside the image say: `.errors` by dd, `.map` by a rescue. None
 * where there are no notes. Fault: `odd-notes`.
 */
export async function errorNotes(image: string): Promise<Result<UnreadStretch[]>> {
  const map = await readIfThere(`${image}.map`);
  if (map !== null) return parseRescueMap(map);
  const printed = await readIfThere(`${image}.errors`);
  return printed === null ? ok([]) : parseDdErrors(printed);
}
