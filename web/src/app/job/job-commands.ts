import type { Router } from '@angular/router';
import { STAGES, STAGE_TITLES } from '@nelbo/core';
import type { Api, JobFile } from '../api/api';
import type { Command } from '../ui/commands';
import type { JobContext } from './job-context';

const FILES: readonly (readonly [JobFile, string])[] = [
  ['work-orders/current.pdf', 'Download the work order as PDF'],
  ['work-orders/current.md', 'Download the work order as Markdown'],
  ['materials.csv', 'Download the materials as CSV'],
  ['cut-list.csv', 'Download the cut list as CSV'],
  ['patterns.pdf', 'Download the patterns as PDF, 1:1'],
  ['patterns.dxf', 'Download the patterns as DXF'],
  ['log.csv', 'Download the log as CSV'],
  ['file', 'Export the job file'],
];

/** What can be done on the page of a job, by key and by name. */
export function jobCommands(id: string, context: JobContext, router: Router, api: Api): readonly Command[] {
  const go = (...path: string[]): void => void router.navigate(['/jobs', id, ...path]);
  // The keyboard goes on in the stage that it called up.
  const toStage = (stage: string): void =>
    void router
      .navigate(['/jobs', id, stage])
      .then(() => document.querySelector<HTMLElement>('main.stage')?.focus());
  return [
    ...(context.plan()?.stages ?? STAGES).map((stage, i): Command => ({
      id: `stage ${stage}`,
      group: 'Job',
      label: STAGE_TITLES[stage],
      keys: String(i + 1),
      run: () => toStage(stage),
    })),
    { id: 'undo', group: 'Job', label: 'Undo', keys: 'mod+z', run: () => context.store.undo() },
    { id: 'redo', group: 'Job', label: 'Redo', keys: 'mod+shift+z', run: () => context.store.redo() },
    {
      id: 'history',
      group: 'Job',
      label: 'Saved states',
      keys: 'h',
      run: () => context.historyOpen.set(true),
    },
    { id: 'owner', group: 'Job', label: 'What we found, for the owner', keys: 'o', run: () => go('owner') },
    { id: 'patterns', group: 'Job', label: 'Patterns and cutting', keys: 'p', run: () => go('patterns') },
    { id: 'work order', group: 'Job', label: 'Work order', keys: 'w', run: () => go('work-order') },
    ...FILES.map(([file, label]): Command => ({
      id: file,
      group: 'Job',
      label,
      run: () => download(api.fileUrl(id, file, { place: placeOf(file, context) })),
    })),
  ];
}

/** Patterns are of the place that is looked at; every other file is of the boat. */
function placeOf(file: JobFile, context: JobContext): string | undefined {
  const { places = [], place } = context.state() ?? {};
  return places.length > 1 && file.startsWith('patterns.') ? place : undefined;
}

/** As a link with "download" would: the page stays and its connections with it. */
function download(address: string): void {
  const link = document.createElement('a');
  link.href = address;
  link.download = '';
  document.body.append(link);
  link.click();
  link.remove();
}
