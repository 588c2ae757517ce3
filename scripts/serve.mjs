/**
 * Serves the built application: one process, stopped gracefully. HOST and PORT say where (port 0: any free one),
 * ORIGIN the address people use when a proxy stands in front. Writes one line of JSON when it listens.
 */
import { createServer } from 'node:http';
import { fileURLToPath } from 'node:url';

const host = process.env.HOST ?? '127.0.0.1';
const server = createServer();
server.headersTimeout = 15_000;
server.requestTimeout = 60_000;
server.maxHeadersCount = 100;
// Longer than a proxy keeps its own end (60 s, said in deploy/nginx): a change sent just as this end closes would be lost, and no proxy
// sends a change twice.
server.keepAliveTimeout = 75_000;

server.on('error', (error) => {
  process.stderr.write(`cannot listen on ${host}:${process.env.PORT}: ${error.message}\n`);
  process.exit(1);
});

server.listen(Number(process.env.PORT ?? 3000), host, async () => {
  // The handler reads its settings once, when it is loaded: the port is known only now.
  const address = `http://${host.includes(':') ? `[${host}]` : host}:${server.address().port}`;
  const warn = (msg) =>
    process.stdout.write(`${JSON.stringify({ level: 'warn', time: new Date().toISOString(), msg })}\n`);
  if (!process.env.ORIGIN && process.env.NODE_ENV !== 'test')
    warn(`ORIGIN is not set: only ${address} is taken for our own address, and cookies are not marked secure`);
  if (!process.env.ADDRESS_HEADER && process.env.ORIGIN?.startsWith('https:'))
    warn(
      'ADDRESS_HEADER is not set: behind a proxy all people seem to come from one address, and wait for each other\u2019s wrong passwords'
    );
  process.env.PORT = String(server.address().port);
  process.env.ORIGIN ??= address;
  process.env.BODY_SIZE_LIMIT ??= '16M';
  process.env.PLAN_THREAD ??= fileURLToPath(new URL('../build/threads/plan-thread.js', import.meta.url));
  const { handler } = await import(fileURLToPath(new URL('../build/handler.js', import.meta.url))).catch((error) => {
    process.stderr.write(`${error.message}\n`);
    process.exit(1);
  });
  server.on('request', handler);
  process.stdout.write(
    `${JSON.stringify({ level: 'info', time: new Date().toISOString(), msg: 'listening', url: process.env.ORIGIN, address, pid: process.pid })}\n`
  );
});

let stopping = false;
function stop(reason) {
  if (stopping) return;
  stopping = true;
  process.emit('eager-wrench:stopping', reason);
  // Requests under way get their answer; idle connections are closed at once.
  server.close(async () => {
    if (process.emit('sveltekit:shutdown', reason)) await new Promise((resolve) => setTimeout(resolve, 200));
    process.exit(0);
  });
  server.closeIdleConnections();
  setTimeout(() => process.exit(1), 10_000).unref();
}
for (const signal of ['SIGTERM', 'SIGINT']) process.on(signal, () => stop(signal));
if (process.env.STOP_WITH_STDIN) process.stdin.on('end', () => stop('parent gone')).resume();
