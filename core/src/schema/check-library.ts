import type { Library } from '../materials/product';
import { sheetFieldsOf, sheetValue } from '../materials/yard-library';
import type { Problem } from '../trace/problem';
import { allowedRange, checkLeaf } from './check-field';
import { SHEET_FIELDS, type SheetField } from './product-fields';

/** Checks a library as it is loaded: every product with an id and name of its own, a source, and values within their limits. */
export function libraryProblems(library: Library): readonly Problem[] {
  const problems: Problem[] = [];
  const report = (path: string, what: string, suggestion: string, allowed?: string): void => void problems.push({ severity: 'error', path, what, suggestion, allowed });
  const seen = new Set<string>();
  for (const product of library.products) {
    if (seen.has(product.id)) report(product.id, 'two products have this id', 'give one of them another');
    seen.add(product.id);
    if (product.name.trim() === '') report(`${product.id}.name`, 'the product has no name', 'name it');
    if (product.source.trim() === '') report(`${product.id}.source`, 'the product has no source', 'say where its values are from');
    for (const name of sheetFieldsOf(product)) {
      const value = sheetValue(product, name);
      if (value === 'gel') continue;
      const field = SHEET_FIELDS[name as SheetField];
      const checked = checkLeaf(field, value);
      if (!checked.ok) report(`${product.id}.${name}`, checked.what, checked.suggestion ?? 'check the value and its unit', allowedRange(field));
    }
    const cure = 'cure' in product ? product.cure : undefined;
    if (cure && cure.sand > cure.full) report(`${product.id}.full`, 'it is fully cured before it can be sanded', 'check both times');
  }
  return problems;
}
