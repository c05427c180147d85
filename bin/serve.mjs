// The web server itself: the pages behind a front that refuses what is no request, and names each request.
import { AsyncLocalStorage } from 'node:async_hooks';
import { randomBytes } from 'node:crypto';
import http from 'node:http';
import next from 'next';
import pino from 'pino';
import { PROJECT } from './build.mjs';

const METHODS = ['GET', 'HEAD', 'POST', 'PUT', 'DELETE', 'OPTIONS', 'PATCH'];
/** A head, and a whole request, that take longer than this to come are given up. */
const HEAD_MS = 20_000;
const REQUEST_MS = 120_000;
/** Longer than clients keep a connection: who closes first may cut off a request that is just setting out. */
const IDLE_MS = 75_000;
/** More than any route takes; what each takes is told by itself. */
const MOST_BYTES = 16 * 1024 * 1024;
/** So much of what is refused is heard to its end. */
const MOST_HEARD_BYTES = 64 * 1024 * 1024;
const REQUEST_ID = /^[A-Za-z0-9-]{4,64}$/;

const host = process.env.GORGE_HOST ?? '127.0.0.1';
const port = Number(process.env.GORGE_PORT);

const log = pino({ name: 'gorge', level: process.env.GORGE_LOG ?? 'info' });
/** What is asked all the time by pages and by those that look after the server. */
const USUAL = /^\/(_next\/|api\/(health|metrics)$)/;

// Seen by the code of the pages, which is bundled by itself: what is logged names the request that it belongs to.
const requests = new AsyncLocalStorage();
globalThis.gorgeRequests = requests;

const pages = next({ dev: false, dir: PROJECT, hostname: host, port });
await pages.prepare();
const answerWithPage = pages.getRequestHandler();

const timeouts = { headersTimeout: HEAD_MS, requestTimeout: REQUEST_MS, keepAliveTimeout: IDLE_MS };
const server = http.createServer(timeouts, (request, response) => {
  const given = request.headers['x-request-id'];
  const id = typeof given === 'string' && REQUEST_ID.test(given) ? given : randomBytes(6).toString('hex');
  request.headers['x-request-id'] = id;
  response.setHeader('x-request-id', id);
  const begun = performance.now();
  response.once('close', () => noteAnswer(request, response, id, performance.now() - begun));
  const fault = faultOf(request);
  if (fault) refuse(request, response, fault);
  else requests.run({ id }, () => void answerWithPage(request, response));
});
server.on('connect', (_request, socket) => socket.end('HTTP/1.1 405 Method Not Allowed\r\nconnection: close\r\n\r\n'));
server.on('clientError', (_error, socket) => {
  if (socket.writable) socket.end('HTTP/1.1 400 Bad Request\r\nconnection: close\r\n\r\n');
});
server.listen(port, host);
for (const signal of ['SIGINT', 'SIGTERM'])
  process.on(signal, () => {
    server.close(() => process.exit(0));
    server.closeAllConnections();
  });

/** One line of the log a request, without what stands behind the question mark; and what is counted of them. */
function noteAnswer({ method, url }, response, id, ms) {
  const { statusCode: status, writableFinished } = response;
  const path = url.split('?')[0];
  const line = { request: id, method, path, status, ms: Math.round(ms) };
  log[USUAL.test(path) && status < 400 ? 'debug' : 'info'](line, writableFinished ? 'answered' : 'broken off');
  // How long somebody follows a batch is no time of an answer.
  const isStream = String(response.getHeader('content-type')).startsWith('text/event-stream');
  if (!isStream) globalThis.gorgeAnswered?.({ method, path, status, seconds: ms / 1000 });
}

/** Why a request is none; undefined for one that the pages may see. */
function faultOf({ method, url, headers }) {
  if (!METHODS.includes(method)) {
    const hint = `Use one of ${METHODS.join(', ')}.`;
    return { status: 405, code: 'method', message: `${method} is not answered here.`, hint };
  }
  if (Number(headers['content-length'] ?? 0) > MOST_BYTES) {
    const hint = 'Nothing was changed. Send a smaller file.';
    return { status: 413, code: 'too-large', message: 'The upload is larger than 16 MB.', hint };
  }
  try {
    decodeURIComponent(new URL(url, 'http://here').pathname);
    return undefined;
  } catch {
    const hint = 'A % stands before two hexadecimal digits.';
    return { status: 400, code: 'address', message: 'The address is malformed.', hint };
  }
}

/** Who is still sending something of a bearable size is let finish, since many hear nothing before that. */
function refuse(request, response, { status, ...fault }) {
  const say = () => {
    response.writeHead(status, { 'content-type': 'application/json', connection: 'close' });
    response.end(JSON.stringify(fault));
  };
  const bytes = Number(request.headers['content-length'] ?? 0);
  if (bytes === 0 || bytes > MOST_HEARD_BYTES) say();
  else request.once('end', say).resume();
}
