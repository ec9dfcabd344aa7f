import type { Library } from '../materials/product';
import { sheetFieldsOf, sheetValue } from '../materials/yard-library';
import { problemAt, type Problem, type Told } from '../trace/problem';
import { checkLeaf } from './check-field';
import { SHEET_FIELDS, type SheetField } from './product-fields';

/** Checks a library as it is loaded: every product with an id and name of its own, a source, and values within their limits. */
export function libraryProblems(library: Library): readonly Problem[] {
  const problems: Problem[] = [];
  const report = (path: string, ...told: Told): void =>
    void problems.push(problemAt({ severity: 'error', path }, told));
  const seen = new Set<string>();
  for (const product of library.products) {
    if (seen.has(product.id)) report(product.id, 'product-id-twice');
    seen.add(product.id);
    if (product.name.trim() === '') report(`${product.id}.name`, 'product-without-name');
    if (product.source.trim() === '') report(`${product.id}.source`, 'product-without-source');
    for (const name of sheetFieldsOf(product)) {
      const value = sheetValue(product, name);
      if (value === 'gel') continue;
      const field = SHEET_FIELDS[name as SheetField];
      const checked = checkLeaf(field, value);
      if (!checked.ok) report(`${product.id}.${name}`, 'field-refused', checked.refused);
    }
    const cure = 'cure' in product ? product.cure : undefined;
    if (cure && cure.sand > cure.full) report(`${product.id}.full`, 'cured-before-sanded');
  }
  return problems;
}
