import http from 'node:http';

/** The methods of HTTP that Jicara answers at all; each route says which of them it knows. */
const known = new Set(['GET', 'HEAD', 'OPTIONS', 'POST', 'PUT', 'PATCH', 'DELETE']);

const fault = (code, sentence, remedy) => JSON.stringify({ ok: false, fault: { code, sentence, remedy } });

const json = { 'content-type': 'application/json; charset=utf-8', 'cache-control': 'no-store' };

/**
 * What the server in front of the application cannot make sense of is answered like everything else, with code, sentence and
 * remedy: methods that it would fail at, and requests that are none (RFC 9110, sections 15.5.1 and 15.5.6).
 */
function guard(server, answered) {
  const emit = server.emit;
  server.emit = function (event, ...args) {
    if (event !== 'request') return emit.call(this, event, ...args);
    const [request, response] = args;
    if (answered(request, response)) return true;
    if (known.has(request.method)) return emit.call(this, event, ...args);
    response.writeHead(405, { ...json, allow: [...known].join(', '), connection: 'close' });
    response.end(
      fault('method', `${request.method} is nothing that can be done here.`, 'Ask with GET or POST.'),
    );
    return true;
  };
  server.on('clientError', (error, socket) => {
    if (!socket.writable) return socket.destroy();
    const tooLarge = error.code === 'HPE_HEADER_OVERFLOW';
    const body = tooLarge
      ? fault('too-long', 'The headers of this request are too long.', 'Send fewer of them.')
      : fault('form', 'This is no request.', 'Follow a link of Jicara’s own.');
    const head = Object.entries({ ...json, 'content-length': Buffer.byteLength(body), connection: 'close' })
      .map(([name, value]) => `${name}: ${value}`)
      .join('\r\n');
    socket.end(
      `HTTP/1.1 ${tooLarge ? '431 Request Header Fields Too Large' : '400 Bad Request'}\r\n${head}\r\n\r\n${body}`,
    );
  });
  return server;
}

/** Puts the guard before every server that is made in this process from now on, and before it what answers some requests by itself. */
export function guardHttp(answered) {
  const create = http.createServer;
  http.createServer = (...args) => guard(create(...args), answered);
}
