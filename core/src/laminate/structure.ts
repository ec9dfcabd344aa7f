import type { Cloth, Resin } from '../materials/product';
import type { Member, MemberKind } from '../schema/job';
import type { Figure } from '../trace/figure';
import { formula } from '../trace/formula';
import type { Ledger } from '../trace/ledger';
import { layCloth } from './stack';

/** What is usual for a member: faces that are tabbed, plies, lap of the widest tab, m, and a prop every so many metres. */
export const MEMBER_USUAL: Readonly<
  Record<
    MemberKind,
    {
      readonly faces: number;
      readonly plies: number;
      readonly lap: number;
      readonly propEvery: number;
      readonly care: string;
    }
  >
> = {
  stringer: {
    faces: 2,
    plies: 3,
    lap: 0.075,
    propEvery: 0.5,
    care: 'ends tapered 5:1 so that none stops hard on the skin',
  },
  floor: {
    faces: 2,
    plies: 4,
    lap: 0.1,
    propEvery: 0.4,
    care: 'limber hole kept open and sealed; floors carry the keel: surveyor first',
  },
  bulkhead: {
    faces: 2,
    plies: 3,
    lap: 0.075,
    propEvery: 0.6,
    care: 'foam or a fillet under the edge so that the bulkhead makes no hard spot',
  },
  'core end': {
    faces: 1,
    plies: 2,
    lap: 0.05,
    propEvery: 1,
    care: 'core bevelled 3:1 or more and sealed before the skin runs over it',
  },
};

/** How much narrower each tab is than the one before, m: steps as on a hull. */
const STEP = 0.012;
const LEAST_LAP = 0.025;
/** How far each tab ends before the one under it, m. Source: usual, a finger's length. */
const END = 0.03;
const FILLET = 0.012;

export interface Strip {
  readonly number: number;
  readonly cloth: Cloth;
  /** Across: lap on the member and lap on the hull together. */
  readonly width: Figure;
  readonly length: Figure;
  /** Alike, one for each face. */
  readonly count: number;
  readonly area: Figure;
  readonly resin: Figure;
}

export interface MemberPlan {
  readonly index: number;
  readonly kind: MemberKind;
  readonly name: string;
  readonly care: string;
  readonly length: Figure;
  readonly faces: number;
  readonly lap: Figure;
  readonly plies: Figure;
  readonly strips: readonly Strip[];
  readonly filletRadius: Figure;
  readonly filletVolume: Figure;
  /** Resin in the tabs, in the fillets, and in both, without waste. */
  readonly tabResin: Figure;
  readonly filletResin: Figure;
  readonly resin: Figure;
  readonly props: Figure;
  /** When props and struts may go, after the last tab. */
  readonly release: Figure;
}

export const stripWidth = formula({
  id: 'laminate/structure',
  expression: 'w_k = 2·max(lap_min, lap − (k − 1)·s)',
  unit: 'm',
  source: 'first tab widest, each next one narrower, half on the member and half on the hull',
  inputs: {
    lap: 'lap of the widest tab',
    k: 'number of the tab',
    s: 'step from tab to tab',
    lap_min: 'least lap',
  },
  evaluate: (x) => 2 * Math.max(x.lap_min, x.lap - (x.k - 1) * x.s),
});
export const stripLength = formula({
  id: 'laminate/structure',
  expression: 'L_k = max(L/2, L − 2·(k − 1)·e)',
  unit: 'm',
  source: 'ends lie one behind the other: where all end in one line, the member pulls off there',
  inputs: { L: 'length tabbed', k: 'number of the tab', e: 'from end to end' },
  evaluate: (x) => Math.max(x.L / 2, x.L - 2 * (x.k - 1) * x.e),
});
export const stripArea = formula({
  id: 'laminate/structure',
  expression: 'A = w·L·n',
  unit: 'm²',
  source: 'strips alike on every face',
  inputs: { w: 'width', L: 'length', n: 'number' },
  evaluate: (x) => x.w * x.L * x.n,
});
export const stripResin = formula({
  id: 'laminate/structure',
  expression: 'm = w_r·A',
  unit: 'kg',
  source: 'resin held by the cloth',
  inputs: { w_r: 'resin on a square metre', A: 'area' },
  evaluate: (x) => x.w_r * x.A,
});
export const filletVolume = formula({
  id: 'laminate/structure',
  expression: 'V = r²·(1 − π/4)·L·n',
  unit: 'm³',
  source: 'a quarter-round fillet between two square faces',
  inputs: { r: 'radius of the fillet', L: 'length', n: 'number of fillets' },
  evaluate: (x) => x.r * x.r * (1 - Math.PI / 4) * x.L * x.n,
});
export const filletResin = formula({
  id: 'laminate/structure',
  expression: 'm = ρ_r·V',
  unit: 'kg',
  source: 'resin of the thickened fillet; fumed silica takes next to no room',
  inputs: { ρ_r: 'density of the resin', V: 'volume of the fillets' },
  evaluate: (x) => x.ρ_r * x.V,
});
export const propCount = formula({
  id: 'laminate/structure',
  expression: 'n = max(2, ⌈L/every⌉ + 1)',
  unit: 'count',
  source: 'both ends and every so far between',
  inputs: { L: 'length', every: 'a prop every' },
  evaluate: (x) => Math.max(2, Math.ceil(x.L / x.every - 1e-9) + 1),
});

