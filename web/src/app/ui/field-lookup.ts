import { findField, type Field, type GroupField } from '@nelbo/core/fields';

/** The field of a table at a path. Throws for a path that no table has: a mistake of the page, not of its reader. */
export function fieldAt(path: string, root?: GroupField): Field {
  const field = findField(path, root);
  if (!field) throw new Error(`no field ${path}`);
  return field;
}
