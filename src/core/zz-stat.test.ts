import { it } from 'vitest';
import { demoAccess, DEMO_MACHINES } from './testing/machines';
import { tearDown, truth } from './testing/teardown';
import { foldRecording, machineFrom, questionsOf, singleGoals, type Drawn } from './recording';
import { removalSet } from './plan';
import { goalId, type Goal } from './goals';
import type { Access } from './access';
import { Reach } from './check/reach';
import { Facts, actOf } from './check/facts';

const canon=(access:Access,id:string)=>{const a=access.actions.get(id)!; if(a.kind==='open') return id; return a.removes? 'move:'+a.part.id+[...(a.move.with??[])].sort().map(x=>'+'+x).join('') : id;};
const setOf = (access: Access, goal: Goal) => { try { return [...removalSet(access, [goal]).actions].map(a=>canon(access,a)).sort(); } catch { return undefined; } };
function refused(reach: Reach, set: string[]) { const open=new Set<string>(); const acts=set.map(k=>actOf(reach.facts,k)); if(acts.some(a=>!a)) return undefined; let left=acts.map(a=>a!); for(;;){ const can=left.filter(a=>reach.demands(a).every(d=>d.isMet(open))); if(!can.length) break; for(const a of can) open.add(a.key); left=left.filter(a=>!open.has(a.key)); } return left.length? left[0]!.key+' needs '+reach.demands(left[0]!).find(d=>!d.isMet(open))!.text : undefined; }
it('x',()=>{
const only = process.env.M; const N = Number(process.env.N ?? 3); const verbose = process.env.V; const Q=Number(process.env.Q??20); const AT=(process.env.AT??'0,5,10,20').split(',').map(Number);
for (const id of DEMO_MACHINES) { if (only && !only.split(',').some(o=>id.includes(o))) continue;
 const access = demoAccess(id); const m = access.model.machine; const reach=new Reach(new Facts(m));
 const goals = singleGoals(access);
 const truthSets = goals.map(g=>setOf(access,g));
 const shares:Record<number,number[]>={}; const ref:Record<number,number>={}; const asked:number[]=[]; const why:Record<string,number>={}; let ms=0,qms=0, nd=0;
 const wrongBy:Record<string,[number,number]>={};
 for (let seed=1; seed<=N; seed++) {
  const t = tearDown(access, seed, {corrects: !!process.env.G, late: Number(process.env.LATE??0), forgotten: 0});
  const state = foldRecording(t.events);
  let rnd=seed*7919; const rand=()=>{rnd=(rnd*1103515245+12345)%2147483648; return rnd/2147483648;};
  let d = machineFrom(state) as Drawn; let n=0;
  for (;;) {
   if (AT.includes(n)) { let same=0, all=0; let rf=0;
     goals.forEach((g,i)=>{ const want=truthSets[i]; if(!want) return; all++; const mine=setOf(d.access,g); if (mine && mine.join()===want.join()) {same++; return;} 
       const r = mine ? refused(reach, [...removalSet(d.access,[g]).actions]) : undefined; if (r) rf++;
       if (n===AT[AT.length-1]) { if(verbose) console.log('  ', seed, goalId(g), 'missing', want.filter(x=>!mine?.includes(x)).join(' '), 'extra', mine?.filter(x=>!want.includes(x)).join(' '), r?'REFUSED '+r:''); for (const x of mine?mine.filter(x=>!want.includes(x)):[]) why['+'+x]=(why['+'+x]??0)+1; for (const x of want.filter(x=>!mine?.includes(x))) why['-'+x]=(why['-'+x]??0)+1; }});
     (shares[n]??=[]).push(same/all); ref[n]=(ref[n]??0)+rf; }
   if (n>=Q) break;
   const q0=Date.now(); const qs=questionsOf(d); qms+=Date.now()-q0; 
   if (!qs.length) { for (const a of AT) if (a>n) { shares[a]??=[]; } n=AT.find(a=>a>n)??Q; asked.push(n); if(n>Q) break; continue; }
   const q=qs[0]!; const tr=truth(access,q.id); const ans = tr===undefined||rand()<0.1 ? 'unknown' : tr;
   if (verbose) console.log('  Q', n, q.id, q.guess, 'score', q.score.toFixed(1), 'sure', q.sure, '->', ans);
   const wb=wrongBy[q.about.kind+(q.about.kind==='over'?':'+d.believed.covers.get(q.about.action)!.get(q.about.cover)!.why:'')]??=[0,0]; wb[1]++; if(tr!==undefined&&tr!==q.guess) wb[0]++;
   state.answers[q.id]=ans; n++; const m0=Date.now(); d=machineFrom(state) as Drawn; ms+=Date.now()-m0; nd++;
  }
  if (verbose) { 
   const wrongEnds=[...d.believed.ends].filter(([j,e])=>e.b!==access.model.joint(j).b||e.a!==access.model.joint(j).a).map(([j,e])=>j+':'+e.b+'!'+access.model.joint(j).b);
   const wrongOn=m.parts.filter(p=>d.machine.parts.some(q=>q.id===p.id)&&d.machine.parts.find(q=>q.id===p.id)!.on!==p.on).map(p=>p.id+':'+d.machine.parts.find(q=>q.id===p.id)!.on+'!'+p.on);
   const noPart=m.parts.filter(p=>!d.machine.parts.some(q=>q.id===p.id)).map(p=>p.id), noJoint=m.joints.filter(j=>!d.machine.joints.some(q=>q.id===j.id)).map(j=>j.id);
   console.log('  ends', wrongEnds.join(' '), '| on', wrongOn.join(' '), '| no', noPart.join(' '), noJoint.join(' '));
   const wc:string[]=[]; for (const [a,l] of d.believed.covers) for (const [q,b] of l) { const tr=truth(access, `over:${q}>${a}`); if (tr!== (b.yes?'yes':'no')) wc.push(`${q}>${a} is ${tr} said ${b.why} ${b.sure}`);} 
   for (const [a,list] of access.requirements) for (const r of list) if (r.cause.kind==='covers' && !/ < cable /.test(r.id) && !d.believed.covers.get(a)?.has(r.cause.part)) wc.push(`MISSED ${r.cause.part}>${a}${r.cause.with?' with '+r.cause.what:''}`);
   console.log('  covers wrong:\n    '+wc.join('\n    '));
   console.log('  raises', d.believed.raises.map(r=>r.move.part+' clears '+r.clears+' reached '+r.reached+' leaves '+r.leaves).join(' ; '), '\n  orders', d.believed.orders.map(o=>`${o.before}>${o.after} ${o.why} ${o.belief.yes} ${o.belief.sure} truth ${truth(access,'order:'+o.before+'>'+o.after)}`).join('\n     '));
  }
 }
 console.log(id, 'goals', goals.length, AT.map(n=>`@${n}: mean ${(100*(shares[n]??[]).reduce((a,b)=>a+b,0)/(shares[n]?.length||1)).toFixed(1)} worst ${(100*Math.min(...(shares[n]??[0]))).toFixed(0)} refused ${ref[n]}`).join(' | '), 'ms/draw', (ms/nd).toFixed(0), 'ms/q', (qms/nd).toFixed(0));
 console.log('   why', Object.entries(why).sort((a,b)=>b[1]-a[1]).slice(0,12).map(([k,v])=>k+' '+v).join(', '));
 console.log('   wrong guesses', JSON.stringify(wrongBy));
}}, 900000);
