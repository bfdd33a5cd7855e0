import { readFileSync } from 'node:fs';
const { readProjectFile } = await import('./src/formats/projectFile.ts');
const { studyBuild } = await import('./src/studies/build/study.ts');
const { cutInputs, studyCuts } = await import('./src/studies/build/cuts.ts');
const { loadIntegerSolver } = await import('./src/dosage/solver.ts');
const solver = await loadIntegerSolver();
const t = readFileSync('/work/main/demo/bakehouse.tawny.json','utf8'); const p = readProjectFile(t, t.length).project;
const b = studyBuild(p).result; const inp = cutInputs(p, b);
for (const n of inp.needs) { const t0=performance.now(); const r = studyCuts({...inp, needs:[n]}, solver); console.log(n.key, (performance.now()-t0).toFixed(0), r.others.map(o=>o.ware).join()); const t1=performance.now(); studyCuts({...inp, needs:[n], wares: inp.wares.filter(w=>w.used)}, solver); console.log('  without others', (performance.now()-t1).toFixed(0)); }
