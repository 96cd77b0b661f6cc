/**
 * The words of tests. The runner has no limit of time of its own: a test that does not come to an end fails after five minutes, or
 * after what it asks for. That finds what hangs, and not what is slow: a busy machine may take ten times as long as a quiet one.
 */
const usual = 300_000;

const { expect, describe, beforeAll, afterAll, beforeEach, afterEach } = globalThis;

const inTime =
  (run, most = usual) =>
  async (...values) => {
    let timer;
    const late = new Promise((_, reject) => {
      timer = setTimeout(() => reject(new Error(`The test took longer than ${most / 1000} s.`)), most);
    });
    try {
      return await Promise.race([run(...values), late]);
    } finally {
      clearTimeout(timer);
    }
  };

const limited = (declare) =>
  Object.assign((name, run, most) => declare(name, inTime(run, most)), {
    each:
      (...table) =>
      (name, run, most) =>
        declare.each(...table)(name, inTime(run, most)),
  });

const own = globalThis.test;
export const test = Object.assign(limited(own), { only: limited(own.only), skip: limited(own.skip) });
export { afterAll, afterEach, beforeAll, beforeEach, describe, expect };
