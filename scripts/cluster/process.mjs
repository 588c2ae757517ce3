import { spawn } from 'node:child_process';
import { closeSync, openSync, readFileSync } from 'node:fs';
import { programPath } from './programs.mjs';

/** A program that runs beside this one until it is stopped or killed; what it says lies in its log. */
export class Process {
  #child;

  /**
   * @param {string} name
   * @param {[string, ...string[]]} command
   * @param {{ log: string, env?: Record<string, string>, uid?: number, gid?: number }} options `log` is a file
   */
  constructor(name, command, options) {
    this.name = name;
    this.command = command;
    this.options = options;
  }

  get isUp() {
    return this.#child !== undefined && this.#child.exitCode === null && this.#child.signalCode === null;
  }

  get pid() {
    return this.#child?.pid;
  }

  start() {
    const { log, env, ...as } = this.options;
    const said = openSync(log, 'a');
    const [program, ...args] = this.command;
    this.#child = spawn(programPath(program), args, {
      cwd: '/',
      env: { ...process.env, ...env },
      stdio: ['ignore', said, said],
      detached: true,
      ...as
    });
    closeSync(said);
    this.exited = new Promise((resolve) => this.#child.on('exit', resolve).on('error', resolve));
    return this;
  }

  async stop(signal = 'SIGTERM', patienceMs = 15_000) {
    if (!this.isUp) return;
    this.#child.kill(signal);
    const late = setTimeout(() => this.#child.kill('SIGKILL'), patienceMs);
    await this.exited;
    clearTimeout(late);
  }

  /** With all that it started in its own group: a master's workers go with it. */
  async kill() {
    if (!this.isUp) return;
    process.kill(-this.pid, 'SIGKILL');
    await this.exited;
  }

  /** It stays, holds its connections, and does nothing. */
  halt(isHalted) {
    process.kill(-this.pid, isHalted ? 'SIGSTOP' : 'SIGCONT');
  }

  lastWords(bytes = 3000) {
    return readFileSync(this.options.log, 'utf8').slice(-bytes);
  }
}

/** Asks until it is so. @throws when it is not after all that time, with what `why` tells */
export async function until(what, isSo, seconds = 60, why = () => '') {
  const end = performance.now() + seconds * 1000;
  for (;;) {
    const answer = await isSo().catch(() => undefined);
    if (answer) return answer;
    if (performance.now() > end) throw new Error(`${what}: not after ${seconds} s\n${why()}`);
    await new Promise((resolve) => setTimeout(resolve, 100));
  }
}
