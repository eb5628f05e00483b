import { type Result, ok, refuse } from '../result';
import { counterOf, nothingKnown } from './counter';
import type { Health } from './health';

/** Length of the page, bytes (NVM Express Base Specification, log page 02h, SMART / Health Information). */
export const logPageBytes = 512;
/** A data unit: 1,000 blocks of 512 bytes (same place). */
const unitBytes = 512_000n;
const zeroC = 273;

/**
 * The health log page of an NVMe drive as its bytes. It names neither model nor serial number. Faults: `log-short`, `log-long`,
 * `log-empty` where it holds nothing, `log-odd` where its temperature or shares can be none.
 */
export function readLogPage(page: Uint8Array): Result<Health> {
  if (page.length < logPageBytes)
    return refuse(
      'log-short',
      `This log has ${page.length} bytes; the page has ${logPageBytes}.`,
      'Read it once more, whole and raw.',
    );
  if (page.length > logPageBytes)
    return refuse(
      'log-long',
      `This file has ${page.length} bytes; the page has ${logPageBytes}.`,
      'Bring the page alone: log identifier 02h, raw.',
    );
  if (page.every((byte) => byte === 0) || page.every((byte) => byte === 0xff))
    return refuse(
      'log-empty',
      'This log holds nothing.',
      'Read it from the drive itself, not from its case.',
    );
  const view = new DataView(page.buffer, page.byteOffset, page.byteLength);
  const counter = (at: number) => view.getBigUint64(at, true) + (view.getBigUint64(at + 8, true) << 64n);
  const kelvin = view.getUint16(1, true);
  const byte = (at: number) => view.getUint8(at);
  const warning = byte(0);
  const spare = byte(3);
  const spareLeast = byte(4);
  const used = byte(5);
  if (spare > 100 || spareLeast > 100 || (kelvin !== 0 && (kelvin < zeroC - 60 || kelvin > zeroC + 200)))
    return refuse(
      'log-odd',
      'This is not a health log: its temperature or its spare can be none.',
      'Bring log page 02h of the drive, raw.',
    );
  return ok({
    ...nothingKnown,
    kind: 'nvme',
    temperatureC: kelvin === 0 ? null : kelvin - zeroC,
    sparePercent: spare,
    spareLeastPercent: spareLeast,
    usedPercent: used,
    writtenBytes: counterOf(counter(48) * unitBytes),
    powerCycles: counterOf(counter(112)),
    powerOnHours: counterOf(counter(128)),
    unsafeShutdowns: counterOf(counter(144)),
    mediaErrors: counterOf(counter(160)),
    isHealthy: warning === 0,
  });
}
