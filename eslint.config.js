import js from '@eslint/js';
import hooks from 'eslint-plugin-react-hooks';
import tseslint from 'typescript-eslint';

export default tseslint.config(
  { ignores: ['dist/**', 'node_modules/**', 'web/public/**', '**/*.js', '**/*.mjs', '**/*.cjs'] },
  js.configs.recommended,
  ...tseslint.configs.strict,
  {
    languageOptions: {
      parserOptions: {
        project: ['./{core,contract,server,web,demo,bench,e2e}/tsconfig.json', './tsconfig.tests.json'],
        tsconfigRootDir: import.meta.dirname,
      },
    },
    rules: {
      '@typescript-eslint/no-non-null-assertion': 'off',
      '@typescript-eslint/no-floating-promises': 'error',
      '@typescript-eslint/no-misused-promises': ['error', { checksVoidReturn: { arguments: false } }],
      '@typescript-eslint/consistent-type-imports': 'error',
      'no-restricted-globals': ['error', 'event', 'name'],
      'no-restricted-syntax': [
        'error',
        {
          selector: "CallExpression[callee.object.name='Date'][callee.property.name='now']",
          message: 'Time comes from the Clock.',
        },
      ],
    },
  },
  // The one place where each side asks the machine for the time.
  { files: ['server/clock/clock.ts', 'web/data/clock.ts'], rules: { 'no-restricted-syntax': 'off' } },
  {
    files: ['core/**/*.ts'],
    ignores: ['**/*.test.ts'],
    rules: { 'no-restricted-globals': ['error', 'Date', 'process', 'window', 'document', 'setTimeout'] },
  },
  { files: ['web/**/*.tsx', 'web/**/*.ts'], ...hooks.configs.flat['recommended-latest'] },
);
