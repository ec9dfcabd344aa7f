import { effectsOf } from '../../src/work/surfaces';
import { tellDone } from '../../src/work/tell';
import type { Step } from '../../src/work/step';
import { doneIn, everyPair, line, planned, type Planned } from './lines';

const stepsOf = ({ plan }: Planned): readonly Step[] => plan.work?.steps ?? [];

describe('the foreman: grounds', () => {
  line(
    3,
    'what is bonded to is washed before it is abraded, abraded before it is dusted off: in every kind',
    () => {
      let bonded = 0;
      for (const { name, of } of everyPair('above')) {
        const steps = stepsOf(of);
        const laid = steps.findIndex((s) => effectsOf(s).includes('lays'));
        if (laid < 0) continue;
        bonded += 1;
        const before = steps.slice(0, laid);
        const washed = before.findIndex((s) => effectsOf(s).includes('rinses') && s.action === 'wash');
        const abraded = before.findIndex((s) => effectsOf(s).includes('abrades'));
        expect(washed).withContext(`${name}: washed`).toBeGreaterThanOrEqual(0);
        if (abraded >= 0) expect(washed).withContext(`${name}: washed first`).toBeLessThan(abraded);
        for (const s of before.filter((x) => effectsOf(x).length > 0)) {
          expect(s.work.value).withContext(`${name}: ${s.id} takes time`).toBeGreaterThan(0);
          expect(tellDone(s)).withContext(`${name}: ${s.id} has a mark`).not.toBe('');
        }
      }
      expect(bonded).toBeGreaterThan(60);
    },
  );

  line(
    3,
    'what was seen on the face is taken off in its own way, with a water-break test as its mark',
    () => {
      const OWN = {
        wax: ['wash again', 'wash soapAgain'],
        silicone: ['wash silicone'],
        oil: ['clean blot', 'wash oil'],
        sealant: ['clean cutOff'],
        dirt: ['wash scrub'],
      } as const;
      for (const [hull, damage] of [
        ['frp-solid', 'hole'],
        ['frp-cored', 'wet-core'],
        ['aluminium', 'scratch'],
        ['abs', 'hole'],
        ['pvc-fabric', 'fabric-puncture'],
        ['wood-solid', 'rot'],
        ['foil-g10', 'nick'],
      ] as const) {
        const plain = doneIn(planned(hull, damage));
        for (const [contaminant, ways] of Object.entries(OWN)) {
          const of = planned(hull, damage, { hull: { contaminant } });
          const steps = stepsOf(of);
          const taken = steps.findIndex((s) => ways.some((w) => w === `${s.action} ${s.how}`));
          const named = `${hull}, ${contaminant}`;
          expect(taken).withContext(named).toBeGreaterThanOrEqual(0);
          expect(plain.filter((d) => ways.some((w) => w === d)).length)
            .withContext(`${named}: none without it`)
            .toBe(0);
          expect(taken)
            .withContext(`${named}: before anything rubs it in`)
            .toBeLessThan(steps.findIndex((s) => effectsOf(s).includes('abrades')));
          const tested = steps.find((s, i) => s.action === 'wash' && i + 1 >= taken);
          expect(tested && tellDone(tested))
            .withContext(named)
            .toMatch(/water stands as a film|white rag/);
          expect(
            of.problems.some(
              (p) => p.code === 'not-used-here' && p.params.paths.includes('hull.contaminant'),
            ),
          )
            .withContext(named)
            .toBeFalse();
        }
        // Salt is rinsed with fresh water before any solvent.
        const salt = doneIn(planned(hull, damage, { hull: { contaminant: 'salt' } }));
        const fresh = salt.findIndex((d) => ['wash salt', 'wash soap', 'wash degrease'].includes(d));
        expect(fresh).withContext(`${hull}, salt`).toBeGreaterThanOrEqual(0);
        expect(fresh)
          .withContext(`${hull}, salt`)
          .toBe(salt.findIndex((d) => d.startsWith('wash ')));
      }
    },
  );

  line(3, 'blush is washed off before paper goes on what has sweated', () => {
    const of = planned('frp-solid', 'hole', { system: { resin: 'epoxy-slow' } });
    const steps = stepsOf(of);
    let since = false;
    let sweats = false;
    for (const s of steps) {
      const made = effectsOf(s);
      if (made.includes('abrades') && sweats)
        expect(since || made.includes('rinses'))
          .withContext(s.id)
          .toBeTrue();
      if (made.includes('rinses')) since = true;
      if (made.includes('lays') && s.stage !== 'finish') [sweats, since] = [true, false];
      if (made.includes('abrades')) sweats = false;
    }
    expect(
      doneIn(of).some((d) => d === 'abrade laminate' || d === 'wash blush' || d === 'abrade afterBlush'),
    ).toBeTrue();
  });
});
