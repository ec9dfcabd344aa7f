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
