import type pg from 'pg';
import type { Writer } from './writer';

/** @returns what is wrong with the database against what the writers were told; empty when every word was kept */
export async function verify(client: pg.Client, writers: readonly Writer[]): Promise<string[]> {
  const faults: string[] = [];
  const saves = writers.flatMap((w) => w.acknowledged.saves);
  const entries = writers.flatMap((w) => w.acknowledged.entries);

  const revisions = (
    await client.query<{ job_id: string; version: number; save_id: string | null; title: string }>(
      "select job_id, version, save_id, document ->> 'title' as title from job_revisions",
    )
  ).rows;
  const bySave = group(revisions);
  for (const s of saves) {
    const kept = bySave.get(s.saveId) ?? [];
    if (kept.length !== 1) faults.push(`save “${s.title}” is there ${kept.length} times`);
    else if (kept[0].title !== s.title || kept[0].job_id !== s.jobId)
      faults.push(`save “${s.title}” was kept as “${kept[0].title}”`);
  }
  for (const w of writers) {
    const own = w.acknowledged.saves
      .filter((s) => s.jobId === w.ownJob)
      .map((s) => bySave.get(s.saveId)?.[0]?.version ?? 0);
    own.forEach((v, i) => {
      if (i > 0 && v <= own[i - 1])
        faults.push(`saves of one writer stand out of order: ${own[i - 1]}, ${v}`);
    });
  }

  const jobs = (
    await client.query<{ id: string; version: number; revisions: number; last: boolean }>(`
    select j.id, j.version, count(r.*)::int as revisions, bool_or(r.version = j.version and r.document = j.document) as last
    from jobs j left join job_revisions r on r.job_id = j.id group by j.id`)
  ).rows;
  for (const j of jobs) {
    if (j.revisions !== j.version)
      faults.push(`job ${j.id} is at version ${j.version} with ${j.revisions} revisions`);
    if (!j.last) faults.push(`job ${j.id} is not its own last revision`);
  }

  const log = (
    await client.query<{ id: string; text: string; sequence: string }>(
      'select id, text, sequence from log_entries order by sequence',
    )
  ).rows;
  const place = new Map(log.map((e, i) => [e.id, { ...e, i }]));
  if (place.size !== log.length) faults.push('a log entry is there twice');
  for (const e of entries)
    if (place.get(e.id)?.text !== e.text) faults.push(`log entry “${e.text}” is missing or changed`);
  for (const w of writers) {
    const order = w.acknowledged.entries.map((e) => place.get(e.id)?.i ?? -1);
    order.forEach((i, k) => {
      if (k > 0 && i <= order[k - 1]) faults.push('log entries of one writer stand out of order');
    });
  }
  if (log.length !== entries.length)
    faults.push(`${entries.length} log entries were acknowledged and ${log.length} are there`);
  return faults;
}

function group<T extends { save_id: string | null }>(rows: readonly T[]): Map<string | null, T[]> {
  const map = new Map<string | null, T[]>();
  for (const r of rows) map.set(r.save_id, [...(map.get(r.save_id) ?? []), r]);
  return map;
}
