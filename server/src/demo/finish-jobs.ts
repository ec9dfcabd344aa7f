import type { DemoJob } from './demo-job';

const HOUR = 3_600_000;
const STATIONS = [-0.32, -0.24, -0.16, -0.08, 0, 0.08, 0.16, 0.24, 0.32];
const LINES = [-0.18, -0.09, 0, 0.09, 0.18];

/** A low over the repair, a smaller one aft of it and a high at its lower edge: what a batten found, to half a millimetre. */
function gaps(low: number, second: number, high: number): { x: number; y: number; gap: number }[] {
  const bell = (x: number, y: number, cx: number, cy: number, r: number): number =>
    Math.exp(-((x - cx) ** 2 + (y - cy) ** 2) / (r * r));
  return LINES.flatMap((y) =>
    STATIONS.map((x) => {
      // A high lifts the batten: everything but its crest stands off by that much more.
      const gap =
        0.0002 +
        low * bell(x, y, 0, 0.03, 0.11) +
        second * bell(x, y, -0.24, 0.09, 0.1) +
        high * (1 - bell(x, y, 0.08, -0.09, 0.05));
      return { x, y, gap: Math.max(0, Math.round(gap * 4000) / 4000) };
    }),
  );
}

const share = (paste: string, fraction: number): { paste: string; fraction: number } => ({
  paste: `paste-${paste}`,
  fraction,
});

/** Jobs of the made-up yard in which fairing and finishing decide: a low topside on its second round, and the boat's earlier colour. */
export function finishJobs(now: number): readonly DemoJob[] {
  const at = (hoursAgo: number): string => new Date(now - hoursAgo * HOUR).toISOString();
  const hull = {
    material: 'frp-solid',
    laminate: 'mat-woven-polyester',
    matrix: 'polyester',
    gelCoat: 0.0006,
    thickness: 0.006,
    coat: 'gel coat',
  } as const;
  const boat = { name: 'Sloop “Turnstone”', owner: 'E. Farrow' };
  return [
    {
      id: '5b1d2f60-0021-4a01-9c01-000000000021',
      document: {
        format: 'nelbo-job/2',
        title: 'Topside stove in at the mooring, low after laminating',
        boat,
        hull,
        damage: {
          kind: 'hole',
          where: 'port topside amidships',
          position: 'above',
          findings: [
            {
              at: at(74),
              extent: 'true extent',
              shape: 'ellipse',
              size: [0.16, 0.11],
              method: 'grind',
              who: 'Tam',
            },
          ],
        },
        access: 'both',
        backing: 'removable',
        duty: 'general',
        grade: 'standard',
        conditions: { temperature: 19, humidity: 0.55, place: 'shop' },
        system: { resin: 'vinyl-ester', filler: 'vinyl-putty', finish: 'gel-coat' },
        fairing: {
          rounds: [
            { at: at(8), who: 'Odd', readings: gaps(0.0042, 0.0018, 0.001) },
            { at: at(2), who: 'Odd', readings: gaps(0.0015, 0.0006, 0.001) },
          ],
        },
        coat: { method: 'brush' },
        colour: {
          years: 14,
          readings: [
            { at: at(5), where: 'as found', by: 'reader', L: 84.9, a: -3.3, b: 5.1 },
            { at: at(4.9), where: 'polished', by: 'reader', L: 81.3, a: -4.7, b: 6.7 },
            { at: at(4.9), where: 'polished', by: 'reader', L: 81.5, a: -4.5, b: 6.9 },
            { at: at(4.8), where: 'sheltered', by: 'reader', L: 78.6, a: -5.6, b: 8.2 },
          ],
          recipe: [share('black', 0.000352), share('yellow-oxide', 0.001125), share('green', 0.000346)],
          trials: [
            {
              at: at(1.2),
              pastes: [share('black', 0.000264), share('yellow-oxide', 0.000844), share('green', 0.00026)],
              L: 83.1,
              a: -4.2,
              b: 6.5,
            },
          ],
        },
        schedule: {
          start: at(75),
          done: [
            { stage: 'survey', at: at(74) },
            { stage: 'system', at: at(73) },
            { stage: 'grind', at: at(70) },
            { stage: 'laminate', at: at(60) },
            { stage: 'mix', at: at(50) },
          ],
        },
      },
      log: [
        {
          hoursAgo: 60,
          stage: 'laminate',
          who: 'Tam',
          text: 'Pulled in by the former: about 4 mm low in the middle. Left for the filler.',
        },
        {
          hoursAgo: 8,
          stage: 'fair',
          who: 'Odd',
          text: 'Read round 1: 45 gaps under a batten, greatest 5.3 mm.',
        },
        {
          hoursAgo: 2,
          stage: 'fair',
          who: 'Odd',
          text: 'Read round 2: 45 gaps under a batten, greatest 2.8 mm. A ridge low down forward holds the batten off: cut it.',
        },
      ],
    },
    {
      id: '5b1d2f60-0022-4a01-9c01-000000000022',
      document: {
        format: 'nelbo-job/2',
        title: 'Fender rash on the quarter, spring before last',
        boat,
        hull,
        damage: {
          kind: 'hole',
          where: 'port quarter',
          position: 'above',
          findings: [
            {
              at: at(14_000),
              extent: 'true extent',
              shape: 'ellipse',
              size: [0.05, 0.04],
              method: 'grind',
              who: 'Ines',
            },
          ],
        },
        access: 'both',
        backing: 'removable',
        duty: 'light',
        conditions: { temperature: 21, humidity: 0.5, place: 'shop' },
        system: { resin: 'polyester', finish: 'gel-coat' },
        colour: {
          readings: [{ at: at(13_990), where: 'polished', by: 'reader', L: 80.9, a: -4.8, b: 7.1 }],
          recipe: [share('green', 0.00037), share('black', 0.00038), share('yellow-oxide', 0.00121)],
          trials: [
            {
              at: at(13_980),
              pastes: [share('green', 0.00036), share('black', 0.00036), share('yellow-oxide', 0.00116)],
              L: 81.2,
              a: -4.6,
              b: 6.9,
            },
          ],
        },
        check: {
          items: [
            { check: 'level', result: 'pass', gap: 0.0003 },
            { check: 'gloss', result: 'pass', number: 6 },
            { check: 'halo', result: 'pass' },
            { check: 'pinholes', result: 'pass' },
            { check: 'tap', result: 'pass' },
            { check: 'film', result: 'pass', film: 0.00055 },
            { check: 'colour', result: 'pass', number: 0.6 },
            { check: 'photos', result: 'pass' },
          ],
          who: 'Ines',
          at: at(13_950),
        },
        schedule: {
          start: at(14_010),
          done: (['survey', 'system', 'grind', 'laminate', 'mix', 'fair', 'finish', 'log'] as const).map(
            (stage, i) => ({ stage, at: at(14_000 - 6 * i) }),
          ),
        },
      },
      log: [
        { hoursAgo: 13_950, stage: 'finish', who: 'Ines', text: 'Finish check signed: everything passes.' },
      ],
    },
  ];
}
