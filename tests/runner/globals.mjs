// What suites import from '@jest/globals': always that of the suite that runs now.
const ofThisSuite = (name) =>
  new Proxy(() => undefined, {
    apply: (_target, _self, args) => globalThis.globalsOfSuite[name](...args),
    get: (_target, key) => globalThis.globalsOfSuite[name][key],
  });

const NAMES = ['afterAll', 'afterEach', 'beforeAll', 'beforeEach', 'describe', 'expect', 'it', 'jest', 'test'];
export const [afterAll, afterEach, beforeAll, beforeEach, describe, expect, it, jest, test] = NAMES.map(ofThisSuite);