export const carriesFrom = formula({
  id: 'laminate/structure',
  expression: 't = max(t_sand, t_full/2)',
  unit: 's',
  source: 'half of full cure, judged: laminate that can be sanded does not carry yet',
  inputs: { t_sand: 'can be sanded', t_full: 'full cure' },
  evaluate: (x) => Math.max(x.t_sand, x.t_full / 2),
});

export interface StructureInput {
  readonly members: readonly Member[];
  readonly cloths: readonly Cloth[];
  /** Cloth of the repair, where a member names none. */
  readonly cloth: Cloth;
  readonly resin: Resin;
  /** When the laminate can be sanded, and when it has cured in full, s after the last ply. */
  readonly sand: Figure;
  readonly full: Figure;
  /** Length of the cut-out, where a member's length is not given. */
  readonly length: Figure;
}

/** Tabs, fillets, props and their release for what is bonded to the hull from within. */
export function planStructure(input: StructureInput, ledger: Ledger): readonly MemberPlan[] {
  return input.members.map((m, index): MemberPlan => {
    const usual = MEMBER_USUAL[m.kind];
    const id = `member.${index + 1}`;
    const name = m.name ?? m.kind;
    const pick = (
      key: string,
      label: string,
      unit: string,
      entered: number | undefined,
      fallback: number,
      source: string,
    ): Figure =>
      ledger.given(
        `${id}.${key}`,
        label,
        entered ?? fallback,
        unit,
        entered === undefined ? 'assumed' : 'entered',
        entered === undefined ? source : 'entered for this job',
      );
    const cloth = input.cloths.find((c) => c.id === m.cloth) ?? input.cloth;
    const laid = layCloth(cloth, input.resin, ledger);
    const length =
      m.length === undefined ? input.length : pick('length', `length tabbed, ${name}`, 'm', m.length, 0, '');
    const lap = pick(
      'lap',
      `lap of the widest tab, ${name}`,
      'm',
      m.lap,
      usual.lap,
      'usual for hand work on a small craft',
    );
    const step = pick('step', 'step between tabs', 'm', undefined, STEP, 'usual for hand work');
    const least = pick('least', 'least lap', 'm', undefined, LEAST_LAP, 'usual for hand work');
    const end = pick('end', 'from the end of one tab to that of the next', 'm', undefined, END, 'usual');
    const n = ledger.given(
      `${id}.faces`,
      'faces that are tabbed',
      usual.faces,
      'count',
      'assumed',
      `usual for a ${m.kind}`,
    );
    const plies = pick(
      'plies',
      `tabbing plies, ${name}`,
      'count',
      m.plies,
      usual.plies,
      'usual for its kind; better counted on the other side',
    );
    const count = Math.round(plies.value);
    const strips = Array.from({ length: count }, (_, i): Strip => {
      const key = `${id}.strip.${i + 1}`;
      const k = ledger.given(`${key}.k`, 'tab', i + 1, 'count', 'computed', 'order of laying');
      const width = ledger.compute(`${key}.width`, `width of tab ${i + 1}`, stripWidth, {
        lap,
        k,
        s: step,
        lap_min: least,
      });
      const long = ledger.compute(`${key}.length`, `length of tab ${i + 1}`, stripLength, {
        L: length,
        k,
        e: end,
      });
      const area = ledger.compute(`${key}.area`, `area of tab ${i + 1}`, stripArea, {
        w: width,
        L: long,
        n,
      });
      return {
        number: i + 1,
        cloth,
        width,
        length: long,
        count: usual.faces,
        area,
        resin: ledger.compute(`${key}.resin`, `resin in tab ${i + 1}`, stripResin, {
          w_r: laid.resinAreal,
          A: area,
        }),
      };
    });
    const radius = pick('fillet', 'radius of the fillet', 'm', undefined, FILLET, 'a rounded stick of 25 mm');
    const volume = ledger.compute(`${id}.filletVolume`, 'fillet', filletVolume, { r: radius, L: length, n });
    const fillet = ledger.compute(`${id}.filletResin`, 'resin in the fillet', filletResin, {
      ρ_r: ledger.given(
        `${id}.rho`,
        'density of cured resin',
        input.resin.densityCured,
        'kg/m³',
        'assumed',
        input.resin.source,
      ),
      V: volume,
    });
    const tabs = ledger.sum(
      `${id}.tabResin`,
      `resin in the tabs of the ${name}`,
      'kg',
      strips.map((s) => s.resin),
    );
    const every = ledger.given(
      `${id}.every`,
      'a prop every',
      usual.propEvery,
      'm',
      'assumed',
      'so that the skin stays fair between',
    );
    return {
      index,
      kind: m.kind,
      name,
      care: usual.care,
      length,
      faces: usual.faces,
      lap,
      plies,
      strips,
      filletRadius: radius,
      filletVolume: volume,
      tabResin: tabs,
      filletResin: fillet,
      resin: ledger.sum(`${id}.resin`, `resin for the ${name}`, 'kg', [tabs, fillet]),
      props:
        m.props === undefined
          ? ledger.compute(`${id}.props`, 'props that hold the shape', propCount, { L: length, every })
          : pick('props', 'props that hold the shape', 'count', Math.round(m.props), 0, ''),
      release: ledger.compute(`${id}.release`, 'props stay', carriesFrom, {
        t_sand: input.sand,
        t_full: input.full,
      }),
    };
  });
}
