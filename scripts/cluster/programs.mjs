import { isAbsolute } from 'node:path';
import { spawnSync } from 'node:child_process';
import { existsSync } from 'node:fs';
import { ensurePostgres } from '../setup/postgres.mjs';
import { installDebian, isRoot } from '../setup/system.mjs';

/** What the whole needs besides PostgreSQL, by its program; all are Debian's. */
const PROGRAMS = {
  patroni: ['patroni', 'python3-etcd'],
  etcd: ['etcd-server'],
  haproxy: ['haproxy'],
  nginx: ['nginx'],
  pgbouncer: ['pgbouncer'],
  openssl: ['openssl']
};

/** Where a program lies: some of them where only root looks for programs. */
export const programPath = (program) =>
  isAbsolute(program)
    ? program
    : ['/usr/bin', '/usr/sbin'].map((folder) => `${folder}/${program}`).find((path) => existsSync(path));

export async function ensureClusterPrograms() {
  await ensurePostgres();
  const missing = Object.keys(PROGRAMS).filter((program) => !programPath(program));
  if (missing.length > 0) await withoutServices(() => installDebian(missing.flatMap((program) => PROGRAMS[program])));
}

/** Debian starts a service when it is installed, unless it is told not to: these run here from files of their own. */
const POLICY = '/usr/sbin/policy-rc.d';

async function withoutServices(install) {
  if (existsSync(POLICY)) return install();
  const asRoot = (script) => spawnSync(isRoot ? 'sh' : 'sudo', [...(isRoot ? [] : ['sh']), '-c', script]);
  asRoot(`printf '#!/bin/sh\\nexit 101\\n' > ${POLICY} && chmod 755 ${POLICY}`);
  try {
    return await install();
  } finally {
    asRoot(`rm -f ${POLICY}`);
  }
}
