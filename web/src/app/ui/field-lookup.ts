import { JOB_FIELDS, type Field, type GroupField } from '@nelbo/core';

/** The field of a table at a path; a tuple's items share one field. Throws for a path that no table has. */
export function fieldAt(path: string, root: GroupField = JOB_FIELDS): Field {
  let at: Field = root;
  for (const name of path.split('.')) {
    if (at.kind === 'group') at = at.fields[name];
    else if (at.kind === 'tuple' || at.kind === 'list') at = at.item;
    if (!at) throw new Error(`no field ${path}`);
  }
  return at;
}
