// Tests measure; nothing that was measured before is taken for it.
process.env.GORGE_NUMBERS ??= '';

/** Native ESM, TypeScript transformed by SWC; run with NODE_OPTIONS=--experimental-vm-modules. */
const swc = [
  '<rootDir>/tests/support/transform.mjs',
  {
    jsc: {
      target: 'es2022',
      parser: { syntax: 'typescript', tsx: true },
      transform: { react: { runtime: 'automatic' } },
    },
    module: { type: 'es6' },
  },
];
export default {
  testEnvironment: 'node',
  // Without this one of two cores stands idle.
  maxWorkers: '100%',
  testMatch: ['<rootDir>/src/**/*.test.ts', '<rootDir>/tests/**/*.test.ts'],
  testPathIgnorePatterns: ['/node_modules/', '<rootDir>/tests/end-to-end/', '<rootDir>/tests/soak/'],
  modulePathIgnorePatterns: ['<rootDir>/.next', '<rootDir>/dist/', '<rootDir>/.data/'],
  transform: { '^.+\\.tsx?$': swc },
  extensionsToTreatAsEsm: ['.ts', '.tsx'],
  moduleNameMapper: { '^@/(.*)$': '<rootDir>/src/$1' },
  testTimeout: 300_000,
};
