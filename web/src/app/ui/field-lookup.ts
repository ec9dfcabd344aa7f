import { JOB_FIELDS, type Field, type GroupField } from '@nelbo/core';

/** The field of a table at a path; the entries of a list share their fields. Throws for a path that no table has. */
export function fieldAt(path: string, root: GroupField = JOB_FIELDS): Field {
  let at: Field = root;
  for (const name of path.split('.')) {
    if (at.kind === 'list') at = at.item;
    if (at.kind === 'group') at = at.fields[name];
    if (!at) throw new Error(`no field ${path}`);
  }
  return at;
}
