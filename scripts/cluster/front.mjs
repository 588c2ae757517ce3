import { execFileSync } from 'node:child_process';
import { mkdirSync, readFileSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { freePort, isRoot, ROOT } from '../setup/system.mjs';
import { filled } from './fill.mjs';
import { Process } from './process.mjs';

const HOST = '127.0.0.1';

/** nginx with a certificate of its own, before the application's processes. */
export class Front {
  constructor(folder) {
    this.folder = join(folder, 'nginx');
  }

  /** Where people reach it: known before the processes are, which have to be told. */
  async prepare() {
    mkdirSync(this.folder);
    this.ports = { http: await freePort(), https: await freePort() };
    this.address = `https://${HOST}:${this.ports.https}`;
    const at = (name) => join(this.folder, name);
    execFileSync(
      'openssl',
      [
        ...['req', '-x509', '-newkey', 'rsa:2048', '-nodes', '-days', '30'],
        ...['-subj', '/CN=Eager Wrench on loopback', '-addext', `subjectAltName=IP:${HOST}`],
        ...['-keyout', at('key.pem'), '-out', at('certificate.pem')]
      ],
      { stdio: ['ignore', 'ignore', 'pipe'] }
    );
    this.certificate = readFileSync(at('certificate.pem'));
    return this;
  }

  /** @param {string[]} apps host:port of each process */
  start(apps) {
    const at = (name) => join(this.folder, name);
    writeFileSync(
      at('eager-wrench.conf'),
      filled('nginx/eager-wrench.conf', {
        HTTP: `${HOST}:${this.ports.http}`,
        HTTPS: `${HOST}:${this.ports.https}`,
        NAME: HOST,
        AUTHORITY: `${HOST}:${this.ports.https}`,
        CERTIFICATE: at('certificate.pem'),
        KEY: at('key.pem'),
        CODE: ROOT,
        ...Object.fromEntries(apps.map((app, i) => [`APP_${i + 1}`, app]))
      })
    );
    // What Debian's own nginx.conf says around it.
    writeFileSync(
      at('nginx.conf'),
      `${isRoot ? 'user root;' : ''}
worker_processes auto;
daemon off;
pid ${at('nginx.pid')};
error_log stderr warn;
events { worker_connections 2048; }
http {
  include /etc/nginx/mime.types;
  default_type application/octet-stream;
  access_log off;
  sendfile on;
${['client_body', 'proxy', 'fastcgi', 'uwsgi', 'scgi'].map((kind) => `  ${kind}_temp_path ${at(kind)};`).join('\n')}
  include ${at('eager-wrench.conf')};
}
`
    );
    this.process = new Process('nginx', ['nginx', '-c', at('nginx.conf'), '-e', 'stderr'], {
      log: at('nginx.log')
    }).start();
    return this;
  }

  async stop() {
    await this.process?.stop();
  }
}
