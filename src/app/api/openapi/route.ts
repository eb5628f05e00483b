import { openSchemas } from '@/app/api/open-schemas';
import { jsonSchemaOf } from '@/core/exchange';

const answer = (description: string) => ({
  200: { description },
  400: { description: 'The form was not understood: { ok: false, fault: { code, sentence, remedy } }.' },
});

const body = (name: string) => ({
  required: true,
  content: { 'application/json': { schema: { $ref: `#/components/schemas/${name}` } } },
});

const query = (name: string, description: string) => ({
  name,
  in: 'query',
  description,
  schema: { type: 'string' },
});

/** What programs can ask, described in OpenAPI 3.1; schemas are made from the same Zod schemas that parse. */
const document = () => ({
  openapi: '3.1.0',
  info: {
    title: 'Jicara',
    version: '1',
    description: 'Devices, parts and fit questions. Answers are { ok: true, value } or { ok: false, fault }.',
  },
  paths: {
    '/api/profiles': {
      get: { summary: 'All device profiles', responses: answer('A list of profiles') },
      post: {
        summary: 'Write a device profile',
        requestBody: body('device'),
        responses: answer('The profile'),
      },
    },
    '/api/profiles/{id}': {
      get: {
        summary: 'One device profile',
        parameters: [{ name: 'id', in: 'path', required: true, schema: { type: 'string' } }],
        responses: answer('The profile'),
      },
    },
    '/api/parts': {
      get: {
        summary: 'A page of the catalogue',
        parameters: [
          query('kind', 'drive, heatsink, pad, adapter or case'),
          query('text', 'words that must all occur'),
          query('protocol', 'NVMe, SATA, PATA, eMMC or UHS-I'),
          query('formFactor', 'beginning of the form factor, such as 2280'),
          query('fromGB', 'smallest label capacity'),
          query('onShelf', 'true for what lies on the shelf'),
          query('sort', 'name, size, price, price-per-gb, read or shelf'),
          query('offset', 'parts to skip'),
          query('limit', 'at most 200'),
        ],
        responses: answer('{ total, offset, parts, counts }'),
      },
      post: {
        summary: 'Write a part',
        requestBody: {
          required: true,
          content: {
            'application/json': {
              schema: {
                oneOf: ['drive', 'heatsink', 'pad', 'adapter', 'case'].map((name) => ({
                  $ref: `#/components/schemas/${name}`,
                })),
              },
            },
          },
        },
        responses: answer('The part'),
      },
    },
    '/api/parts/export': {
      get: {
        summary: 'A kind of parts as a file',
        parameters: [query('kind', 'which kind'), query('format', 'csv or json')],
        responses: answer('The file'),
      },
    },
    '/api/parts/import': {
      post: {
        summary: 'Preview or import a file of parts, all or nothing',
        requestBody: body('import'),
        responses: answer('{ lines, good, faults, newIds, changedIds, sample, imported }'),
      },
    },
    '/api/fit': {
      post: {
        summary: 'Hold a drive against a device',
        requestBody: body('fit'),
        responses: answer('Margins, verdict, stack, nominal heat, remedies, shopping list'),
      },
    },
  },
  components: {
    schemas: Object.fromEntries(
      ['device', 'drive', 'heatsink', 'pad', 'adapter', 'case', 'fit', 'import'].map((name) => {
        const { $schema, ...schema } = jsonSchemaOf(openSchemas[name]!);
        return [name, schema];
      }),
    ),
  },
});

export const GET = () => Response.json(document());
