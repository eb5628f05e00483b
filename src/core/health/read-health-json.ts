import * as z from 'zod';
import { type Result, ok, refuse } from '../result';
import { counterOf, nothingKnown } from './counter';
import type { Counter, Health } from './health';

/** Larger is no report of one drive. */
export const mostReportBytes = 200 * 1024;

const number = z.number().finite();
/** Counters may come as numbers or, where they are large, as text; numbers beyond 2⁵³ were rounded before they came here. */
const counter = z.union([z.number().nonnegative(), z.string().regex(/^\d{1,40}$/u)]);
const log = z
  .object({
    critical_warning: z.union([number, z.object({ value: number }).loose()]),
    temperature: number,
    available_spare: number,
    avail_spare: number,
    available_spare_threshold: number,
    spare_thresh: number,
    percentage_used: number,
    percent_used: number,
    data_units_written: counter,
    power_cycles: counter,
    power_on_hours: counter,
    unsafe_shutdowns: counter,
    media_errors: counter,
  })
  .partial()
  .loose();

const Report = z
  .object({
    model_name: z.string(),
    serial_number: z.string(),
    firmware_version: z.string(),
    user_capacity: z
      .object({ bytes: z.union([number, z.object({ n: number }).loose()]) })
      .partial()
      .loose(),
    smart_status: z.object({ passed: z.boolean() }).partial().loose(),
    temperature: z.union([number, z.object({ current: number }).partial().loose()]),
    power_on_time: z.object({ hours: number }).partial().loose(),
    power_cycle_count: counter,
    nvme_smart_health_information_log: log,
    ata_smart_attributes: z
      .object({ table: z.array(z.object({ id: number, raw: z.object({ value: number }).loose() }).loose()) })
      .loose(),
  })
  .partial()
  .loose();

/** What was rounded before it came here is not known. */
const asCounter = (value: number | string | undefined, times = 1n): Counter | null =>
  value === undefined || (typeof value === 'number' && !Number.isSafeInteger(value))
    ? null
    : counterOf(BigInt(value) * times);
const unitBytes = 512_000n;
/** Above this a temperature is kelvin: no drive that answers is at 200 °C, none at −73 °C. */
const leastKelvin = 200;
const celsius = (value: number | undefined): number | null =>
  value === undefined || value === 0 ? null : value > leastKelvin ? Math.round(value - 273.15) : value;
const share = (value: number | undefined, most: number): number | null =>
  value === undefined || value < 0 || value > most ? null : value;

/** Attributes of a SATA drive that count what it could not mend: reallocated, pending, uncorrectable sectors. */
const badSectors = [5, 197, 198];

function nvmeOf(page: z.infer<typeof log>): Partial<Health> {
  const warning =
    typeof page.critical_warning === 'object' ? page.critical_warning.value : page.critical_warning;
  const units = page.data_units_written;
  return {
    temperatureC: celsius(page.temperature),
    sparePercent: share(page.available_spare ?? page.avail_spare, 100),
    spareLeastPercent: share(page.available_spare_threshold ?? page.spare_thresh, 100),
    usedPercent: share(page.percentage_used ?? page.percent_used, 255),
    writtenBytes: asCounter(units, unitBytes),
    powerCycles: asCounter(page.power_cycles),
    powerOnHours: asCounter(page.power_on_hours),
    unsafeShutdowns: asCounter(page.unsafe_shutdowns),
    mediaErrors: asCounter(page.media_errors),
    isHealthy: warning === undefined ? null : warning === 0,
  };
}

/**
 * What the system's own tools print of a drive as JSON: the whole report of one drive, or the health log alone. Faults: `too-large`,
 * `not-json`, `not-health` where nothing of it is known here.
 */
export function readHealthJson(text: string): Result<Health> {
  if (text.length > mostReportBytes)
    return refuse(
      'too-large',
      'This is too large for the report of one drive.',
      'Bring the report of one drive.',
    );
  let json: unknown;
  try {
    json = JSON.parse(text);
  } catch {
    return refuse(
      'not-json',
      'This is no JSON, or it was cut short.',
      'Have the tool print JSON, and bring all of it.',
    );
  }
  const parsed = Report.safeParse(json);
  const alone = log.safeParse(json);
  const page = parsed.success ? parsed.data.nvme_smart_health_information_log : undefined;
  if (!page && alone.success && (alone.data.percent_used ?? alone.data.percentage_used) !== undefined)
    return ok({ ...nothingKnown, ...nvmeOf(alone.data), kind: 'nvme' });
  const table = parsed.success ? parsed.data.ata_smart_attributes?.table : undefined;
  if (!parsed.success || (!page && !table))
    return refuse(
      'not-health',
      'This JSON is no health report that is known here.',
      'Bring what the tool prints of one drive with all its attributes, or the NVMe health log.',
    );
  const { data } = parsed;
  const bytes =
    typeof data.user_capacity?.bytes === 'object' ? data.user_capacity.bytes.n : data.user_capacity?.bytes;
  const sectors = table?.filter(({ id }) => badSectors.includes(id)).map(({ raw }) => raw.value);
  return ok({
    ...nothingKnown,
    ...(page ? nvmeOf(page) : {}),
    kind: page ? 'nvme' : 'sata',
    model: data.model_name?.slice(0, 80) ?? null,
    serial: data.serial_number?.slice(0, 60) ?? null,
    firmware: data.firmware_version?.slice(0, 40) ?? null,
    bytes: bytes !== undefined && Number.isSafeInteger(bytes) && bytes > 0 ? bytes : null,
    isHealthy: data.smart_status?.passed ?? (page ? (nvmeOf(page).isHealthy ?? null) : null),
    ...(page
      ? {}
      : {
          temperatureC: celsius(
            typeof data.temperature === 'object' ? data.temperature.current : data.temperature,
          ),
          powerOnHours: asCounter(
            data.power_on_time?.hours === undefined ? undefined : Math.floor(data.power_on_time.hours),
          ),
          powerCycles: asCounter(data.power_cycle_count),
          mediaErrors:
            sectors && sectors.length > 0
              ? sectors.reduce((sum, one) => sum + Math.max(0, Math.floor(one)), 0)
              : null,
        }),
  });
}
