import { showBytes } from '@/core/units';
import { FaultNotice } from './notice';

/** Said before drives are docked where each stand-in takes its full size. `bytes` null: of drives in general. */
export function NoHoles({ bytes, locale }: { bytes: number | null; locale: string }) {
  const cost =
    bytes === null
      ? 'each simulated drive takes its full size'
      : `these two drives take ${showBytes(bytes, { locale })}`;
  return (
    <FaultNotice
      fault={{
        code: 'no-holes',
        sentence: `The data folder’s file system knows no holes: ${cost}.`,
        remedy: 'Put the data folder on another file system, with JICARA_DATA, before drives are docked.',
      }}
    />
  );
}
