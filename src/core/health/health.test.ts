import fc from 'fast-check';
import { drive } from '../fit/demo.test.data';
import {
  type Health,
  adviceOf,
  arrivalMargins,
  counterValue,
  failingWhy,
  oldDriveWords,
  readHealthJson,
  readLogPage,
} from '.';

/** A page as the specification lays it out, written by hand: byte by byte, little-endian. */
function page(
  more: {
    kelvin?: number;
    hours?: bigint;
    units?: bigint;
    errors?: bigint;
    warning?: number;
    used?: number;
  } = {},
) {
  const bytes = new Uint8Array(512);
  const put = (at: number, value: bigint, length: number) => {
    for (let i = 0; i < length; i += 1) bytes[at + i] = Number((value >> BigInt(8 * i)) & 0xffn);
  };
  bytes[0] = more.warning ?? 0;
  put(1, BigInt(more.kelvin ?? 311), 2);
  bytes[3] = 100;
  bytes[4] = 10;
  bytes[5] = more.used ?? 0;
  put(48, more.units ?? 42n, 16);
  put(112, 7n, 16);
  put(128, more.hours ?? 3n, 16);
  put(144, 2n, 16);
  put(160, more.errors ?? 0n, 16);
  return bytes;
}
const healthOf = (bytes: Uint8Array): Health => {
  const read = readLogPage(bytes);
  if (!read.ok) throw new Error(read.fault.code);
  return read.value;
};
const code = (read: ReturnType<typeof readHealthJson>) => (read.ok ? 'ok' : read.fault.code);
const marl = drive('ostrel-marl-2000');

describe('the health log page', () => {
  it('is read at the places of the specification', () => {
    expect(healthOf(page())).toMatchObject({
      kind: 'nvme',
      model: null,
      temperatureC: 38,
      sparePercent: 100,
      spareLeastPercent: 10,
      usedPercent: 0,
      writtenBytes: 42 * 512_000,
      powerCycles: 7,
      powerOnHours: 3,
      unsafeShutdowns: 2,
      mediaErrors: 0,
      isHealthy: true,
    });
    expect(healthOf(page({ warning: 4 })).isHealthy).toBe(false);
    expect(healthOf(page({ used: 255 })).usedPercent).toBe(255);
    expect(healthOf(page({ kelvin: 0 })).temperatureC).toBeNull();
  });

  it('keeps counters beyond 2⁵³ exactly', () => {
    fc.assert(
      fc.property(fc.bigInt({ min: 0n, max: 2n ** 128n - 1n }), (hours) => {
        const { powerOnHours } = healthOf(page({ hours }));
        expect(BigInt(powerOnHours!)).toBe(hours);
      }),
    );
    expect(healthOf(page({ units: 2n ** 60n })).writtenBytes).toBe((2n ** 60n * 512_000n).toString());
    expect(counterValue('590295810358705651712000')).toBeCloseTo(5.9e23, -22);
  });

  it('cut short, too long, empty or something else is refused by name', () => {
    expect(code(readLogPage(page().subarray(0, 511)))).toBe('log-short');
    expect(code(readLogPage(new Uint8Array(513)))).toBe('log-long');
    expect(code(readLogPage(new Uint8Array(512)))).toBe('log-empty');
    expect(code(readLogPage(new Uint8Array(512).fill(0xff)))).toBe('log-empty');
    expect(code(readLogPage(page({ kelvin: 38 })))).toBe('log-odd');
    expect(code(readLogPage(new Uint8Array(512).fill(0x20)))).toBe('log-odd');
  });
});

