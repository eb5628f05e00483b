/** What a tablet records in some minutes, with room. */
export const mostSoundBytes = 12 * 1024 * 1024;

export type SoundMedia = 'audio/webm' | 'audio/ogg' | 'audio/mp4' | 'audio/mpeg' | 'audio/wav';

/** Endings of the files that spoken notes are kept in, by what they are. */
export const soundEndings: Readonly<Record<SoundMedia, string>> = Object.freeze({
  'audio/webm': 'webm',
  'audio/ogg': 'ogg',
  'audio/mp4': 'm4a',
  'audio/mpeg': 'mp3',
  'audio/wav': 'wav',
});

const at = (bytes: Buffer, start: number, text: string) =>
  bytes.toString('latin1', start, start + text.length) === text;

/** Names of files of ISO/IEC 14496-12 that hold sound, as recorders write them; pictures name others. */
const soundBrands = ['M4A ', 'M4B ', 'isom', 'iso2', 'mp41', 'mp42', 'iso5', 'dash', '3gp4', '3gp5'];

/**
 * What kind of sound a file is, by its first bytes and never by its name: Matroska and WebM (RFC 8794), Ogg (RFC 3533), ISO base media (ISO/IEC 14496-12),
 * MPEG audio with or without a tag in front (ISO/IEC 11172-3), RIFF WAVE. Null where it is none of them.
 */
export function soundMedia(bytes: Buffer): SoundMedia | null {
  if (bytes.length < 16) return null;
  if (bytes.readUInt32BE(0) === 0x1a45dfa3) return 'audio/webm';
  if (at(bytes, 0, 'OggS')) return 'audio/ogg';
  if (at(bytes, 4, 'ftyp') && soundBrands.some((brand) => at(bytes, 8, brand))) return 'audio/mp4';
  if (at(bytes, 0, 'RIFF') && at(bytes, 8, 'WAVE')) return 'audio/wav';
  // Eleven set bits, and a layer that is not the reserved one.
  const isFrame = bytes[0] === 0xff && (bytes[1]! & 0xe0) === 0xe0 && (bytes[1]! & 0x06) !== 0;
  return at(bytes, 0, 'ID3') || isFrame ? 'audio/mpeg' : null;
}
