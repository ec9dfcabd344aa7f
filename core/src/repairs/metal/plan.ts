import { offset } from '../../geometry/offset';
import { linkOf } from '../../match/chain';
import type { Sheet } from '../../materials/product';
import type { Figure } from '../../trace/figure';
import { formula } from '../../trace/formula';
import { workId } from '../../work/ids';
import type { Soon } from '../../work/step';
import { perM2, perMetre } from '../../work/writer';
import { RepairBuilder } from '../builder';
import { byBuilder } from '../by-builder';
import { planCoats } from '../common/coats';
import { RATES } from '../../rates/book';
import { abradeBetween } from '../common/goes';
import { bowlVolume, layerVolume, goesAlike, shareOf, wholeNumber, withLoss } from '../common/measures';
import { massFor, mixed } from '../common/mixing';
import { Drawing } from '../drawing';
import { lower, microns, ml, mm, words } from '../../trace/words';

const MIN = 60;
/** Bright metal is primed within so long, s, in dry air. Source: usual practice; aluminium grows its oxide at once. */
const TO_PRIME: Readonly<Record<string, number>> = {
  steel: 4 * 3600,
  zinc: 2 * 3600,
  stainless: 4 * 3600,
  aluminium: 3600,
  lead: 3600,
};
/** Air so damp halves that time and more. */
const DAMP = 0.6;
const THICKNESS = 0.01;
const RADIUS = 0.002;
const LOST_LIMIT = 0.1;
/** First coat of epoxy that metal is abraded through, m. Source: judged, as thin as it covers. */
const FIRST_COAT = 0.15e-3;
const PRIMER_COATS = 2;
const LOSS = 0.25;
const DEPTH = 0.001;
/** A face that was bright once is soon bright again, min. */
const BRIGHT_AGAIN = 12;
/** Metals that throw sparks where they are ground. */
const SPARKS: ReadonlySet<string> = new Set(['steel', 'stainless']);
const AGAIN = { lead: 'leadAgain', zinc: 'zincAgain', bright: 'brightAgain' } as const;

export const brightFace = formula({
  id: 'repairs/metal/plan',
  expression: 'A = (l + 60 mm)·(w + 60 mm)',
  unit: 'm²',
  source: '30 mm past the damage into sound coat',
  inputs: { l: 'length', w: 'width' },
  evaluate: (x) => (x.l + 0.06) * (x.w + 0.06),
});

export const roundBright = formula({
  id: 'repairs/metal/plan',
  expression: 'L = 2·(l + w + 120 mm)',
  unit: 'm',
  source: 'round the bright face',
  inputs: { l: 'length', w: 'width' },
  evaluate: (x) => 2 * (x.l + x.w + 0.12),
});

/** Time from bright to primed: shorter in damp air. */
export const timeToPrime = formula({
  id: 'repairs/metal/plan',
  expression: 't = t_dry·min(1, max(0.1, (1 − RH)/(1 − 0.6)))',
  unit: 's',
  source: 'bright metal takes up oxygen and water; judged, shorter as the air is damper than 60 %',
  inputs: { t_dry: 'time in dry air', RH: 'relative humidity' },
  evaluate: (x) => x.t_dry * Math.min(1, Math.max(0.1, (1 - x.RH) / (1 - DAMP))),
});

export const lostShare = formula({
  id: 'repairs/metal/plan',
  expression: 'share = d/t',
  unit: 'fraction',
  source: 'what is gone of the section',
  inputs: { d: 'depth', t: 'thickness' },
  evaluate: (x) => x.d / x.t,
});

/** How the face is made ready: lead is scraped wet, and sound zinc is never ground through. */
const bared = (polymer: string): 'lead' | 'zinc' | 'bright' =>
  polymer === 'lead' || polymer === 'zinc' ? polymer : 'bright';

