import { existsSync, rmSync, writeFileSync } from 'node:fs';
import { spawnSync } from 'node:child_process';
import { installDebian, isRoot } from '../setup/system.mjs';
import { ensurePostgres } from '../setup/postgres.mjs';

/** What the whole needs besides PostgreSQL, by its program; all are Debian's. */
const PROGRAMS = {
  patroni: ['patroni', 'python3-etcd'],
  etcd: ['etcd-server'],
  haproxy: ['haproxy'],
  nginx: ['nginx'],
  openssl: ['openssl']
};

const isThere = (program) => ['/usr/bin', '/usr/sbin', '/bin'].some((folder) => existsSync(`${folder}/${program}`));

/** Debian starts a service when it is installed: not these, which run here from files of their own. */
const POLICY = '/usr/sbin/policy-rc.d';

export async function ensureClusterPrograms() {
  await ensurePostgres();
  const missing = Object.keys(PROGRAMS).filter((program) => !isThere(program));
  if (missing.length === 0) return;
  const isOurs = !existsSync(POLICY);
  if (isOurs) writePolicy();
  try {
    await installDebian(missing.flatMap((program) => PROGRAMS[program]));
  } finally {
    if (isOurs) removePolicy();
  }
}

function writePolicy() {
  const text = '#!/bin/sh\nexit 101\n';
  if (isRoot) writeFileSync(POLICY, text, { mode: 0o755 });
  else spawnSync('sudo', ['sh', '-c', `printf '${text.replaceAll('\n', '\\n')}' > ${POLICY} && chmod 755 ${POLICY}`]);
}

function removePolicy() {
  if (isRoot) rmSync(POLICY, { force: true });
  else spawnSync('sudo', ['rm', '-f', POLICY]);
}
