// The door of the web server: everything that comes in passes here before the application sees it, and every answer goes
// out with the same headers, static files and errors too.
import http from 'node:http';
import { isIPv6 } from 'node:net';
import { RateLimiterMemory } from 'rate-limiter-flexible';

/** Nobody works this fast; a runaway script does. */
const RATE = { points: 3000, duration: 10 };
const LARGEST_BODY = 20_000_000;
const SAFE = new Set(['GET', 'HEAD', 'OPTIONS']);
/** What is posted to these is computed and not kept. */
const COMPUTED = new Set(['/api/v1/derive', '/api/v1/expand']);
/** What no page can say in its head; one made when asked for brings all else of its policy. */
const FRAMES = "frame-ancestors 'none'";
/** Of a page that was made beforehand. */
const PRERENDERED = `${FRAMES}; object-src 'none'; base-uri 'none'; form-action 'self'`;
/** Files and answers that are no pages load nothing. */
const NOTHING = `default-src 'none'; ${FRAMES}; base-uri 'none'; form-action 'none'`;
/** A script that runs in a worker has the policy of its own answer, not its page's: it may fetch more of ours, and no data. */
const SCRIPT = `${NOTHING}; script-src 'self'`;
/** What pages of ours may use of a phone, and nothing else. */
const ALLOWED = ['camera', 'geolocation', 'accelerometer', 'gyroscope', 'magnetometer', 'serial'];
const DENIED = [
  'bluetooth',
  'display-capture',
  'fullscreen',
  'hid',
  'microphone',
  'midi',
  'payment',
  'picture-in-picture',
  'publickey-credentials-get',
  'screen-wake-lock',
  'usb',
  'xr-spatial-tracking',
];
const PERMISSIONS = [...ALLOWED.map((a) => `${a}=(self)`), ...DENIED.map((d) => `${d}=()`)].join(', ');
/** What holds the pages for a device without a network fetches them. */
const WORKER = '/service-worker.js';
const FETCHES = `${NOTHING}; connect-src 'self'`;

/** An answer as RFC 9457 says it. */
export class Refusal extends Error {
  constructor(code, status, title, detail, headers = {}) {
    super(detail);
    Object.assign(this, { code, status, title, headers });
  }
}

const named = (host) => (isIPv6(host) ? `[${host}]` : host);
/** The names under which this machine is asked for at a port. */
export const hostsOf = (host, port) =>
  new Set([host, '127.0.0.1', 'localhost', '::1'].flatMap((h) => (port === 80 ? [named(h), `${named(h)}:80`] : [`${named(h)}:${port}`])));

/** @throws Refusal for what may not come in */
export function mayEnter({ method, url, headers }, hosts) {
  if (!hosts.has((headers.host ?? '').toLowerCase()))
    throw new Refusal('wrong-host', 421, 'Another name than ours', `This server answers as ${[...hosts].join(', ')} alone.`);
  let path;
  try {
    if (!url.startsWith('/') || url.startsWith('//')) throw new Error('no path');
    decodeURI(url);
    path = decodeURI(new URL(url, 'http://x').pathname);
  } catch {
    throw new Refusal(
      'bad-address',
      400,
      'The address can not be read',
      'An address begins with / and its % signs stand before two hexadecimal digits.',
    );
  }
  if (path.includes('\0')) throw new Refusal('bad-address', 400, 'The address can not be read', 'An address holds no NUL.');
  const api = path.startsWith('/api/');
  if (path.startsWith('/_image')) throw new Refusal('not-found', 404, 'There is nothing here', 'There is no such address.');
  const allowed = api ? ['GET', 'HEAD', 'POST', 'OPTIONS', 'PUT', 'PATCH', 'DELETE'] : ['GET', 'HEAD'];
  if (!allowed.includes(method))
    throw new Refusal('wrong-method', 405, 'This address does not take that method', `Take ${api ? 'GET or POST' : 'GET'}.`, {
      allow: api ? 'GET, HEAD, POST' : 'GET, HEAD',
    });
  if (!api) return;
  const ours = headers.origin !== undefined && /^http:\/\//.test(headers.origin) && hosts.has(headers.origin.slice(7).toLowerCase());
  const fromElsewhere = (headers.origin !== undefined && !ours) || ['cross-site', 'same-site'].includes(headers['sec-fetch-site']);
  if (fromElsewhere && (!SAFE.has(method) || headers['sec-fetch-mode'] !== 'navigate'))
    throw new Refusal(
      'foreign-origin',
      403,
      'Another site may not ask here',
      'Ask from a page of this server, or from a program that sends no Origin.',
    );
  // what only computes stores nothing; whatever writes says where it comes from
  if (!SAFE.has(method) && !COMPUTED.has(path) && !ours && headers['x-arbolito'] === undefined)
    throw new Refusal(
      'no-origin',
      403,
      'Whatever writes says where it comes from',
      `Send an Origin header of ours (http://${headers.host}), or from a program the header X-Arbolito with any text.`,
    );
  if (Number(headers['content-length'] ?? 0) > LARGEST_BODY)
    throw new Refusal('too-large', 413, 'The body is too large', `At most ${LARGEST_BODY} bytes: send less at a time.`);
}