/** What lies on bright metal first comes before it has rusted or grown its oxide again. */
const whileBright = (b: RepairBuilder, polymer: string, within: Figure): Soon => ({
  after: workId('face', 'abrade', 'ground'),
  // The first of it is bright as soon as it is begun; a face that takes hours is gone over once more.
  since: 'start',
  within,
  missed: b.put(
    'grind',
    'abrade',
    AGAIN[bared(polymer)],
    { place: 'face', serves: 'ground-again' },
    BRIGHT_AGAIN,
  ),
});

/** Metal boards, plates and inserts: bright, rounded, primed in time, built up with epoxy, coated. */
export const METAL_KIND = byBuilder({
  id: 'metal',
  name: 'metal',
  takes: ({ route }) => route === 'metal',
  primesAgain: true,
  plan(input, ledger) {
    const b = new RepairBuilder(input, ledger);
    const { job, survey, substrate, chain, conditions } = input;
    const own = job.repair?.metal ?? {};
    const polymer = substrate.polymer ?? 'steel';
    const thickness = b.pick(
      'thickness',
      'thickness when new',
      'm',
      own.thickness ?? job.hull.thickness,
      THICKNESS,
      'usual plate',
    );
    const depth = b.pick(
      'depth',
      'gone',
      'm',
      job.damage.depth,
      DEPTH,
      'until measured with a straight edge',
    );
    const lost = b.compute('lost', 'of its section', lostShare, { d: depth, t: thickness });
    if (lost.value > LOST_LIMIT)
      b.warn('grind', 'damage.depth', 'section-lost', { share: lost.value, limit: LOST_LIMIT });
    if (depth.value >= thickness.value)
      b.report('error', 'grind', 'damage.depth', 'plate-gone', { thickness: thickness.value });
    const radius = b.pick(
      'radius',
      'edges rounded',
      'm',
      own.radius,
      RADIUS,
      'a coat pulls thin over a sharp edge and rusts there first',
    );
    if (radius.value < RADIUS)
      b.warn('grind', 'repair.metal.radius', 'edge-too-sharp', { radius: radius.value, least: RADIUS });
    const prime = b.compute('toPrime', 'prime within', timeToPrime, {
      t_dry: b.assumed(
        'dryTime',
        'bright to primed, dry air',
        TO_PRIME[polymer] ?? TO_PRIME['steel'],
        's',
        'usual practice',
      ),
      RH: conditions.humidity,
    });
    const face = ledger.compute('face', 'bright face', brightFace, { l: survey.length, w: survey.width });
    b.ground(offset(survey.region, 0.03));
    b.at('grind').ask('repair.metal.thickness', thickness).ask('damage.depth', depth);
    const zinc = polymer === 'zinc';
    b.at('grind')
      .key(zinc ? 'Scuffed face' : 'Bright face', face)
      .key('Prime within', prime);
    if (!zinc) b.at('grind').ask('repair.metal.radius', radius).key('Edges', radius, 'mm', 0);
    b.at('grind').say(
      zinc
        ? words`Scuff the zinc dull over ${face}, never through it; primed within ${prime}.`
        : words`Take it to bright metal over ${face}, edges rounded ${mm(radius)}; primed within ${prime}.`,
    );
    b.at('grind').note(
      ...(polymer === 'steel'
        ? [
            [
              'Rust is two to six times as bulky as the steel it came from: a swollen case or a lifted skin is rust, not misfit.',
            ],
          ]
        : []),
      ...(polymer === 'zinc' ? [['Only blasted spots of bare steel get zinc-rich primer.']] : []),
      ...(polymer === 'lead'
        ? [['Lead: scrape wet, no dry sanding, wash before eating; scraps to hazardous waste.']]
        : []),
      ...(polymer === 'aluminium'
        ? [['Aluminium: stainless brush kept for it alone; no copper near it, antifouling included.']]
        : []),
    );
    // What is bright is primed next: edges are rounded before.
    b.step('grind', 'wash', 'degrease', { place: 'hull', serves: 'ground' }, 12, [perM2(10 * MIN, face)]);
    // An edge that is rounded loses its zinc.
    if (!zinc)
      b.step('grind', 'bevel', 'round', { place: 'edge', serves: 'ground' }, 6, [
        perMetre(8 * MIN, survey.length),
      ]);
    b.step('grind', 'abrade', bared(polymer), { place: 'face', serves: 'ground' }, 12, [
      perM2(zinc ? RATES.abradePerM2 : 240 * MIN, face),
    ]);
    if (SPARKS.has(polymer))
      b.caution(
        'grind',
        'Sparks and bright steel dust start fires in bilges and on clothes; a disc that catches an edge kicks: two hands, face shield.',
        'abrade',
        'grind',
      );

    const primer = linkOf(chain, 'prime') as Sheet | undefined;
    const bond = linkOf(chain, 'bond');
    const soon = whileBright(b, polymer, prime);
    if (primer) {
      const coats = planCoats(b, {
        id: 'prime',
        stage: 'mix',
        product: primer,
        area: face,
        coats: b.assumed('primeCoats', 'coats of primer', PRIMER_COATS, 'count', 'two, crosswise'),
        name: 'primer',
        between: 180,
        last: 'overcoated',
        soon,
      });
      b.at('mix').table(
        'Primer',
        ['Coats', 'Dry film', 'Each coat', 'In all'],
        [[[coats.coats], [microns(coats.dryFilm)], [ml(coats.volumePerCoat, 1)], [ml(coats.volume, 1)]]],
      );
    }
    if (bond) {
      const gone = b.compute('gone', 'gone', bowlVolume, { A: survey.area, d: depth });
      // Without a primer the first coat seals all that is bright, and not the pits alone.
      const sealed = primer
        ? []
        : [
            b.compute('sealed', 'first coat over all that is bright', layerVolume, {
              A: face,
              d: b.assumed('sealFilm', 'first wet coat', FIRST_COAT, 'm', 'brushed out, abraded through'),
            }),
          ];
      const volume = b.compute('volume', 'to build up', withLoss, {
        'V₀': b.ledger.sum('goneAndSealed', 'gone, and the first coat', 'm³', [gone, ...sealed]),
        loss: b.assumed('loss', 'left proud and lost', LOSS, 'fraction', 'small fills'),
      });
      const most =
        'maximumPerGo' in bond && bond.maximumPerGo
          ? b.sheetFigure('perGo', 'thickest in one go', bond, 'maximumPerGo', bond.maximumPerGo, 'm')
          : b.assumed('perGo', 'thickest in one go', 0.005, 'm', 'usual');
      const goes = b.compute('goes', 'goes', wholeNumber, { x: depth, most });
      // Every go sets before the next, so every go is a mix of its own.
      const each = massFor(b, 'fill', bond, b.compute('eachGo', 'each go', shareOf, { X: volume, n: goes }));
      const mass = b.compute('fillAll', `${bond.name} in all`, goesAlike, {
        m_go: each,
        n: goes,
      });
      mixed(b, {
        id: 'fill',
        stage: 'mix',
        title: goes.value > 1 ? `${bond.name}, each go` : bond.name,
        about: 'first coat worked into the bright metal wet, then filled',
        product: bond,
        mass: each,
        working: b.assumed('working', 'filling', 420, 's', 'minutes'),
        next: goes.value > 1 ? 'next go' : 'can be sanded',
        repeats: goes,
      });
      b.material('fill', bond.name, 'build-up', mass, bond);
      const times = b.times(bond);
      for (let go = 1; go <= goes.value; go += 1) {
        abradeBetween(b, go);
        b.step(
          'mix',
          'mix',
          'pot',
          { place: 'bench', serves: `fill-${go}` },
          RATES.mixBatch,
          [],
          b.mixes('fill'),
        );
        if (go === 1 && !primer) b.soon(soon);
        // Over a primer no metal is bare any more.
        if (go === 1 && !primer)
          b.step(
            'mix',
            'abrade',
            'underResin',
            { place: 'face', serves: 'bond' },
            8,
            [perM2(40 * MIN, face)],
            { withNext: true },
          );
        b.step(
          'mix',
          'fill',
          go > 1 ? 'pitsGo' : 'pits',
          { place: 'pits', serves: `fill-${go}`, fields: { go } },
          8,
        );
        if (times)
          b.wait(
            'mix',
            go === goes.value ? 'untilSanded' : 'nextGo',
            { place: 'pits', serves: `fill-${go}` },
            times.sand,
            b.curing(bond, 'sand', depth.value / goes.value),
          );
      }
      b.at('mix')
        .key('Build-up', volume, 'ml', 1)
        .key('Goes', goes)
        .say(
          words`${ml(volume, 1)} of ${lower(bond.name)} in ${goes} ${goes.value === 1 ? 'go' : 'goes'}${primer ? words`, over ${lower(primer.name)}` : ''}.`,
        );
      b.at('mix').note(['Epoxy only: polyester lets go of metal with the first frost or flexing.']);
    }
    b.at('fair')
      .key('Face', face)
      .say(words`Sand the fills flush over ${face}; what is bare then is primed again.`)
      .sand({
        area: survey.area,
        stock: b.assumed('proud', 'left proud', 0.0004, 'm', 'usual'),
        end: 180,
        material: 'cured resin',
        levels: true,
        ...(polymer === 'lead' ? { over: 'lead' } : {}),
      });
    b.coat(
      face,
      ledger.compute('masking', 'masking line', roundBright, { l: survey.length, w: survey.width }),
    );
    b.accept(
      'grind',
      'wipe with a white cloth, magnifier into the pits',
      'clean cloth, no brown in any pit',
      'clean',
      'abrade',
    ).accept('mix', 'thumb along every edge', 'coat over it, no bright line', 'coat');
    draw(b, thickness, depth, radius);
    return b.done('metal', 'metal');
  },
});

