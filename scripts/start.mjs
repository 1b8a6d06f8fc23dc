// Serves what `npm run build` has built: HOST and PORT say where. Scripts, styles and fonts come as they lie compressed
// on the disk, and may be kept by the browser for ever: their names change with what is in them.
import { createServer } from 'node:http';
import { join } from 'node:path';
import next from 'next';
import sirv from 'sirv';
import { sayingAllowed } from './allowed.mjs';
import { BUILT_THREAD } from './built-thread.mjs';
import { measured } from './measured.mjs';

process.env.OAK_KNOT_THREAD ??= BUILT_THREAD;

const hostname = process.env.HOST ?? '127.0.0.1';
const port = Number(process.env.PORT ?? 3000);

const app = next({ dev: false, hostname, port });
await app.prepare();
const handle = app.getRequestHandler();
const assets = sirv(join('.next', 'static'), {
  brotli: true,
  gzip: true,
  immutable: true,
  maxAge: 365 * 24 * 60 * 60,
  setHeaders: (response) => response.setHeader('X-Content-Type-Options', 'nosniff'),
});

/** Where this process itself finds what it serves. */
const own = hostname === '0.0.0.0' || hostname === '::' ? '127.0.0.1' : hostname;

/** Whether a proxy stands before this, and says where requests come from: then its word counts, else nobody's. */
const behindProxy = process.env.OAK_KNOT_BEHIND_PROXY === '1';

/** Where a request comes from. A proxy adds what it has seen itself at the end. */
const addressOf = ({ headers, socket }) =>
  (behindProxy ? headers['x-forwarded-for']?.split(',').at(-1)?.trim() : undefined) ??
  socket.remoteAddress ??
  'unknown';

const ASSETS = '/_next/static/';
const server = createServer((request, response) => {
  measured(request, response);
  request.headers['x-forwarded-for'] = addressOf(request);
  // Whether we are reached over TLS is said by a proxy of ours, or by nobody.
  if (!behindProxy) delete request.headers['x-forwarded-proto'];
  const { method, url = '/' } = request;
  // No request can be made of it further in (Fetch Standard, forbidden methods), so it is answered here.
  if (method === 'TRACE' || method === 'TRACK')
    return response.writeHead(405, { Allow: 'GET, HEAD, POST, PUT, PATCH, DELETE' }).end();
  sayingAllowed(request, response, { host: own, port });
  if (!url.startsWith(ASSETS)) return handle(request, response);
  // What is not there is answered as any other address that leads nowhere.
  request.url = url.slice(ASSETS.length - 1);
  assets(request, response, () => {
    request.url = url;
    return handle(request, response);
  });
});
server.listen(port, hostname, () => {
  console.log(`Listening on http://${hostname}:${port}`);
  // The data is opened at once: whoever is the first to come in is told how.
  void fetch(`http://${own}:${port}/ready`).catch(() => undefined);
});
for (const signal of ['SIGINT', 'SIGTERM'])
  process.on(signal, () => server.close(() => process.exit(0)) && server.closeAllConnections());
