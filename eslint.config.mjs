import { defineConfig, globalIgnores } from 'eslint/config';
import next from 'eslint-config-next/core-web-vitals';
import tseslint from 'typescript-eslint';

/** Mathematics of which the last bit may differ between engines, or that draws lots; the core has its own exact routines. */
const INEXACT = [
  ...['sin', 'cos', 'tan', 'asin', 'acos', 'atan', 'atan2', 'sinh', 'cosh', 'tanh', 'asinh', 'acosh', 'atanh'],
  ...['exp', 'expm1', 'log', 'log2', 'log10', 'log1p', 'pow', 'cbrt', 'hypot', 'random'],
];

const NO_CLOCK = 'Runs depend on no clock: count ticks.';

export default defineConfig([
  globalIgnores(['.next/**', 'dist/**', '.data/**', 'next-env.d.ts', 'src/core/language/syntax/gorge.parser*.ts']),
  ...next,
  {
    files: ['**/*.{ts,tsx}', 'bin/**/*.mjs'],
    extends: [tseslint.configs.recommended],
    languageOptions: {
      parserOptions: { project: 'tsconfig.lint.json', tsconfigRootDir: import.meta.dirname },
    },
    rules: {
      '@typescript-eslint/no-explicit-any': 'error',
      '@typescript-eslint/no-unused-vars': ['error', { argsIgnorePattern: '^_', varsIgnorePattern: '^_' }],
      '@typescript-eslint/no-floating-promises': 'error',
      '@typescript-eslint/no-misused-promises': ['error', { checksVoidReturn: { attributes: false } }],
      '@typescript-eslint/switch-exhaustiveness-check': [
        'error',
        { considerDefaultExhaustiveForUnions: true, requireDefaultForNonUnion: false },
      ],
    },
  },
  {
    // What the core comes to is the same everywhere, to the last bit.
    files: ['src/core/**/*.ts'],
    ignores: ['src/core/**/*.test.ts'],
    rules: {
      'no-restricted-properties': [
        'error',
        ...INEXACT.map((property) => ({
          object: 'Math',
          property,
          message: 'It may differ between engines in the last bit; foundation/exactMath.ts has exact routines.',
        })),
        { object: 'Date', property: 'now', message: NO_CLOCK },
        { object: 'performance', property: 'now', message: NO_CLOCK },
        { object: 'process', property: 'hrtime', message: NO_CLOCK },
      ],
      'no-restricted-globals': [
        'error',
        { name: 'Date', message: NO_CLOCK },
        { name: 'performance', message: NO_CLOCK },
        { name: 'crypto', message: 'Random numbers come from streams of the seed.' },
        { name: 'setTimeout', message: NO_CLOCK },
        { name: 'setInterval', message: NO_CLOCK },
      ],
      'no-restricted-syntax': [
        'error',
        { selector: "BinaryExpression[operator='**']", message: 'Powers may differ between engines; multiply.' },
        { selector: "AssignmentExpression[operator='**=']", message: 'Powers may differ between engines; multiply.' },
      ],
    },
  },
]);
