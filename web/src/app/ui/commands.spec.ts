import { Component } from '@angular/core';
import { TestBed } from '@angular/core/testing';
import { ArrowKeys } from './arrow-keys';
import { Commands, sayKeys, type Command } from './commands';

describe('Commands', () => {
  let commands: Commands;
  let ran: string[];
  const command = (id: string, keys?: string): Command => ({
    id,
    label: id,
    group: 'Job',
    keys,
    run: () => ran.push(id),
  });
  const press = (init: KeyboardEventInit, target: HTMLElement = document.body): boolean => {
    const event = new KeyboardEvent('keydown', { bubbles: true, cancelable: true, ...init });
    Object.defineProperty(event, 'target', { value: target });
    return commands.press(event);
  };

  beforeEach(() => {
    localStorage.removeItem('nelbo.single-keys');
    commands = TestBed.inject(Commands);
    ran = [];
    commands.register(() => [
      command('grind', '3'),
      command('undo', 'mod+z'),
      command('redo', 'mod+shift+z'),
      command('palette', 'mod+k'),
      command('keys', '?'),
    ]);
  });

  it('run by their keys, and only by theirs', () => {
    expect(press({ key: '3' })).toBeTrue();
    expect(press({ key: '?', shiftKey: true })).toBeTrue();
    press({ key: 'z', ctrlKey: true });
    press({ key: 'Z', ctrlKey: true, shiftKey: true });
    expect(press({ key: '4' })).toBeFalse();
    expect(press({ key: '3', altKey: true })).toBeFalse();
    expect(ran).toEqual(['grind', 'keys', 'undo', 'redo']);
  });

  it('leave typing alone, but for the palette', () => {
    const box = document.createElement('input');
    expect(press({ key: '3' }, box)).toBeFalse();
    expect(press({ key: 'z', ctrlKey: true }, box)).toBeFalse();
    expect(press({ key: 'k', ctrlKey: true }, box)).toBeTrue();
  });

  it('can do without single keys, and remember that', () => {
    commands.useSingleKeys(false);
    expect(press({ key: '3' })).toBeFalse();
    expect(press({ key: 'k', ctrlKey: true })).toBeTrue();
    expect(localStorage.getItem('nelbo.single-keys')).toBe('off');
    commands.useSingleKeys(true);
  });

  it('go with the page that brought them', () => {
    const unregister = commands.register(() => [command('print', 'p')]);
    expect(commands.all().length).toBe(6);
    unregister();
    expect(press({ key: 'p' })).toBeFalse();
  });

  it('are told as a person reads them', () => {
    expect(sayKeys('mod+shift+z')).toMatch(/^(Ctrl|⌘) Shift Z$/);
    expect(sayKeys('?')).toBe('?');
  });
});

@Component({
  imports: [ArrowKeys],
  template: `<table class="ruled"><tbody>
    <tr><td><button id="a1">1</button></td><td><button id="a2">2</button></td></tr>
    <tr><td>no figure here</td></tr>
    <tr><td><button id="b1">1</button></td><td><input id="b2" value="text" /></td></tr>
  </tbody></table>`,
})
class Table {}

describe('ArrowKeys', () => {
  it('move between figures as in a spreadsheet, and leave texts their arrows', async () => {
    const fixture = TestBed.createComponent(Table);
    await fixture.whenStable();
    const host: HTMLElement = fixture.nativeElement;
    document.body.append(host);
    const at = (): string => document.activeElement?.id ?? '';
    const press = (key: string): void =>
      void document.activeElement?.dispatchEvent(
        new KeyboardEvent('keydown', { key, bubbles: true, cancelable: true }),
      );
    host.querySelector<HTMLElement>('#a1')?.focus();
    const way = [
      'ArrowRight',
      'ArrowDown',
      'ArrowLeft',
      'ArrowUp',
      'ArrowLeft',
      'ArrowLeft',
      'ArrowUp',
      'ArrowDown',
    ].map((key) => {
      press(key);
      return at();
    });
    // Left in the text box stays in the text; up leads out of it; the edge of the table is the end.
    expect(way).toEqual(['a2', 'b2', 'b2', 'a2', 'a1', 'a1', 'a1', 'b1']);
    host.remove();
  });
});
