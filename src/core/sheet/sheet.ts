import { type ShowOptions } from '../units';
import type { Sheet } from './sheet-schema';

/** Readings are told as the device tells them; everything else in decimal units. */
export const marginOptions = (sheet: Sheet, station: string, options: ShowOptions): ShowOptions => ({
  ...options,
  habit: station === 'prove' ? sheet.showsCapacity : 'decimal',
  ...(sheet.parts[0] ? { currency: sheet.parts[0].price.currency } : {}),
});

/** What was in the place before, in words; `size` shows bytes. */
export const beforeWords = ({ before }: Pick<Sheet, 'before'>, size: (bytes: number) => string): string =>
  before.bytes === null || before.bytes === 0 ? 'empty' : size(before.bytes);

/** How large a partition was before, in words: a fresh system had none. */
export const partitionBefore = (
  { beforeBytes }: Sheet['partitions'][number],
  size: (bytes: number) => string,
): string => (beforeBytes === null || beforeBytes === 0 ? 'fresh' : size(beforeBytes));

/** Said where a device counts otherwise than a label does; empty where they agree. */
export const habitNote = (sheet: Sheet): string =>
  ({
    decimal: '',
    binary: 'This device shows sizes in GiB and TiB (1024s); labels count in thousands.',
    'binary-called-decimal':
      'This device counts in 1024s and says GB or TB: it shows a smaller number than the label for the same size.',
  })[sheet.showsCapacity];

/** Said at the top of a sheet of practice, wherever it is read. */
export const practiceNote =
  'Practice: the drives and the device were simulated. Nothing on this sheet proves anything of real ones.';

/** What the owner said of something that did not come across. */
export const lossWords = (fate: Sheet['losses'][number]['fate']): string =>
  fate === 'saved'
    ? 'saved elsewhere, as was said'
    : fate === 'may-go'
      ? 'may go, the owner said'
      : 'nobody asked the owner';

/** Where things go, a line for each store; `size` shows bytes. */
export const thingsWords = ({ things }: Pick<Sheet, 'things'>, size: (bytes: number) => string): string[] =>
  things.map(
    ({ store, bytes, count, names }) =>
      `${store}: ${names.join(', ')}${count > names.length ? ` and ${count - names.length} more` : ''} (${size(bytes)})`,
  );

/** What to set in the device for each kind of thing. */
export const kindsWords = ({ placeOfKinds }: Pick<Sheet, 'placeOfKinds'>): string[] =>
  placeOfKinds.map(({ kind, store }) => `New ${kind} go to ${store}: set it in the device.`);
