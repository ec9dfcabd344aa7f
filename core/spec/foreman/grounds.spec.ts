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
          const said = of.order.stages.flatMap((s) => s.rows);
          const at = said.find((r) => r.kind === 'step' && r.id === steps[taken].id);
          const cautions = at?.kind === 'step' ? at.cautions.join(' ') : '';
          if (contaminant === 'sealant') expect(cautions).withContext(named).toMatch(/Blade/);
          if (contaminant === 'silicone')
            expect(cautions)
              .withContext(named)
              .toMatch(/no ignition source/);
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

  line(3, 'a coat goes on a set one washed and abraded, and inside its window as it is', () => {
    for (const finish of ['paint-2k', 'enamel-1k', 'varnish'] as const) {
      const of = planned(finish === 'varnish' ? 'wood-solid' : 'frp-solid', 'scratch', {
        system: { finish },
        damage: { depth: 0.003 },
      });
      const links = of.plan.work?.links ?? [];
      const over = links
        .flatMap((l) => l.lags)
        .filter((x) => x.window && ['overcoat', 'nextCoat', 'nextProduct'].includes(x.awaited));
      const nights = links.flatMap((l) => l.lags).filter((x) => x.awaited === 'nextCoat' && !x.window);
      expect(over.length + nights.length)
        .withContext(finish)
        .toBeGreaterThan(0);
      for (const { window } of over) {
        const missed = window?.missed;
        expect(missed && `${missed.action} ${missed.how}`)
          .withContext(finish)
          .toMatch(/^reopen reopen$|^abrade reopen$/);
        expect(missed && effectsOf(missed))
          .withContext(finish)
          .toContain('abrades');
      }
    }
  });

  line(
    3,
    'coats by their sheet have the tool, the edges, the second hand, stepped tape and weather of two-part paint',
    () => {
      const coatsOf = (of: Planned): readonly Step[] =>
        stepsOf(of).filter((s) => s.action === 'coat' && s.stage === 'finish');
      for (const [finish, name] of [
        ['paint-2k', 'Paint'],
        ['enamel-1k', 'Enamel'],
      ] as const) {
        const small = planned('frp-solid', 'hole', { system: { resin: 'polyester', finish } });
        expect(coatsOf(small).every((s) => s.people === 1))
          .withContext(finish)
          .toBeTrue();
        expect(small.text)
          .withContext(finish)
          .toMatch(new RegExp(`${name}, coat 1: brush, .*tape 8 mm inside the line`));
        expect(doneIn(small)).withContext(finish).toContain('strike tape');
        for (const mark of ['Level', 'Gloss', 'Halo', 'Pinholes', 'Film'])
          expect(small.text).withContext(finish).toContain(`= ${mark}: `);

        const large = planned('frp-solid', 'weathered', { damage: { size: [2.9, 2.5] }, system: { finish } });
        expect(coatsOf(large).length).withContext(finish).toBeGreaterThanOrEqual(2);
        expect(coatsOf(large).every((s) => s.people === 2))
          .withContext(finish)
          .toBeTrue();
        expect(large.text.replace(/\s+/g, ' ')).toContain(
          'edges cut in, one rolls, one tips into the wet edge',
        );

        const foul = planned('frp-solid', 'hole', {
          system: { resin: 'polyester', finish },
          conditions: { place: 'open air', humidity: 0.9, sun: 'yes' },
          coat: { wind: 'wind' },
        });
        const told = foul.problems.map((p) => p.code);
        for (const code of ['dew-on-surface', 'damp-dulls', 'sun-on-wet-coat', 'wind-on-coat'] as const)
          expect(told).withContext(`${finish}, ${code}`).toContain(code);
      }
      const sprayed = planned('frp-solid', 'hole', {
        system: { finish: 'paint-2k' },
        coat: { method: 'spray' },
      });
      expect(doneIn(sprayed)).toContain('sprayGear set');
      expect(sprayed.text).toContain('curtains');
    },
  );

  line(
    3,
    'a face that is only renewed is masked once, and its fills are primed before two-part paint',
    () => {
      const of = planned('frp-solid', 'weathered', {
        damage: { size: [2.9, 2.5] },
        system: { finish: 'paint-2k' },
      });
      const done = doneIn(of);
      expect(done.filter((d) => d.startsWith('mask ')).length).toBe(1);
      const primed = done.indexOf('abrade primer');
      expect(primed).toBeGreaterThan(done.indexOf('fill chips'));
      expect(primed).toBeLessThan(done.indexOf('coat paint'));
      // Nothing filled, nothing primed.
      const sound = planned('frp-solid', 'weathered', {
        damage: { size: [2.9, 2.5] },
        system: { finish: 'paint-2k' },
        repair: { renewal: { spots: 0 } },
      });
      expect(doneIn(sound)).not.toContain('fill chips');
      expect(doneIn(sound)).not.toContain('abrade primer');
    },
  );

  line(3, 'bright metal is primed or wetted with epoxy within the time it stays bright, all of it', () => {
    for (const [hull, hours] of [
      ['aluminium', 1],
      ['steel', 4],
    ] as const) {
      for (const prime of ['none', 'primer-epoxy'] as const) {
        const of = planned(hull, 'scratch', {
          damage: { depth: 0.008, position: 'below' },
          system: { prime },
        });
        const named = `${hull}, ${prime}`;
        const steps = stepsOf(of);
        const sealed = steps.find(
          (s) => s.how === 'underResin' || (s.action === 'coat' && s.serves.startsWith('prime')),
        );
        expect(sealed).withContext(named).toBeDefined();
        const most = (of.plan.work?.links ?? []).flatMap((l) => l.most ?? []);
        expect(most.some((m) => m.within.value <= hours * 3600))
          .withContext(named)
          .toBeTrue();
        // The goes of a fill go on epoxy that has set and was abraded, none on bare metal.
        const goes = steps.filter((s) => s.action === 'fill');
        expect(goes.length).withContext(named).toBeGreaterThan(1);
        for (const go of goes.slice(1)) {
          const before = steps.slice(0, steps.indexOf(go)).reverse();
          const abraded = before.findIndex((s) => effectsOf(s).includes('abrades'));
          expect(abraded)
            .withContext(`${named}, ${go.id}`)
            .toBeLessThan(before.findIndex((s) => s.action === 'fill'));
        }
      }
    }
    // No acid under epoxy: on aluminium either.
    const etched = planned('aluminium', 'scratch', { system: { prime: 'primer-etch' } });
    expect(etched.plan.system?.chosen?.chain.rules.map((r) => r.id)).toContain('etch-under-epoxy');
  });

  line(
    3,
    'gel coat on or under epoxy follows the rule of the layer it really touches, on every route',
    () => {
      let touched = 0;
      for (const { name, hull, of: plain } of everyPair('above')) {
        const chain = plain.plan.system?.chosen?.chain;
        const epoxy = chain?.links.some((l) => l.role === 'bond' && l.product.family === 'epoxy');
        if (
          !chain ||
          !epoxy ||
          !['frp', 'frp-cored', 'foil'].includes(plain.plan.system?.substrates[0].family ?? '')
        )
          continue;
        const kind = plain.plan.inputs ? name.split(', ')[1] : '';
        const gel = planned(hull, kind, { damage: { wet: 'dry' }, system: { finish: 'gel-coat' } });
        const rules = gel.plan.system?.chosen?.chain.rules ?? [];
        const refused = gel.problems.some((p) => p.severity === 'error' && p.path.startsWith('system'));
        const tied = gel.plan.system?.chosen?.chain.links.some((l) => l.product.role === 'tie coat');
        const waits = (gel.plan.work?.links ?? [])
          .flatMap((l) => l.lags)
          .some((x) => x.awaited === 'fullCure');
        const touches = gel.plan.system?.chosen?.chain.links.some(
          (l) => (l.role === 'fill' || l.role === 'bond') && l.product.family === 'epoxy',
        );
        if (!gel.plan.system?.chosen?.chain.finish || !touches) continue;
        touched += 1;
        expect(refused || tied || waits || rules.some((r) => r.verdict !== 'bonds'))
          .withContext(name)
          .toBeTrue();
      }
      expect(touched).toBeGreaterThan(5);
    },
  );

  line(3, 'gel coat is sanded through 600, 800 or 1000 and up before any compound', () => {
    for (const grade of ['standard', 'show'] as const) {
      const of = planned('frp-solid', 'hole', { grade, system: { resin: 'polyester', finish: 'gel-coat' } });
      const wet = (of.plan.finish?.sanding ?? []).map((s) => s.grit);
      expect(wet.length).withContext(grade).toBeGreaterThanOrEqual(3);
      const grits = wet.map((g) => Number(/\d+/.exec(String(g))?.[0]));
      expect(grits.at(-1)).withContext(grade).toBeGreaterThanOrEqual(1000);
      expect(grits.some((g) => g >= 500 && g <= 800))
        .withContext(grade)
        .toBeTrue();
      const done = doneIn(of);
      expect(done.indexOf('polish cut')).withContext(grade).toBeGreaterThan(done.lastIndexOf('sand wet'));
    }
  });
});
