import { spawn } from 'node:child_process';
import { join } from 'node:path';
import { createInterface } from 'node:readline';
import { ROOT } from './system.mjs';

/**
 * Starts the built application as a process of its own and waits until it listens.
 * @param {Record<string, string>} env at least DATABASE_URL; PORT 0 (any) unless given
 * @param {(line: string) => void} log what to do with each line it writes
 * @param {string} root where its code lies
 */
export async function startServer(env, log = () => {}, root = ROOT) {
  const child = spawn(process.execPath, [join(root, 'scripts', 'serve.mjs')], {
    cwd: root,
    env: { NODE_ENV: 'production', ...process.env, PORT: '0', ...env, STOP_WITH_STDIN: '1' },
    // Its standard input closes when this process ends, however it ends: then the server stops, too.
    stdio: ['pipe', 'pipe', 'pipe'],
    detached: true
  });
  child.stderr.on('data', (data) => log(String(data).trimEnd()));
  const lines = createInterface({ input: child.stdout });
  const exited = new Promise((resolve) => child.on('exit', (code) => resolve(code ?? 1)));
  const address = await new Promise((resolve, reject) => {
    lines.on('line', (line) => {
      if (line.includes('"listening"')) resolve(JSON.parse(line).address);
      log(line);
    });
    exited.then((code) => reject(new Error(`the server ended with status ${code} before it listened`)));
  });
  return {
    address,
    child,
    exited,
    async stop(signal = 'SIGTERM') {
      if (child.exitCode === null && child.signalCode === null) child.kill(signal);
      await exited;
    }
  };
}
