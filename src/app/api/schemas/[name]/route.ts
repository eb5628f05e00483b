import { openSchemas } from '@/app/api/open-schemas';
import { jsonSchemaOf } from '@/core/exchange';
import { routes } from '@/app/api-route';
import { respondJson } from '@/app/respond';
import { refuse } from '@/core/result';

/** The published JSON Schema of each open format, made from the same Zod schema that parses it. */
export const { GET, POST, PUT, PATCH, DELETE } = routes({
  GET: ({ params }) => {
    const name = params.name!;
    const schema = Object.hasOwn(openSchemas, name) ? openSchemas[name] : undefined;
    return schema
      ? respondJson(jsonSchemaOf(schema))
      : refuse(
          'not-found',
          'There is no such schema.',
          `Ask for one of ${Object.keys(openSchemas).join(', ')}.`,
        );
  },
});
