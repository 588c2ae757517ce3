import { plan } from '../src/core/plan';
import { demoAccess } from '../src/core/testing/machines';
const access = demoAccess();
for (const weighting of ['part-by-part', 'bit-by-bit'] as const) {
  const t = Date.now(); const p = plan(access, [{ do: 'replace', part: 'board' }], { weighting }); console.log(weighting, JSON.stringify(p.order), JSON.stringify(p.orderUp), Date.now() - t);
}
