import { serve } from './lib/serve.mjs';

await serve('demo', { fresh: process.argv.includes('--fresh') });
