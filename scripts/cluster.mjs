/** The whole of a large shop on this machine, from nothing, with the demo's data: `npm run cluster`. Ends with Ctrl+C, and leaves nothing behind. */
import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { LoopbackCluster, METRICS_TOKEN } from './cluster/loopback.mjs';
import { ROOT, say } from './setup/system.mjs';

const cluster = await LoopbackCluster.start({ say });
const { password, people } = JSON.parse(readFileSync(join(ROOT, 'demo', 'people.json'), 'utf8'));
const roles = await cluster.database.roles();
say(`
${cluster.address}  (its certificate is its own: the browser warns)
  sign in as ${people.map((p) => p.signIn).join(', ')}; password ${password}
metrics       /metrics of each process; token ${METRICS_TOKEN}
application   ${cluster.apps.map((app) => `127.0.0.1:${app.port}`).join(', ')}
databases     ${cluster.database.nodes.map((node, i) => `127.0.0.1:${node.port} ${roles[i].sync_standby ? 'synchronous standby' : roles[i].role === 'replica' ? 'standby' : 'primary'}`).join(', ')}
proxy         primary 127.0.0.1:${cluster.database.ports.primary}, standbys 127.0.0.1:${cluster.database.ports.standby}
object store  ${cluster.store.env.OBJECT_STORE} (a stand-in)
logs          ${cluster.folder}

Ctrl+C stops it all.`);
