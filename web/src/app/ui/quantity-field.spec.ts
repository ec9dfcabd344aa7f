import { TestBed, type ComponentFixture } from '@angular/core/testing';
import { QuantityFieldView } from './quantity-field';

describe('QuantityFieldView', () => {
  let fixture: ComponentFixture<QuantityFieldView>;
  let sent: (number | undefined)[];
  const box = (): HTMLInputElement => fixture.nativeElement.querySelector('input');
  const note = (): string => fixture.nativeElement.querySelector('.note').textContent.trim();
  const type = async (text: string): Promise<void> => {
    box().value = text;
    box().dispatchEvent(new Event('input'));
    await fixture.whenStable();
  };

  beforeEach(async () => {
    fixture = TestBed.createComponent(QuantityFieldView);
    sent = [];
    fixture.componentInstance.changed.subscribe((v) => sent.push(v));
    fixture.componentRef.setInput('path', 'hull.thickness');
    await fixture.whenStable();
  });

  it('reads any unit, and a bare number in the unit shown', async () => {
    await type('7');
    await type('1/4 in');
    expect(sent[0]).toBeCloseTo(0.007, 12);
    expect(sent[1]).toBeCloseTo(0.00635, 12);
  });

  it('keeps what cannot be read, names range and suggestion, and sends nothing', async () => {
    await type('7 parsec');
    expect(box().value).toBe('7 parsec');
    expect(box().getAttribute('aria-invalid')).toBe('true');
    expect(note()).toContain('0.2 to 60 mm');
    expect(note()).toContain('parsec');
    expect(sent).toEqual([]);
    await type('70 cm');
    expect(note()).toContain('700 mm is outside');
  });

  it('works a dose out as a share, and a volume as a mass, where it is told by what', async () => {
    fixture.componentRef.setInput('path', 'mix.catalyst');
    fixture.componentRef.setInput('by', { density: 1120, drop: 1e-6 / 32, of: { density: 1100 } });
    await fixture.whenStable();
    await type('4 ml per 224 g');
    await type('64 drops in 112 g');
    expect(sent[0]).toBeCloseTo(0.02, 9);
    expect(sent[1]).toBeCloseTo(0.02, 9);
    await type('40 g in 100 g');
    expect(note()).toContain('outside');
    fixture.componentRef.setInput('path', 'mix.pot');
    fixture.componentRef.setInput('by', undefined);
    await fixture.whenStable();
    await type('400 ml');
    expect(note()).toContain('nothing states its density');
  });

  it('goes back to the default when it is emptied', async () => {
    fixture.componentRef.setInput('assumed', { value: 0.007, unit: 'm', origin: 'assumed', traceId: 'x' });
    await type('8');
    await type('');
    expect(sent).toEqual([jasmine.any(Number) as unknown as number, undefined]);
    expect(box().placeholder).toBe('7');
    expect(note()).toBe('assumed until entered');
  });

  it('shows a stored value in its unit and does not rewrite the text under the hand', async () => {
    fixture.componentRef.setInput('value', 0.0072);
    await fixture.whenStable();
    expect(box().value).toBe('7.2');
    await type('7.25 mm');
    fixture.componentRef.setInput('value', 0.00725);
    await fixture.whenStable();
    expect(box().value).toBe('7.25 mm');
    box().dispatchEvent(new Event('blur'));
    await fixture.whenStable();
    expect(box().value).toBe('7.25');
  });
});
