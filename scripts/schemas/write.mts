import { writeFileSync } from 'node:fs';
import { format } from 'prettier';
import { catalogueSchemas, jsonSchemaOf } from '../../src/core/exchange';

for (const [name, schema] of Object.entries(catalogueSchemas)) {
  const text = await format(JSON.stringify(jsonSchemaOf(schema)), { parser: 'json', printWidth: 110 });
  writeFileSync(`docs/schemas/${name}.json`, text);
}
