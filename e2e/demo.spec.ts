import { spawn, type ChildProcess } from 'node:child_process';
import { chmodSync, existsSync, mkdtempSync, readFileSync, rmSync } from 'node:fs';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { scratch, isAlive } from '../scripts/setup/system.mjs';
import { expect, PASSWORD, test } from './fixtures';

const script = fileURLToPath(new URL('../scripts/demo.mjs', import.meta.url));

/** The demo as a new user starts it, with a data folder of the test's own. */
class Demo {
  readonly folder = mkdtempSync(join(scratch, 'eager-wrench-demo-'));
  private readonly started: ChildProcess[] = [];

  constructor() {
    chmodSync(this.folder, 0o755);
  }

  /** Starts it from the root folder and waits until it says that it is ready, or ends. */
  async start(
    ...args: string[]
  ): Promise<{ process: ChildProcess; said: string; address: string; ended: Promise<number | null> }> {
    const child = spawn(process.execPath, [script, ...args], {
      cwd: '/',
      env: { ...process.env, EAGER_WRENCH_DATA: this.folder, PORT: '0', DATABASE_URL: '' },
      stdio: ['ignore', 'pipe', 'pipe']
    });
    this.started.push(child);
    let said = '';
    const ended = new Promise<number | null>((resolve) => child.on('exit', resolve));
    await new Promise<void>((resolve) => {
      const hear = (data: Buffer) => {
        said += data.toString();
        if (said.includes('Ctrl-C stops everything')) resolve();
      };
      child.stdout!.on('data', hear);
      child.stderr!.on('data', hear);
      void ended.then(() => resolve());
    });
    return { process: child, said, address: /http:\/\/[\d.:]+/.exec(said)?.[0] ?? '', ended };
  }

  get postgres(): number {
    const file = join(this.folder, 'pg', 'postmaster.pid');
    return existsSync(file) ? Number(readFileSync(file, 'utf8').split('\n')[0]) : 0;
  }

  close(): void {
    for (const child of this.started) child.kill('SIGKILL');
    if (this.postgres) process.kill(this.postgres, 'SIGQUIT');
    rmSync(this.folder, { recursive: true, force: true });
  }
}

test('the demo starts, starts again with its data, starts over, and stops all that it started', async ({
  playwright
}) => {
  const demo = new Demo();
  const request = await playwright.request.newContext();
  try {
    const first = await demo.start();
    expect(first.said).toContain(`tam      ${PASSWORD}`);
    expect(await (await request.get(`${first.address}/healthz`)).json()).toEqual({ process: 'up', database: 'up' });
    await request.post(`${first.address}/signin`, {
      form: { name: 'tam', password: PASSWORD },
      headers: { origin: first.address, accept: 'text/html' }
    });
    const form = {
      fileId: '1',
      customer: 'MS Kept',
      serial: '',
      complaint: '',
      dueOn: '',
      goals: '[{"do":"replace","part":"fan"}]'
    };
    expect(
      (
        await request.post(`${first.address}/jobs/new`, {
          form,
          headers: { origin: first.address, accept: 'text/html' }
        })
      ).status()
    ).toBe(200);

    // A second one beside it says where the first is, and leaves it alone.
    const beside = await demo.start();
    expect(await beside.ended).toBe(0);
    expect(beside.said).toContain('It is running already.');
    expect(beside.address).toBe(first.address);
    expect(await (await demo.start('--fresh')).ended).toBe(1);

    const database = demo.postgres;
    first.process.kill('SIGINT');
    expect(await first.ended).toBe(0);
    expect(isAlive(database)).toBe(false);
    await expect(request.get(`${first.address}/healthz`)).rejects.toThrow(/ECONNREFUSED/);

    const second = await demo.start();
    const kept = async (address: string) => {
      await request.post(`${address}/signin`, {
        form: { name: 'tam', password: PASSWORD },
        headers: { origin: address, accept: 'text/html' }
      });
      return (await (await request.get(`${address}/jobs`)).text()).includes('MS Kept');
    };
    expect(await kept(second.address)).toBe(true);

    // Killed outright, its server goes with it; the database that stays behind is taken up again.
    const left = demo.postgres;
    second.process.kill('SIGKILL');
    await second.ended;
    await expect
      .poll(() =>
        request.get(`${second.address}/healthz`).then(
          () => 'up',
          () => 'down'
        )
      )
      .toBe('down');
    expect(isAlive(left)).toBe(true);
    const third = await demo.start();
    expect(demo.postgres).toBe(left);
    expect(await kept(third.address)).toBe(true);
    third.process.kill('SIGTERM');
    expect(await third.ended).toBe(0);

    const over = await demo.start('--fresh');
    expect(await kept(over.address)).toBe(false);
    over.process.kill('SIGINT');
    expect(await over.ended).toBe(0);
    expect(demo.postgres).toBe(0);
  } finally {
    await request.dispose();
    demo.close();
  }
});
