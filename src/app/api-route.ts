import type { Result } from '@/core/result';
import { diskFull, logTrouble, troubleIn } from '@/server';
import { isStorable, readJson } from './read-body';
import { faultOf, respond } from './respond';
import { foreignFault } from './same-origin';
import { askedBy } from './who-works';

/** A request as a route sees it. */
export type Ask = {
  request: Request;
  url: URL;
  params: Readonly<Record<string, string>>;
  /** Whom the window names that asks; null where nobody was picked there. */
  by: string | null;
  /** Under which the page sends it again where no answer came; null where it gave none. */
  requestId: string | null;
  json: (mostBytes?: number) => Promise<Result<unknown>>;
};

type Answer = Result<unknown> | Response;
type Handler = (ask: Ask) => Promise<Answer> | Answer;

/** What a body that is written may be: the types that a route reads. */
export type Takes = 'json' | 'photo' | 'archive' | 'nothing';
const mediaTypes: Readonly<Record<Takes, RegExp>> = Object.freeze({
  json: /^application\/json$/u,
  photo: /^(multipart\/form-data|application\/octet-stream|image\/(jpeg|png|webp)|audio\/[a-z0-9.+-]+)$/u,
  archive: /^(application\/(zip|octet-stream))$/u,
  nothing: /^.*$/u,
});

type Handlers = { GET?: Handler; POST?: Handler; DELETE?: Handler };
/** Next’s own: a part of the address that may be several comes as a list. */
type Context = { params: Promise<Record<string, string | string[] | undefined>> };
type Route = (request: Request, context: Context) => Promise<Response>;

const methods = ['GET', 'POST', 'PUT', 'PATCH', 'DELETE'] as const;

/** SQLSTATE class 22, data exception: something in the request is nothing that a database can hold. */
const isDataFault = (error: unknown) => /^22/u.test((error as { code?: string })?.code ?? '');

/** An error that nobody turned into a fault, as one: the disk, what the database cannot hold, or a bug. */
function faultFor(error: unknown, where: string): Response {
  const trouble = troubleIn(error);
  if (trouble) return respond({ ok: false, fault: trouble });
  const { code } = error as NodeJS.ErrnoException;
  if (code === 'ENOSPC' || code === '53100') return respond({ ok: false, fault: diskFull() });
  if (isDataFault(error))
    return respond(
      faultOf(
        'form',
        'Something in this cannot be kept as it is.',
        'Look at its dates and figures, and send it again.',
      ),
    );
  logTrouble('request-failed', { where, error });
  return respond(
    faultOf(
      'bug',
      'Jicara failed at this; what was saved before is safe.',
      'Try it again; the log in the data folder says more.',
    ),
  );
}

const requestIdIn = (headers: Headers): string | null => {
  const id = headers.get('idempotency-key');
  return id !== null && /^[0-9a-f]{8,40}$/u.test(id) ? id : null;
};

/**
 * The handlers of a route with everything that each of them needs: a method that it does not know, an address that cannot be
 * one, a page elsewhere and an error all get an answer with code, sentence and remedy. Whatever fails says so in the log.
 */
export function routes(handlers: Handlers, takes: Takes = 'json'): Record<(typeof methods)[number], Route> {
  const known = Object.keys(handlers);
  const route =
    (method: (typeof methods)[number]): Route =>
    async (request, context) => {
      const url = new URL(request.url);
      try {
        const handler = handlers[method as keyof Handlers];
        if (!handler)
          return respond(
            faultOf(
              'method',
              `${method} is nothing that can be done here.`,
              `Ask with ${known.join(' or ')}.`,
            ),
            { allow: known.join(', ') },
          );
        const foreign = foreignFault(method, request.headers);
        if (foreign) return respond(faultOf('foreign', foreign, foreignRemedy));
        const params = Object.fromEntries(
          Object.entries((await context.params) ?? {}).map(([name, value]) => [
            name,
            [value ?? ''].flat().join('/'),
          ]),
        );
        const texts = [...Object.values(params), ...[...url.searchParams].flat()];
        if (!texts.every(isStorable))
          return respond(
            faultOf(
              'form',
              'This address holds a character that none has.',
              'Follow a link of Jicara’s own.',
            ),
          );
        if (method === 'POST' && !isTaken(request, takes))
          return respond(
            faultOf(
              'media-type',
              `This is not taken as ${request.headers.get('content-type')?.slice(0, 60) ?? 'it came'}.`,
              `Send it as ${takesWords[takes]}.`,
            ),
          );
        const answer = await handler({
          request,
          url,
          params,
          by: askedBy(request),
          requestId: requestIdIn(request.headers),
          json: (most) => readJson(request, most),
        });
        return answer instanceof Response ? answer : respond(answer);
      } catch (error) {
        return faultFor(error, `${method} ${url.pathname}`);
      }
    };
  return Object.fromEntries(methods.map((method) => [method, route(method)])) as ReturnType<typeof routes>;
}

export const foreignRemedy =
  'Open Jicara by the address it prints when it starts; a program names that address in an Origin header.';

const takesWords: Readonly<Record<Takes, string>> = Object.freeze({
  json: 'application/json',
  photo: 'multipart/form-data, or the picture itself as application/octet-stream',
  archive: 'application/zip',
  nothing: 'nothing',
});

const isTaken = (request: Request, takes: Takes): boolean =>
  mediaTypes[takes].test((request.headers.get('content-type') ?? '').split(';')[0]!.trim().toLowerCase());
