import { provideHttpClient } from '@angular/common/http';
import { HttpTestingController, provideHttpClientTesting } from '@angular/common/http/testing';
import { TestBed } from '@angular/core/testing';
import { Router, provideRouter } from '@angular/router';
import { Commands } from './commands';
import { Palette } from './palette';

const wait = (ms: number): Promise<void> => new Promise((resolve) => setTimeout(resolve, ms));

describe('the palette', () => {
  it('finds by any words, chooses with the arrows, runs with Enter; jobs come from the yard', async () => {
    TestBed.configureTestingModule({
      providers: [provideHttpClient(), provideHttpClientTesting(), provideRouter([])],
    });
    const commands = TestBed.inject(Commands);
    const ran: string[] = [];
    const command = (label: string, group: 'Go to' | 'Job') => ({
      id: label,
      label,
      group,
      run: () => ran.push(label),
    });
    commands.register(() => [
      command('Shop', 'Go to'),
      command('Download the materials as CSV', 'Job'),
      command('Download the log as CSV', 'Job'),
    ]);
    const fixture = TestBed.createComponent(Palette);
    commands.paletteOpen.set(true);
    await fixture.whenStable();
    const box = document.querySelector<HTMLInputElement>('#palette-text');
    if (!box) throw new Error('no box');
    const options = (): string[] =>
      [...document.querySelectorAll('#palette-list [role=option]')].map(
        (o) => o.querySelector('span')?.textContent ?? '',
      );
    const press = async (key: string): Promise<void> => {
      box.dispatchEvent(new KeyboardEvent('keydown', { key, bubbles: true, cancelable: true }));
      await fixture.whenStable();
    };
    const type = async (text: string): Promise<void> => {
      box.value = text;
      box.dispatchEvent(new Event('input'));
      await fixture.whenStable();
    };
    // What belongs to the job at hand comes first.
    expect(options()).toEqual(['Download the materials as CSV', 'Download the log as CSV', 'Shop']);
    await type('csv down');
    expect(options().length).toBe(2);
    await press('ArrowDown');
    expect(box.getAttribute('aria-activedescendant')).toBe('palette-1');
    await press('ArrowDown');
    await press('ArrowUp');
    await press('Enter');
    expect(ran).toEqual(['Download the log as CSV']);
    expect(commands.paletteOpen()).toBeFalse();

    // What was chosen stays chosen when the yard answers late.
    commands.paletteOpen.set(true);
    await type('csv');
    await press('ArrowDown');
    await wait(160);
    const late = {
      id: 'k',
      version: 1,
      archived: false,
      updatedAt: '2026-11-24T08:00:00Z',
      title: 'Strike',
      boat: 'CSV',
      schedule: {},
    };
    TestBed.inject(HttpTestingController)
      .match((r) => r.params.get('search') === 'csv')
      .forEach((r) => r.flush({ total: 1, jobs: [late] }));
    await fixture.whenStable();
    expect(options().length).toBe(3);
    expect(box.getAttribute('aria-activedescendant')).toBe('palette-1');
    await press('Enter');
    expect(ran).toEqual(['Download the log as CSV', 'Download the log as CSV']);

    commands.paletteOpen.set(true);
    await type('teal');
    await wait(160);
    const job = {
      id: 'j',
      version: 1,
      archived: false,
      updatedAt: '2026-11-24T08:00:00Z',
      title: 'Strike',
      boat: 'Teal',
      schedule: {},
    };
    TestBed.inject(HttpTestingController)
      .match((r) => r.params.get('search') === 'teal')
      .forEach((r) => r.flush({ total: 1, jobs: [job] }));
    await fixture.whenStable();
    expect(options()).toEqual(['Teal: Strike']);
    const navigate = spyOn(TestBed.inject(Router), 'navigate').and.resolveTo(true);
    await press('Enter');
    expect(navigate).toHaveBeenCalledWith(['/jobs', 'j', 'survey']);
    fixture.destroy();
  });
});
