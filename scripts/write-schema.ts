import { writeFileSync } from 'node:fs';
import { catalogJsonSchema } from '../src/core/exchange';

writeFileSync('docs/catalog.schema.json', `${JSON.stringify(catalogJsonSchema(), null, 2)}\n`);
