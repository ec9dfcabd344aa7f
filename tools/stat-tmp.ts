import { DAMAGE_KINDS, LIBRARY, SUBSTRATES, occursOn, planRepair, readJob, refinePlan, refineProblems, type DamageKind } from '../core/src/index';
import { REPAIRS } from '../core/src/repairs';
import { forecastCure } from '../core/src/cure';
import { workOrder, workOrderText, workOrderMarkdown } from '../core/src/papers';
import { writeFileSync, mkdirSync } from 'node:fs';
mkdirSync('/tmp/orders',{recursive:true});
const rows:any[]=[];
for(const {id,family} of SUBSTRATES) for(const kind of Object.keys(DAMAGE_KINDS) as DamageKind[]) if(occursOn(kind,family)) for (const position of ['above','below'] as const){
 const {job}=readJob({format:'nelbo-job/1',title:`${kind}, ${id}`,hull:{material:id},damage:{kind,position,size:[0.12,0.06]}});
 const clock={now:Date.parse('2026-11-23T08:00:00Z')};
 const r=planRepair(job!,LIBRARY,{}, clock,REPAIRS); const cure=forecastCure(job!,r,LIBRARY,{},clock);
 const plan=r.plan&&cure?refinePlan(r.plan,cure):r.plan; if(!plan) continue;
 const o=workOrder(job!,plan,cure?refineProblems(r.problems,cure):r.problems);
 const t=workOrderText(o); const md=workOrderMarkdown(o);
 writeFileSync(`/tmp/orders/${id}-${kind}-${position}.txt`,t);
 rows.push({id,kind,position,lines:t.split('\n').length-1,words:md.split(/\s+/).length,steps:plan.work?.steps.length,wide:Math.max(...t.split('\n').map(l=>l.length))});
}
const med=(k:string,f=(x:any)=>true)=>{const a=rows.filter(f).map(r=>r[k]).sort((x,y)=>x-y);return [a[0],a[a.length>>1],a.at(-1)]};
console.log(rows.length,'lines',med('lines'),'words',med('words'),'wide',med('wide'));
for(const k of ['nick','chip','gel-coat-chip','scratch']) console.log(k,med('lines',r=>r.kind===k));
rows.sort((a,b)=>b.lines-a.lines); console.log(rows.slice(0,6).map(r=>JSON.stringify(r)).join('\n'));
console.log([...new Set(rows.map(r=>r.kind))].map(k=>k+' '+med('lines',r=>r.kind===k)).join('; '));
