import { register } from 'node:module';

register('./sources.mjs', import.meta.url);