function draw(b: RepairBuilder, thickness: Figure, depth: Figure, radius: Figure): void {
  const [t, dep, r] = [
    thickness.value,
    Math.min(depth.value, thickness.value),
    Math.min(radius.value, thickness.value / 2),
  ];
  const reach = t * 4;
  const pit = t * 1.2;
  const d = new Drawing({
    id: 'plate',
    title: 'Section of the plate',
    note: 'edge right; pit filled, edge rounded',
  });
  const round = (cx: number, cy: number, from: number): { x: number; y: number }[] =>
    Array.from({ length: 7 }, (_, i) => ({
      x: cx + r * Math.cos(from - (i * Math.PI) / 12),
      y: cy + r * Math.sin(from - (i * Math.PI) / 12),
    }));
  const bowl = Array.from({ length: 13 }, (_, i) => ({
    x: -t - pit + (2 * pit * i) / 12,
    y: -dep * (1 - (i / 6 - 1) ** 2),
  }));
  d.area(
    'metal',
    [
      { x: -reach, y: 0 },
      ...bowl,
      ...round(reach - r, -r, Math.PI / 2),
      ...round(reach - r, -t + r, 0),
      { x: -reach, y: -t },
    ],
    'metal',
  );
  d.area('new', [...bowl, { x: -t + pit, y: 0.0003 }, { x: -t - pit, y: 0.0003 }], 'epoxy');
  d.dimension({ x: -reach, y: -t }, { x: -reach, y: 0 }, thickness, 'mm', 1, { off: 14 });
  d.dimension({ x: -t + pit, y: 0 }, { x: -t + pit, y: -dep }, depth, 'mm', 1, { off: 10 });
  d.text(reach, 0, `r ${(r * 1000).toFixed(0)}`, { cls: 'figure on-paper', dx: 4, dy: 2 });
  b.draw(d.done());
}
