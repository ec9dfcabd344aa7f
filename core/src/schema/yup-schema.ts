import * as yup from 'yup';
import { checkLeaf } from './check-field';
import type { Refused } from '../trace/refused';
import type { Field } from './field';

/** Yup hands a message that is not a text on as it is. */
const refusal = (refused: Refused): Record<string, unknown> => ({ ...refused });

/**
 * Builds the Yup schema of a field table. The message of a failure is its code with parameters (`Refused`), not words.
 * Web forms, server routes, import and command line validate with the very same schema.
 */
export function yupFor(field: Field): yup.AnySchema {
  const { label } = field;
  const missing = refusal({ label, fault: 'missing' });
  switch (field.kind) {
    case 'group': {
      const shape: Record<string, yup.AnySchema> = {};
      for (const [name, f] of Object.entries(field.fields)) shape[name] = yupFor(f);
      const object = yup
        .object(shape)
        .strict()
        .typeError(refusal({ label, fault: 'not-group' }));
      // Yup fills a missing object with {}; a missing group must stay missing.
      const optional = object.default(undefined);
      return field.required ? optional.required(missing) : optional.notRequired();
    }
    case 'list': {
      const list = yup
        .array(yupFor(field.item).required(refusal({ label: field.item.label, fault: 'missing' })))
        .strict()
        .max(field.max, refusal({ label, fault: 'too-many', most: field.max }))
        .typeError(refusal({ label, fault: 'not-list' }));
      return field.required ? list.required(missing) : list.notRequired();
    }
    case 'tuple': {
      const list = yup
        .array(yupFor({ ...field.item, required: true }))
        .strict()
        .length(field.length, refusal({ label, fault: 'wrong-length', length: field.length }))
        .typeError(refusal({ label, fault: 'not-tuple', length: field.length }));
      return field.required ? list.required(missing) : list.notRequired();
    }
    default: {
      const leaf = yup.mixed().test('field', (value, context) => {
        if (value === undefined) return true;
        const checked = checkLeaf(field, value);
        if (checked.ok) return true;
        return context.createError({ message: refusal(checked.refused) });
      });
      return field.required ? leaf.required(missing) : leaf.notRequired();
    }
  }
}
