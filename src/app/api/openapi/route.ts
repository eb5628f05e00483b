import { routes } from '@/app/api-route';
import { respondJson } from '@/app/respond';
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

const inPath = (name: string) => ({ name, in: 'path', required: true, schema: { type: 'string' } });
const [id, photo, sum] = [inPath('id'), inPath('photo'), inPath('sum')];

/** What programs can ask, described in OpenAPI 3.1; schemas are made from the same Zod schemas that parse. */
const document = () => ({
  openapi: '3.1.0',
  info: {
    title: 'Jicara',
    version: '1',
    description:
      'Devices, parts, fit questions, jobs, images and practice. Answers are { ok: true, value } or { ok: false, fault }.',
  },
  paths: {
    '/api/profiles': {
      get: { summary: 'All device profiles', responses: answer('A list of profiles') },
      post: {
        summary: 'Write a device profile; with ?look it is read and proved, and not kept',
        requestBody: body('device'),
        responses: answer('The profile'),
      },
    },
    '/api/profiles/{id}': {
      get: {
        summary: 'One device profile',
        parameters: [id],
        responses: answer('The profile'),
      },
    },
    '/api/pictures': {
      post: {
        summary:
          'A photo of a device (JPEG, PNG or WebP of at most 24 MiB); with a size that of a face, straightened by its corners',
        parameters: [
          query('acrossMm', 'how wide the face is'),
          query('downMm', 'how high it is'),
          query(
            'corners',
            'x,y four times, as shares of the photo, clockwise from the upper left; left out, the whole photo',
          ),
        ],
        responses: answer('{ picture }, its SHA-256'),
      },
    },
    '/api/pictures/{sum}': {
      get: { summary: 'A photo of a device', parameters: [sum], responses: answer('image/jpeg') },
    },
    '/api/teach': {
      post: {
        summary: 'A new kind of device, by { sketch } of eight answers or { copyOf, maker, name }',
        responses: answer('{ id, version }'),
      },
    },
    '/api/profiles/{id}/figures': {
      post: {
        summary: 'One figure of a device: measured, from a paper, an answer, or taken back',
        parameters: [id, query('version', 'the version that was looked at')],
        responses: answer('{ id, version }'),
      },
    },
    '/api/profiles/{id}/words': {
      post: {
        summary: 'A step in better words, from a job: { jobId, stepId, was, how }',
        parameters: [id],
        responses: answer('{ id, version }'),
      },
    },
    '/api/profiles/{id}/procedure': {
      post: {
        summary: 'What a job recorded ({ jobId }) becomes the procedure, once it is proved',
        parameters: [id],
        responses: answer('{ id, version }'),
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
    '/api/prices/export': {
      get: { summary: 'Every price that was ever noted, CSV', responses: answer('The file') },
    },
    '/api/prices/import': {
      post: {
        summary: 'Preview or note a price list, all or nothing: { text, commit }',
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
    '/api/jobs': {
      post: { summary: 'Take a device in', responses: answer('The job’s id') },
    },
    '/api/jobs/{id}': {
      get: { summary: 'A job as its screens draw it', parameters: [id], responses: answer('The job') },
    },
    '/api/jobs/{id}/acts': {
      post: {
        summary:
          'Do an act, with the version that was looked at; sent again with the same requestId it is done once',
        parameters: [id],
        requestBody: body('act'),
        responses: answer(
          'What changed of the job since that version: its view without profile and frame, and the new lines of its history',
        ),
      },
    },
    '/api/jobs/{id}/events': {
      get: {
        summary: 'Server-sent events: job (each new version), copy (its progress), alive',
        parameters: [id],
        responses: answer('text/event-stream'),
      },
    },
    '/api/jobs/{id}/photos': {
      post: {
        summary:
          'Add a photo (JPEG, PNG or WebP of at most 24 MiB) or a spoken note (WebM, Ogg, MP4, MP3 or WAVE of at most 12)',
        parameters: [
          id,
          query('step', 'the act it was taken at'),
          query('note', 'at most 500 characters'),
          query('for', 'all: shown at this act on every device of its kind'),
        ],
        responses: answer('The job as it is then'),
      },
    },
    '/api/jobs/{id}/photos/{photo}': {
      get: { summary: 'A photo, as JPEG', parameters: [id, photo], responses: answer('image/jpeg') },
      delete: { summary: 'Take a photo away', parameters: [id, photo], responses: answer('The job') },
    },
    '/api/jobs/{id}/sheet': {
      get: {
        summary: 'The hand-over sheet, once the job is proved',
        parameters: [id, query('as', 'json, md, or ics: what the device wants later')],
        responses: answer('The sheet'),
      },
    },
    '/api/jobs/{id}/wipe': {
      get: {
        summary: 'How far overwriting the old drive is',
        parameters: [id],
        responses: answer('{ runs, phase, share }, or null'),
      },
    },
    '/api/logbook': {
      get: {
        summary: 'Jobs by words, state, device and days',
        parameters: [
          query('q', 'words, all of which are there'),
          query('state', 'all, open or through'),
          query('profileId', 'a device'),
          query('from', 'taken in from this day on'),
          query('to', 'up to this day'),
          query('sort', 'newest, oldest, owner or device'),
          query('page', 'from 0, fifty a page'),
          query('as', 'csv or json: all of them as a file'),
        ],
        responses: answer('{ lines, count }'),
      },
    },
    '/api/logbook/serial': {
      get: {
        summary: 'Earlier jobs of a device',
        parameters: [query('serial', 'its serial number')],
        responses: answer('Lines of the logbook'),
      },
    },
    '/api/shelf': {
      get: {
        summary: 'The shelf: lines, moves; with as=csv the list to order',
        parameters: [query('as', 'csv for the list to order')],
        responses: answer('{ lines, moves, names }'),
      },
      post: {
        summary: 'Count, order, receive, cancel, or say how few there may be',
        responses: answer('null'),
      },
    },
    '/api/day/pins': {
      get: { summary: 'Pins of the day, by task', responses: answer('{ task: { by, at } }') },
      post: {
        summary: 'Pins a piece of the day’s work to somebody, moves its pin, or takes it out',
        responses: answer('{ pin, at }'),
      },
    },
    '/api/find': {
      get: {
        summary: 'Jobs, parts, devices and steps by a few letters',
        parameters: [query('q', 'the letters')],
        responses: answer('[{ href, label, hint }]'),
      },
    },
    '/api/jobs/{id}/manifest': {
      get: {
        summary: 'The manifest of a verified copy',
        parameters: [id],
        responses: answer('The manifest'),
      },
    },
    '/api/images': {
      post: { summary: 'Ask, fetch, check, write and stop, as the Dock does', responses: answer('null') },
    },
    '/api/images/checksums': {
      get: {
        summary: 'The sums of all images here, as sha256sum writes them',
        responses: answer('text/plain'),
      },
    },
    '/api/jobs/{id}/raw': {
      get: {
        summary: 'Everything of a job as the database holds it, also where it cannot be read',
        parameters: [id],
        responses: answer('The row with its profile and its history'),
      },
    },
    '/api/dock/clear': {
      post: {
        summary: 'Take away the simulated drives of finished jobs',
        responses: answer('The bytes that are free now'),
      },
    },
    '/api/workshop/backup': {
      get: { summary: 'A backup of the whole workshop, made now', responses: answer('application/zip') },
    },
    '/api/workshop/restore': {
      post: {
        summary: 'Take the place of the workshop with the archive that is sent, by typing its name',
        parameters: [query('name', 'the name of the workshop, typed')],
        requestBody: { required: true, content: { 'application/zip': {} } },
        responses: answer('null, once it is open again'),
      },
    },
    '/api/practice': {
      post: { summary: 'Keep what a practice run came to', responses: answer('The records of that device') },
    },
  },
  components: {
    schemas: Object.fromEntries(
      ['device', 'drive', 'heatsink', 'pad', 'adapter', 'case', 'fit', 'import', 'act'].map((name) => {
        const { $schema, ...schema } = jsonSchemaOf(openSchemas[name]!);
        return [name, schema];
      }),
    ),
  },
});

export const { GET, POST, PUT, PATCH, DELETE } = routes({ GET: () => respondJson(document()) });
