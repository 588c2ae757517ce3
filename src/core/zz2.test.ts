import { it } from 'vitest';
import { demoAccess } from "./testing/machines";
import { randomNotebook } from './testing/random-notebook';
import { accessOf } from './access';
import { modelOf } from './machine';
import { trial, True } from './testing/recording-score';
it('z',()=>{ const sums=[0,0,0,0]; let worst=1; let ref=0; const why:any={}; const asked:any={}; const N=Number(process.env.N??30);
const one=process.env.D?new True(demoAccess(process.env.D)):undefined; for (let s=Number(process.env.FROM??1);s<Number(process.env.FROM??1)+N;s++){ const of=one??new True(accessOf(modelOf(randomNotebook(s)))); const t=trial(of, s, {after:[0,5,10,20], habits:{late:Number(process.env.LATE??0)}});
 t.scores.forEach((x,i)=>sums[i]!+=x.equal); const last=t.scores.at(-1)!; worst=Math.min(worst,last.equal); ref+=last.refused.length; for(const k in t.asked){const a=asked[k]??={asked:0,wrong:0};a.asked+=t.asked[k]!.asked;a.wrong+=t.asked[k]!.wrong;}
 if (process.env.V) for (const d of last.differs) if (last.equal<0.93) console.log(s,d.goal,'missing',d.missing.join(','),'extra',d.extra.join(','), last.refused.find(r=>r.startsWith(d.goal))??'');
 for(const d of last.differs){ for(const x of d.missing) why['-'+x]=(why['-'+x]??0)+1; for(const x of d.extra) why['+'+x]=(why['+'+x]??0)+1;} }
 console.log('mean', sums.map(x=>(100*x/N).toFixed(1)).join(' '), 'worst', worst, 'refused', ref, JSON.stringify(asked)); console.log(Object.entries(why).sort((a:any,b:any)=>b[1]-a[1]).slice(0,20).map(x=>x.join(' ')).join(', ')); }, 600000);
