import { nearest } from '../work';

/** Of a list so many entries are looked at: no list of a profile may be longer. */
const mostItems = 500;

type Schema = {
  properties?: Record<string, Schema>;
  additionalProperties?: Schema | boolean;
  items?: Schema;
  anyOf?: Schema[];
  oneOf?: Schema[];
  allOf?: Schema[];
  const?: unknown;
  $ref?: string;
  $defs?: Record<string, Schema>;
};

export type UnknownField = { path: (string | number)[]; name: string; meant: string };

const isObject = (value: unknown): value is Record<string, unknown> =>
  typeof value === 'object' && value !== null && !Array.isArray(value);

/** The forms that a value can have, those told apart by a constant only where it is that constant. */
function formsOf(schema: Schema, value: unknown): Schema[] {
  const several = schema.anyOf ?? schema.oneOf ?? schema.allOf;
  if (!several) return [schema];
  return several
    .flatMap((one) => formsOf(one, value))
    .filter(
      ({ properties = {} }) =>
        !isObject(value) ||
        Object.entries(properties).every(
          ([name, { const: only }]) => only === undefined || value[name] === only,
        ),
    );
}

/**
 * Fields of a document that its JSON Schema does not know, each with the name that is meant most likely: what nobody reads is a slip,
 * and is not dropped in silence. At most `most` of them.
 */
export function unknownFields(document: unknown, schema: object, most = 200): UnknownField[] {
  const found: UnknownField[] = [];
  const walk = (value: unknown, at: Schema, path: (string | number)[]): void => {
    if (found.length >= most) return;
    const forms = formsOf(at, value);
    if (Array.isArray(value)) {
      const items = forms.flatMap(({ items: one }) => (one ? [one] : []));
      if (items.length > 0)
        value.slice(0, mostItems).forEach((inner, i) => walk(inner, { anyOf: items }, [...path, i]));
      return;
    }
    if (!isObject(value)) return;
    const objects = forms.filter(
      ({ properties, additionalProperties }) => properties || additionalProperties,
    );
    if (objects.length === 0) return;
    for (const [name, inner] of Object.entries(value)) {
      if (found.length >= most) return;
      const known = objects.flatMap(({ properties, additionalProperties }) => {
        const own = properties && Object.hasOwn(properties, name) ? properties[name] : undefined;
        if (own) return [own];
        return typeof additionalProperties === 'object' ? [additionalProperties] : [];
      });
      if (known.length > 0) walk(inner, { anyOf: known }, [...path, name]);
      else {
        const names = objects.flatMap(({ properties = {} }) => Object.keys(properties));
        found.push({ path: [...path, name], name, meant: nearest(name, names) });
      }
    }
  };
  walk(document, schema as Schema, []);
  return found;
}
