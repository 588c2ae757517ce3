import { writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { freePort } from '../setup/system.mjs';
import { DATABASE, owner, ownedFolder } from './database.mjs';
import { filled } from './fill.mjs';
import { Process } from './process.mjs';

const HOST = '127.0.0.1';

/** PgBouncer between the application and the proxy of the databases, lending connections by the transaction. */
export class Pooler {
  /** @param {import('./database.mjs').Database} database @param {string} folder */
  async start(database, folder) {
    this.database = database;
    const home = ownedFolder(join(folder, 'pooler'));
    this.port = await freePort();
    writeFileSync(join(home, 'userlist.txt'), `"eager_wrench_shop" "${database.passwords.app}"\n`);
    const config = join(home, 'pgbouncer.ini');
    writeFileSync(
      config,
      filled('pgbouncer/pgbouncer.ini', {
        PRIMARY_HOST: HOST,
        PRIMARY_PORT: database.ports.primary,
        ADDRESS: HOST,
        PORT: this.port,
        HOME: home
      })
    );
    await database.ask('postgres', filled('pgbouncer/limits.sql', { LOGIN: 'eager_wrench_shop' }), 'postgres');
    this.process = new Process('pooler', ['pgbouncer', config], {
      log: join(folder, 'pooler.log'),
      ...owner()
    }).start();
    return this;
  }

  get env() {
    return {
      DATABASE_URL: `postgres://eager_wrench_shop:${this.database.passwords.app}@${HOST}:${this.port}/${DATABASE}`,
      DATABASE_LISTEN_URL: this.database.url('primary', 'app')
    };
  }
}
