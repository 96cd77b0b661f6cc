import { createRequire } from 'node:module';

const Sequencer = createRequire(import.meta.url)('@jest/test-sequencer').default;

/** Suites in the order that the call names. */
export default class Order extends Sequencer {
  sort(tests) {
    const order = (process.env['HEXIS_ORDER'] ?? '').split(',');
    return [...tests].sort((a, b) => order.indexOf(a.path) - order.indexOf(b.path));
  }
}
