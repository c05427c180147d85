import { readFileSync, writeFileSync } from 'node:fs';
import { readGame, writeGame, checkGame, compileGameLevel, runChunk, STAND_INS, summarise, describeSummary, NO_OVERRIDES } from '../src/core/index';
const f='examples/kiln-yard.gorge.json';
const g=readGame(readFileSync(f,'utf8'));
if(!g.ok){console.log(g.faults);process.exit(1);}
writeFileSync(f,writeGame(g.value));
console.log(JSON.stringify(checkGame(g.value),null,1));
for (const pace of [1,1.6,2.2,3,4,5]) for(const sight of pace==2.2?[3,6,9]:[6]) {
const p=compileGameLevel(g.value,'drying-hall',{knobs:[{kind:'warden',knob:'pace',value:pace},{kind:'warden',knob:'sight',value:sight}]});
if(!p.ok){console.log(p.faults);process.exit(1);}
const t0=performance.now();
const c=runChunk(p.value,STAND_INS[0],1,200);
const ms=performance.now()-t0;
const s=summarise(c.rows,p.value);
const simS=c.rows.reduce((a,r)=>a+r.ticks/60,0);
console.log(pace,sight,describeSummary(s,'casual').join(' '), s.ends.map(e=>`${e.name}:${e.count}`).join(), s.hash, ms.toFixed(0)+'ms', (simS/ms*1000).toFixed(0)+' sim s/s');
}
