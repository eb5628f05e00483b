import { openSchemas } from '@/app/api/open-schemas';
import { jsonSchemaOf } from '@/core/exchange';
import { respond } from '@/app/respond';
import { refuse } from '@/core/result';

/** The published JSON Schema of each open format, made from the same Zod schema that parses it. */
export async function GET(_: Request, { params }: { params: Promise<{ name: string }> }) {
  const { name } = await params;
  const schema = Object.hasOwn(openSchemas, name) ? openSchemas[name] : undefined;
  if (!schema)
    return respond(
      refuse(
        'not-found',
        'There is no such schema.',
        `Ask for one of ${Object.keys(openSchemas).join(', ')}.`,
      ),
    );
  return Response.json(jsonSchemaOf(schema));
}
