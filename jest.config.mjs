// Tests measure; nothing that was measured before is taken for it.
process.env.GORGE_NUMBERS ??= '';

export default {
  globalSetup: '<rootDir>/tests/runner/compiled.mjs',
  testEnvironment: '<rootDir>/tests/runner/environment.mjs',
  testRunner: '<rootDir>/tests/runner/runSuite.mjs',
  // Without this one of two cores stands idle.
  maxWorkers: '100%',
  testMatch: ['<rootDir>/src/**/*.test.ts', '<rootDir>/tests/**/*.test.ts'],
  testPathIgnorePatterns: ['/node_modules/', '<rootDir>/tests/end-to-end/', '<rootDir>/tests/soak/'],
  modulePathIgnorePatterns: ['<rootDir>/.next', '<rootDir>/dist/', '<rootDir>/.data/'],
  testTimeout: 300_000,
};
