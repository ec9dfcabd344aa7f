import { Ajv2020 } from 'ajv/dist/2020';
import type { ValidateFunction } from 'ajv';

interface Media {
  readonly schema: object;
}
interface OpenApi {
  readonly paths: Record<
    string,
    Record<string, { responses: Record<string, { content: Record<string, Media> }> }>
  >;
  readonly components: object;
}

/** Checks real answers against the OpenAPI document. */
export interface Contract {
  readonly document: OpenApi;
  /** Operations that were answered at least once, as "get /jobs/{id}". */
  readonly seen: ReadonlySet<string>;
  /** @returns what is wrong with an answer; empty when the document foresees it */
  check(method: string, path: string, status: number, type: string, body: unknown): string;
}

export function contractOf(document: OpenApi): Contract {
  const ajv = new Ajv2020({ strict: false, validateFormats: false, allErrors: true });
  ajv.addSchema({ $id: 'nelbo', ...document });
  const compiled = new Map<string, ValidateFunction>();
  const seen = new Set<string>();
  const patterns = Object.keys(document.paths)
    .sort((a, b) => a.split('{').length - b.split('{').length)
    .map((path) => ({
      path,
      pattern: new RegExp(`^${path.replace(/[.]/g, '\\.').replace(/\{\w+\}/g, '[^/]+')}$`),
    }));
  return {
    document,
    seen,
    check(method, path, status, type, body) {
      const bare = path.split('?')[0];
      const known = patterns.find(
        (p) => p.pattern.test(bare) && document.paths[p.path][method.toLowerCase()],
      );
      if (!known) return status === 404 ? '' : `${method} ${bare} is not described`;
      const key = `${method.toLowerCase()} ${known.path}`;
      seen.add(key);
      const answer = document.paths[known.path][method.toLowerCase()].responses[status];
      if (!answer) return `${key} answered ${status}, which is not described`;
      const media = type.split(';')[0];
      if (!answer.content[media])
        return `${key} answered ${media}, not ${Object.keys(answer.content).join()}`;
      if (!media.endsWith('json')) return '';
      const pointer = `nelbo#/paths/${known.path.replaceAll('~', '~0').replaceAll('/', '~1').replaceAll('{', '%7B').replaceAll('}', '%7D')}/${method.toLowerCase()}/responses/${status}/content/${media.replaceAll('/', '~1').replace('+', '%2B')}/schema`;
      const validate = compiled.get(pointer) ?? ajv.compile({ $ref: pointer });
      compiled.set(pointer, validate);
      return validate(body) ? '' : `${key} ${status}: ${ajv.errorsText(validate.errors)}`;
    },
  };
}