describe('what the system’s tools print', () => {
  const whole = {
    model_name: 'Ostrel Marl 2000',
    serial_number: 'A77',
    firmware_version: '2.1',
    user_capacity: { blocks: 1, bytes: 2_000_398_934_016 },
    smart_status: { passed: true },
    nvme_smart_health_information_log: {
      critical_warning: 0,
      temperature: 36,
      available_spare: 100,
      available_spare_threshold: 5,
      percentage_used: 1,
      data_units_written: 1000,
      power_cycles: 12,
      power_on_hours: 400,
      unsafe_shutdowns: 1,
      media_errors: 0,
    },
  };

  it('is read as the whole report of an NVMe drive', () => {
    const read = readHealthJson(JSON.stringify(whole));
    expect(read).toMatchObject({
      ok: true,
      value: {
        kind: 'nvme',
        model: 'Ostrel Marl 2000',
        serial: 'A77',
        bytes: 2_000_398_934_016,
        temperatureC: 36,
        powerOnHours: 400,
        writtenBytes: 512e6,
        isHealthy: true,
      },
    });
  });

  it('is read as the log alone, in kelvin, with counters as text', () => {
    const alone = {
      critical_warning: 1,
      temperature: 311,
      avail_spare: 90,
      spare_thresh: 10,
      percent_used: 3,
      data_units_written: '9007199254740993',
      power_on_hours: '77',
      media_errors: 0,
    };
    const read = readHealthJson(JSON.stringify(alone));
    expect(read).toMatchObject({
      ok: true,
      value: {
        kind: 'nvme',
        temperatureC: 38,
        sparePercent: 90,
        usedPercent: 3,
        powerOnHours: 77,
        isHealthy: false,
        writtenBytes: (9007199254740993n * 512_000n).toString(),
        powerCycles: null,
      },
    });
  });

  it('is read of a SATA drive: its bad sectors are summed, whatever else its table holds', () => {
    const sata = {
      model_name: 'Harlo Vigil',
      smart_status: { passed: false },
      temperature: { current: 41 },
      power_on_time: { hours: 9000 },
      power_cycle_count: 30,
      ata_smart_attributes: {
        table: [
          { id: 5, raw: { value: 8 } },
          { id: 197, raw: { value: 2 } },
          { id: 194, raw: { value: 41 } },
        ],
      },
    };
    expect(readHealthJson(JSON.stringify(sata))).toMatchObject({
      ok: true,
      value: {
        kind: 'sata',
        temperatureC: 41,
        powerOnHours: 9000,
        powerCycles: 30,
        mediaErrors: 10,
        isHealthy: false,
        usedPercent: null,
      },
    });
  });

  it('does not know a counter that was rounded before it came', () => {
    const text = '{"percent_used": 1, "power_on_hours": 9007199254740993, "data_units_written": 1e300}';
    expect(readHealthJson(text)).toMatchObject({
      ok: true,
      value: { powerOnHours: null, writtenBytes: null, usedPercent: 1 },
    });
  });

  it('what is none is refused, and nothing throws on any text', () => {
    expect(code(readHealthJson('{"model_name"'))).toBe('not-json');
    expect(code(readHealthJson('{}'))).toBe('not-health');
    expect(code(readHealthJson('[]'))).toBe('not-health');
    expect(code(readHealthJson('{"temperature": 40}'))).toBe('not-health');
    expect(code(readHealthJson(' '.repeat(600_000)))).toBe('too-large');
    fc.assert(fc.property(fc.json(), (text) => ['ok', 'not-health'].includes(code(readHealthJson(text)))));
  });
});

describe('a new drive on arrival', () => {
  const whole: Health = { ...healthOf(page()), model: 'Ostrel Marl', bytes: 2_000_398_934_016 };
  const advice = (more: Partial<Health>) => adviceOf(arrivalMargins({ ...whole, ...more }, marl));

  it('is accepted, asked about, or sent back', () => {
    expect(advice({})).toBe('accept');
    expect(advice({ powerOnHours: 10 })).toBe('accept');
    expect(advice({ powerOnHours: 11 })).toBe('return');
    expect(advice({ writtenBytes: 3e12 })).toBe('return');
    expect(advice({ mediaErrors: 1 })).toBe('return');
    expect(advice({ usedPercent: 4 })).toBe('return');
    expect(advice({ isHealthy: false })).toBe('return');
    expect(advice({ bytes: 1_000_204_886_016 })).toBe('return');
    expect(advice({ model: 'Something Else' })).toBe('ask');
    expect(advice({ model: 'OSTREL-MARL 2TB' })).toBe('accept');
    // What the log does not hold is not fine: a raw page names neither model nor size.
    for (const name of [
      'powerOnHours',
      'writtenBytes',
      'mediaErrors',
      'usedPercent',
      'isHealthy',
      'model',
      'bytes',
    ] as const)
      expect([name, advice({ [name]: null })]).toEqual([name, 'ask']);
    expect(adviceOf(arrivalMargins(healthOf(page()), marl))).toBe('ask');
  });
});

it('an old drive is failing by what its log says, and by nothing else', () => {
  const health = healthOf(page());
  expect(failingWhy(health)).toBeNull();
  expect(failingWhy({ ...health, mediaErrors: 3 })).toMatch(/3 errors/u);
  expect(failingWhy({ ...health, isHealthy: false })).toMatch(/warns/u);
  expect(failingWhy({ ...health, sparePercent: 4 })).toMatch(/spare is at 4 %/u);
  expect(failingWhy({ ...health, usedPercent: 104 })).toMatch(/used up/u);
  expect(oldDriveWords(health)).toBe('Nothing in it says that it fails.');
  expect(oldDriveWords({ ...health, isHealthy: null, mediaErrors: null })).toMatch(/holds nothing/u);
});
