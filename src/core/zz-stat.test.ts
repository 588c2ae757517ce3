import { it } from 'vitest';
import { demoAccess, DEMO_MACHINES } from './testing/machines';
import { tearDown, truth } from './testing/teardown';
import { foldRecording, machineFrom, type Drawn } from './recording';
import { removalSet } from './plan';
import { goalId, type Goal } from './goals';
import type { Access } from './access';
import { removes } from './machine';

const setOf = (access: Access, goal: Goal) => { try { return [...removalSet(access, [goal]).actions].sort(); } catch { return undefined; } };
it('x',()=>{
const only = process.env.M; const N = Number(process.env.N ?? 3); const verbose = process.env.V;
for (const id of DEMO_MACHINES) { if (only && !id.includes(only)) continue;
 const access = demoAccess(id); const m = access.model.machine;
 const goals: Goal[] = [...m.joints.filter(j=>j.kind==='connector').map(j=>({do:'reach' as const, joint:j.id})), ...m.parts.filter(p=>p.moves.some(removes)).map(p=>({do:'remove' as const, part:p.id}))];
 const truthSets = goals.map(g=>setOf(access,g));
 const shares:number[]=[]; let bad=0, total=0; const why:Record<string,number>={};
 for (let seed=1; seed<=N; seed++) {
  const t0=Date.now();
  const t = tearDown(access, seed, {corrects: !!process.env.G, forgotten: 0});
  const t1=Date.now();
  const state = foldRecording(t.events);
  if (state.strange.length) console.log('strange', state.strange.slice(0,3));
  const d = machineFrom(state) as Drawn;
  const t2=Date.now();
  let same=0; let n=0;
  goals.forEach((g,i)=>{ const mine=setOf(d.access,g); const want=truthSets[i]; if(!want) return; n++; if (mine && mine.join()===want.join()) same++; else { if(verbose) console.log('  ', goalId(g), 'missing', want.filter(x=>!mine?.includes(x)).join(' '), 'extra', mine?.filter(x=>!want.includes(x)).join(' ')); for (const x of mine?mine.filter(x=>!want.includes(x)):[]) why['+'+x]=(why['+'+x]??0)+1; for (const x of want.filter(x=>!mine?.includes(x))) why['-'+x]=(why['-'+x]??0)+1; }});
  shares.push(same/n);
  if (verbose||seed===1) { console.log(id, seed, 'events', t.events.length, 'done', t.done.length, '/', m.joints.length+goals.length, 'ms', t1-t0, t2-t1);
   const wrongEnds=[...d.believed.ends].filter(([j,e])=>e.b!==access.model.joint(j).b||e.a!==access.model.joint(j).a).map(([j,e])=>j+':'+e.b+'!'+access.model.joint(j).b);
   const wrongOn=m.parts.filter(p=>d.machine.parts.some(q=>q.id===p.id)&&d.machine.parts.find(q=>q.id===p.id)!.on!==p.on).map(p=>p.id+':'+d.machine.parts.find(q=>q.id===p.id)!.on+'!'+p.on);
   const noPart=m.parts.filter(p=>!d.machine.parts.some(q=>q.id===p.id)).map(p=>p.id), noJoint=m.joints.filter(j=>!d.machine.joints.some(q=>q.id===j.id)).map(j=>j.id);
   console.log('  ends', wrongEnds.join(' '), '| on', wrongOn.join(' '), '| no', noPart.join(' '), noJoint.join(' '));
   const wc:string[]=[]; for (const [a,l] of d.believed.covers) for (const [q,b] of l) { const tr=truth(access, `over:${q}>${a}`); if (tr!== (b.yes?'yes':'no')) wc.push(`${q}>${a} is ${tr} said ${b.why} ${b.sure}`);} 
   for (const [a,list] of access.requirements) for (const r of list) if (r.cause.kind==='covers' && !/ < cable /.test(r.id) && !d.believed.covers.get(a)?.has(r.cause.part)) wc.push(`MISSED ${r.cause.part}>${a}${r.cause.with?' with '+r.cause.what:''}`);
   if (verbose) console.log('  covers wrong:\n    '+wc.join('\n    ')); else console.log('  covers wrong', wc.length);
   if (verbose) console.log('  raises', d.believed.raises.map(r=>r.move.part+' clears '+r.clears+' reached '+r.reached+' leaves '+r.leaves).join(' ; '), '\n  orders', d.believed.orders.map(o=>`${o.before}>${o.after} ${o.why} ${o.belief.yes} truth ${truth(access,'order:'+o.before+'>'+o.after)}`).join('\n     '));
  }
 }
 console.log(id, 'goals', goals.length, 'share', shares.map(s=>(100*s).toFixed(0)).join(' '), 'mean', (100*shares.reduce((a,b)=>a+b)/N).toFixed(1));
 console.log('   why', Object.entries(why).sort((a,b)=>b[1]-a[1]).slice(0,12).map(([k,v])=>k+' '+v).join(', '));
}}, 600000);
it('y',()=>{ if(!process.env.E) return; const [mid,jid]=process.env.E.split('/'); const a=demoAccess(DEMO_MACHINES.find(x=>x.includes(mid!))!); const t=tearDown(a,1,{forgotten:0}); 
 let n=0; for (const e of t.events) { if(e.type==='moved'||e.type==='faced'||(e.type==='tapped'&&(jid==='*'||e.joint===jid))||(e.type==='outlined'&&process.env.O)) console.log(n, e.type, (e as any).part??(e as any).joint??(e as any).face, e.type==='moved'?e.kind+' along '+e.along.join(','):''); n++; }
});