/** Headers that every answer carries; what the application has set itself stays. */
function guard(res, url) {
  res.setHeader('x-content-type-options', 'nosniff');
  res.setHeader('x-frame-options', 'DENY');
  res.setHeader('referrer-policy', 'same-origin');
  res.setHeader('cross-origin-opener-policy', 'same-origin');
  res.setHeader('cross-origin-resource-policy', 'same-origin');
  res.setHeader('permissions-policy', PERMISSIONS);
  const writeHead = res.writeHead;
  res.writeHead = function (status, ...rest) {
    const given = rest.find((r) => typeof r === 'object' && r !== null) ?? {};
    const said = (name) => Object.entries(given).find(([key]) => key.toLowerCase() === name)?.[1] ?? res.getHeader(name);
    const type = String(said('content-type') ?? '');
    const own = {};
    // a page is asked for again each time, as it names the files of its own build
    if (said('cache-control') === undefined) own['cache-control'] = type.startsWith('text/html') ? 'no-cache' : 'no-store';
    const policy = said('content-security-policy');
    // a page brings its own policy with the hashes of its scripts: made when asked for in a header, prerendered in its head
    // an answer that nothing has changed brings no page: a policy with it would take the place of the page's own
    if (policy) own['content-security-policy'] = `${String(policy).replace(/;\s*$/, '')}; ${FRAMES}`;
    else if (status !== 304) own['content-security-policy'] = policyOf(url, status < 400 ? type : '');
    for (const name of Object.keys(given)) if (own[name.toLowerCase()] !== undefined) delete given[name];
    for (const [name, value] of Object.entries(own)) res.setHeader(name, value);
    return writeHead.call(this, status, ...rest);
  };
}

function policyOf(url, type) {
  if (url === WORKER) return FETCHES;
  if (type.startsWith('text/html')) return PRERENDERED;
  return type.startsWith('text/javascript') ? SCRIPT : NOTHING;
}

function refuse(res, { code, status, title, message, headers }) {
  const body = JSON.stringify({ type: `urn:arbolito:problem:${code}`, title, status, detail: message, errors: [] });
  // what was said of a file is not true of its refusal
  for (const name of ['cache-control', 'etag', 'last-modified', 'accept-ranges', 'content-encoding']) res.removeHeader(name);
  res.writeHead(status, {
    'content-type': 'application/problem+json',
    'content-length': Buffer.byteLength(body),
    ...headers,
  });
  res.end(body);
}

/**
 * A server that lets in what may come in.
 * @param handler the application's own, (req, res)
 * @param host the address it will listen on, `port` the port
 * @param rate so many requests (`points`) an address in so many seconds (`duration`)
 */
export function makeDoor(handler, host, port, rate = RATE) {
  const hosts = hostsOf(host, port);
  const limiter = new RateLimiterMemory(rate);
  const server = http.createServer(
    { requestTimeout: 60_000, headersTimeout: 15_000, keepAliveTimeout: 5000, maxHeaderSize: 16_384 },
    async (req, res) => {
      res.on('error', () => {});
      guard(res, req.url);
      try {
        await limiter.consume(req.socket.remoteAddress ?? '').catch((left) => {
          const wait = String(Math.ceil((left.msBeforeNext ?? 10_000) / 1000));
          throw new Refusal('too-many', 429, 'Too many requests', `At most ${rate.points} in ${rate.duration} s: wait ${wait} s.`, {
            'retry-after': wait,
          });
        });
        mayEnter(req, hosts);
        await handler(req, res);
      } catch (e) {
        if (res.headersSent) return res.destroy();
        if (e instanceof Refusal) {
          // a client that is still sending hears the answer only when it is let finish
          if (Number(req.headers['content-length'] ?? 0) <= 3 * LARGEST_BODY) req.resume();
          return refuse(res, e);
        }
        console.error(`request failed: ${e?.name}`);
        refuse(res, new Refusal('internal', 500, 'Something went wrong here', 'The request was not carried out; nothing was changed.'));
      }
    },
  );
  server.on('clientError', (e, socket) => {
    if (!socket.writable) return;
    const [status, code] =
      e.code === 'HPE_HEADER_OVERFLOW' ? ['431 Request Header Fields Too Large', 'headers-too-large'] : ['400 Bad Request', 'bad-http'];
    const body = JSON.stringify({
      type: `urn:arbolito:problem:${code}`,
      title: 'This is no request',
      status: Number(status.slice(0, 3)),
      detail: 'The bytes that came are no HTTP request.',
      errors: [],
    });
    socket.end(
      `HTTP/1.1 ${status}\r\ncontent-type: application/problem+json\r\ncontent-length: ${Buffer.byteLength(body)}\r\nconnection: close\r\n\r\n${body}`,
    );
  });
  return server;
}
