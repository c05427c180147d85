import swcJest from '@swc/jest';

/**
 * SWC, with the standard globals bound once at the top of every module. Inside the test runner's sandbox each look-up of
 * a global such as Math is slow enough to make a simulation fifteen times slower than it is outside.
 */
const BOUND = ['Math', 'Infinity', 'Number', 'Float64Array', 'Int32Array', 'Int16Array', 'Uint8Array', 'Uint32Array'];

const transformer = {
  createTransformer(options) {
    const swc = swcJest.createTransformer(options);
    const addGlobals = (result) => {
      const bindings = BOUND.filter((name) => new RegExp(`\\b${name}\\b`).test(result.code));
      const prologue = bindings.length ? `const { ${bindings.join(', ')} } = globalThis;` : '';
      return { ...result, code: prologue + result.code };
    };
    return {
      canInstrument: swc.canInstrument,
      getCacheKey: (...args) => swc.getCacheKey?.(...args) + BOUND.join(),
      process: (...args) => addGlobals(swc.process(...args)),
      processAsync: async (...args) => addGlobals(await swc.processAsync(...args)),
    };
  },
};

export default transformer;
