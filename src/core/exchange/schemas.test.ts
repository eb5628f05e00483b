import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { catalogueSchemas, jsonSchemaOf } from '.';

it.each(Object.keys(catalogueSchemas))(
  'docs/schemas/%s.json is the schema that parses (npm run schemas writes it anew)',
  (name) => {
    const written: unknown = JSON.parse(
      readFileSync(join(__dirname, '../../../docs/schemas', `${name}.json`), 'utf8'),
    );
    expect(written).toEqual(JSON.parse(JSON.stringify(jsonSchemaOf(catalogueSchemas[name]!))));
  },
);
