import './helpers/repairs';
import { tellStep, tellLag } from '../src/index';
import { planOf } from './support';
for (const doc of [
  {
    format: 'nelbo-job/1',
    hull: { material: 'frp-cored', thickness: 0.004, core: 'balsa' },
    damage: { kind: 'wet-core', size: [0.5, 0.4], position: 'above', wet: 'wet' },
    access: 'one',
    warmth: { kind: 'tent' },
    conditions: { temperature: 12, humidity: 0.8, place: 'open air' },
  },
]) {
  const { plan, problems } = planOf(doc);
  console.log(plan.system?.route.id, problems.map((p) => p.code + ':' + (p.stage ?? '')).join(' '));
  for (const l of plan.work?.links ?? []) {
    for (const lag of l.lags)
      console.log('     wait', lag.id, tellLag(lag), Math.round(lag.least.value / 360) / 10, 'h');
    const s = plan.work!.steps.find((x) => x.id === l.to);
    if (s) console.log(s.stage.padEnd(9), s.id.padEnd(34), tellStep(s));
  }
}
