import { z } from 'zod';
import { respond } from '@/app/respond';
import { DeviceProfile } from '@/core/device';
import { Job, Manifest, Sheet } from '@/core/job';
import { DockCase, Drive, Pad } from '@/core/part';
import { refuse } from '@/core/result';

const schemas: Record<string, z.ZodType> = {
  device: DeviceProfile,
  drive: Drive,
  pad: Pad,
  case: DockCase,
  job: Job,
  sheet: Sheet,
  manifest: Manifest,
};

/** The published JSON Schema of each open format, made from the same Zod schema that parses it. */
export async function GET(_: Request, { params }: { params: Promise<{ name: string }> }) {
  const { name } = await params;
  const schema = Object.hasOwn(schemas, name) ? schemas[name] : undefined;
  if (!schema)
    return respond(
      refuse('not-found', 'There is no such schema.', `Ask for one of ${Object.keys(schemas).join(', ')}.`),
    );
  return Response.json(z.toJSONSchema(schema, { io: 'input', unrepresentable: 'any' }));
}
