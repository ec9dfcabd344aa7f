/**
 * Documents as data: fields by path, what differs, two edits made one. Imported as `@nelbo/core/document` by what stands
 * on every page, so that the frame does not bring the whole planner with it.
 */
export { documentChanges, type FieldChange } from './schema/changes';
export { getIn, setIn } from './schema/document-path';
export { mergeDocuments, revert, type FieldConflict } from './schema/merge';
export { sameData } from './schema/same-data';
