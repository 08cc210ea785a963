import { createServer } from 'node:http';
import next from 'next';
import { clientAddress, readProxies } from './lib/client-address.mjs';

/** Serves the built application (or, in development, the sources), and writes one line per request. */
// The reader of the log may exit, as in `npm start | head`. The server continues.
for (const stream of [process.stdout, process.stderr]) stream.on('error', () => undefined);
const port = Number(process.env.PORT);
const host = process.env.TAUT_HOST ?? '127.0.0.1';
const proxies = readProxies(process.env.TAUT_PROXIES);
if (!proxies.ok) {
  process.stderr.write(`${proxies.problem}\n`);
  process.exit(1);
}
const dev = process.env.NODE_ENV !== 'production';
/** Methods that pages, their actions and files use. */
const METHODS = new Set(['GET', 'HEAD', 'POST', 'OPTIONS']);
const app = next({ dev, hostname: host, port });
await app.prepare();
const handle = app.getRequestHandler();

const server = createServer((request, response) => {
  const began = performance.now();
  // Only this server knows the other end of the connection. Forwarded addresses count only where a trusted proxy added them.
  request.headers['x-client-address'] = clientAddress(
    request.socket.remoteAddress,
    String(request.headers['x-forwarded-for'] ?? ''),
    proxies.trusted,
  );
  response.on('finish', () => {
    // The address of a calendar is its secret.
    const path = (request.url ?? '').split('?')[0].replace(/^\/api\/calendar\/.*/, '/api/calendar/…');
    if (path.startsWith('/_next/')) return;
    const ms = (performance.now() - began).toFixed(0);
    process.stdout.write(`${new Date().toISOString()} ${request.method} ${path} ${response.statusCode} ${ms} ms\n`);
  });
  if (!METHODS.has(request.method ?? '')) {
    response.writeHead(405, { allow: [...METHODS].join(', '), 'content-type': 'text/plain' }).end('This method is not allowed.');
    return;
  }
  handle(request, response);
});
server.listen(port, host, () => {
  process.stdout.write(`\nTaut Sheave is ready at http://${host === '0.0.0.0' ? 'localhost' : host}:${port}\n`);
  if (process.env.TAUT_HINT !== 'none')
    process.stdout.write(
      'Sign in with the account printed above, or make the owner’s account there. Ctrl-C stops it; your data stays.\n\n',
    );
});
for (const signal of ['SIGINT', 'SIGTERM']) {
  process.on(signal, () => {
    server.close(() => process.exit(0));
    // Streams of changes stay open for ever. Answers in progress get a moment to end.
    setTimeout(() => server.closeAllConnections(), 500).unref();
    setTimeout(() => process.exit(0), 2000).unref();
  });
}

// The starting process stops this server. If that process is killed, the server must not stay and hold the port.
const starter = process.ppid;
setInterval(() => {
  if (process.ppid !== starter) process.exit(0);
}, 1000).unref();
