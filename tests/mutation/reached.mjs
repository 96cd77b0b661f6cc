import { writeFileSync } from 'node:fs';

/** Says which faults were reached and how often; ends a loop that a fault has made endless. */
const { HEXIS_SEEN: seen, HEXIS_HITS: limit } = process.env;
globalThis.__stryker__ ??= {};
const space = globalThis.__stryker__;
if (limit) Object.assign(space, { hitCount: 0, hitLimit: Number(limit) });
if (seen) process.on('exit', () => writeFileSync(seen, JSON.stringify(space.mutantCoverage?.static ?? {})));
