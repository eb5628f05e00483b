import { serve } from './lib/serve.mjs';

await serve('own');
