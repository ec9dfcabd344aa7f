import { TestBed, type ComponentFixture } from '@angular/core/testing';
import { TextFieldView } from './text-field';

describe('a text field', () => {
  let fixture: ComponentFixture<TextFieldView>;
  let out: (string | undefined)[];
  const box = (): HTMLInputElement =>
    (fixture.nativeElement as HTMLElement).querySelector('input') as HTMLInputElement;
  function show(path: string, value?: string): void {
    fixture = TestBed.createComponent(TextFieldView);
    fixture.componentRef.setInput('path', path);
    fixture.componentRef.setInput('value', value);
    out = [];
    fixture.componentInstance.changed.subscribe((v) => {
      out.push(v);
      fixture.componentRef.setInput('value', v);
    });
    fixture.detectChanges();
  }
  function key(text: string): void {
    box().value = text;
    box().dispatchEvent(new Event('input'));
    fixture.detectChanges();
  }

  it('gives out every key press, and leaves the blank between two words where it was typed', () => {
    show('title');
    for (const text of ['b', 'bo', 'bow', 'bow ', 'bow s']) key(text);
    expect(out).toEqual(['b', 'bo', 'bow', 'bow', 'bow s']);
    key('bow ');
    expect(box().value).toBe('bow ');
    box().dispatchEvent(new Event('blur'));
    fixture.detectChanges();
    expect(box().value).toBe('bow');
  });

  it('says when it takes no more', () => {
    show('title');
    const told = (): string =>
      (fixture.nativeElement as HTMLElement).querySelector('[role=status]')?.textContent ?? '';
    key('x'.repeat(box().maxLength - 1));
    expect(told()).toBe('');
    key('x'.repeat(box().maxLength));
    expect(told()).toContain(`No more than ${box().maxLength} characters fit here`);
  });

  it('shows what comes from elsewhere', () => {
    show('title', 'mine');
    key('mine too');
    fixture.componentRef.setInput('value', 'theirs');
    fixture.detectChanges();
    expect(box().value).toBe('theirs');
  });

  it('takes half a date for none, and no date out of the years of a repair', () => {
    show('schedule.start', '2026-11-24T07:30:00.000Z');
    key('0002-11-24T07:30');
    key('9999-11-24T07:30');
    expect(out).toEqual([]);
    key('2026-12-01T08:00');
    expect(out).toEqual([new Date('2026-12-01T08:00').toISOString()]);
    key('');
    expect(out.at(-1)).toBeUndefined();
  });
});
