import * as yup from 'yup';
import { checkLeaf } from './check-field';
import type { Field } from './field';

/**
 * Builds the Yup schema of a field table. Every failure carries `allowed` and `suggestion` in its params.
 * Web forms, server routes, import and command line validate with the very same schema.
 */
export function yupFor(field: Field): yup.AnySchema {
  switch (field.kind) {
    case 'group': {
      const shape: Record<string, yup.AnySchema> = {};
      for (const [name, f] of Object.entries(field.fields)) shape[name] = yupFor(f);
      const object = yup.object(shape).strict().typeError(`${field.label} must be a group of fields`);
      // Yup fills a missing object with {}; a missing group must stay missing.
      const optional = object.default(undefined);
      return field.required ? optional.required(`${field.label} is missing`) : optional.notRequired();
    }
    case 'list': {
      const list = yup
        .array(yupFor(field.item).required())
        .strict()
        .max(field.max, `${field.label}: at most ${field.max}`)
        .typeError(`${field.label} must be a list`);
      return field.required ? list.required(`${field.label} is missing`) : list.notRequired();
    }
    case 'tuple': {
      const list = yup
        .array(yupFor({ ...field.item, required: true }))
        .strict()
        .length(field.length, `${field.label} needs ${field.length} values, such as ["96 mm", "58 mm"]`)
        .typeError(`${field.label} must be a list of ${field.length} quantities`);
      return field.required ? list.required(`${field.label} is missing`) : list.notRequired();
    }
    default: {
      const leaf = yup.mixed().test('field', (value, context) => {
        if (value === undefined) return true;
        const checked = checkLeaf(field, value);
        if (checked.ok) return true;
        return context.createError({
          message: checked.what,
          params: { allowed: checked.allowed, suggestion: checked.suggestion },
        });
      });
      return field.required ? leaf.required(`${field.label} is missing`) : leaf.notRequired();
    }
  }
}
