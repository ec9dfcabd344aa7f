import { provideHttpClient } from '@angular/common/http';
import { provideHttpClientTesting } from '@angular/common/http/testing';
import { TestBed } from '@angular/core/testing';
import type { Figure, Trace } from '@nelbo/core';
import { FigureView } from './figure';
import { TraceDrawer } from './trace-drawer';
import { TraceService } from './trace-service';

const trace: Trace = {
  'a.sum': {
    id: 'a.sum',
    label: 'resin mixed',
    value: 0.1382,
    unit: 'kg',
    origin: 'computed',
    source: 'sum',
    formulaId: 'mix/batches',
    expression: 'm = a + b',
    inputs: [{ symbol: 'a', traceId: 'a.part' }],
  },
  'a.part': {
    id: 'a.part',
    label: 'resin in the plies',
    value: 0.1114,
    unit: 'kg',
    origin: 'assumed',
    source: 'typical',
    inputs: [],
  },
};
const figure: Figure = { value: 0.1382, unit: 'kg', origin: 'computed', traceId: 'a.sum' };

describe('a figure', () => {
  beforeEach(() =>
    TestBed.configureTestingModule({ providers: [provideHttpClient(), provideHttpClientTesting()] }),
  );

  const show = async (f: Figure, inputs: Record<string, unknown> = {}): Promise<HTMLButtonElement> => {
    const fixture = TestBed.createComponent(FigureView);
    fixture.componentRef.setInput('figure', f);
    for (const [k, v] of Object.entries(inputs)) fixture.componentRef.setInput(k, v);
    await fixture.whenStable();
    return fixture.nativeElement.querySelector('button');
  };

  it('reads out with its unit, or in the unit asked for', async () => {
    expect((await show(figure)).textContent).toBe('138.2 g');
    expect((await show(figure, { as: 'oz av', decimals: 2 })).textContent).toBe('4.87 oz av');
    expect((await show(figure, { bare: true })).textContent).toBe('138.2');
  });

  it('tells at sight where it came from, a default above all', async () => {
    expect((await show({ ...figure, origin: 'assumed' })).classList).toContain('from-assumed');
    expect((await show(figure)).classList).not.toContain('from-assumed');
    const kinds = ['measured', 'entered', 'data sheet', 'shop', 'assumed', 'computed'] as const;
    const lines: string[] = [];
    for (const origin of kinds) {
      const { textDecorationLine, textDecorationStyle, textDecorationThickness } = getComputedStyle(
        await show({ ...figure, origin }),
      );
      lines.push([textDecorationLine, textDecorationStyle, textDecorationThickness].join());
    }
    expect(new Set(lines).size).toBe(kinds.length);
  });

  it('opens to its reasons, and from there to what it depends on and back', async () => {
    const service = TestBed.inject(TraceService);
    service.use({ trace });
    (await show(figure)).click();
    const drawer = TestBed.createComponent(TraceDrawer);
    await drawer.whenStable();
    const text = (): string => document.body.textContent ?? '';
    expect(text()).toContain('m = a + b');
    expect(text()).toContain('mix/batches');
    (document.querySelector('li button') as HTMLButtonElement).click();
    await drawer.whenStable();
    expect(service.open()?.id).toBe('a.part');
    expect(text()).toContain('a default until it is measured');
    service.back();
    expect(service.open()?.id).toBe('a.sum');
    service.close();
    expect(service.open()).toBeUndefined();
    drawer.destroy();
  });
});
