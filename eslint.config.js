import js from '@eslint/js';
import hooks from 'eslint-plugin-react-hooks';
import tseslint from 'typescript-eslint';

const time = {
  selector: "CallExpression[callee.object.name='Date'][callee.property.name='now']",
  message: 'Time comes from the Clock.',
};
const writes = '[callee.property.name=/^(insertInto|updateTable|deleteFrom)$/]';
const scores = {
  selector: `CallExpression${writes}[arguments.0.value=/^(score|reading|settlement|planned_release)$/]`,
  message: 'Scores are written in server/course/scores alone.',
};
const record = {
  selector: `CallExpression${writes}[arguments.0.value='record']`,
  message: 'The course record is kept by changeCourse.',
};
const transactions = {
  selector: "CallExpression[callee.property.name='transaction']",
  message: 'A course is changed by changeCourse. What is a person’s alone may have a transaction of its own.',
};

// What needs types (promises nobody waits for) is looked at by oxlint: .oxlintrc.json.
export default tseslint.config(
  { ignores: ['dist/**', 'node_modules/**', 'web/public/**'] },
  js.configs.recommended,
  ...tseslint.configs.strict,
  {
    rules: {
      '@typescript-eslint/no-non-null-assertion': 'off',
      '@typescript-eslint/no-unused-vars': ['error', { ignoreRestSiblings: true }],
      '@typescript-eslint/consistent-type-imports': 'error',
      'no-restricted-globals': ['error', 'event', 'name'],
      'no-restricted-syntax': ['error', time],
    },
  },
  {
    files: ['server/**/*.ts'],
    ignores: ['**/*.test.ts', 'server/testing/**'],
    rules: { 'no-restricted-syntax': ['error', time, scores, record, transactions] },
  },
  {
    files: ['server/course/scores/*.ts'],
    rules: { 'no-restricted-syntax': ['error', time, record, transactions] },
  },
  // A person's own (drafts, marks, sessions, notices read), and what the server works out by itself, is no change of a course.
  {
    files: [
      'server/{discuss/drafts,readMarks/readMarks,readMarks/received}.ts',
      'server/{calendar,notices,mail,sessions,visits}/*.ts',
      'server/course/{change,record}/*.ts',
      'server/db/migrate.ts',
    ],
    ignores: ['server/notices/send.ts'],
    rules: { 'no-restricted-syntax': ['error', time, scores] },
  },
  // The one place where each side asks the machine for the time.
  { files: ['server/clock/clock.ts', 'web/data/clock.ts'], rules: { 'no-restricted-syntax': 'off' } },
  {
    files: ['core/**/*.ts'],
    ignores: ['**/*.test.ts'],
    rules: { 'no-restricted-globals': ['error', 'Date', 'process', 'window', 'document', 'setTimeout'] },
  },
  {
    files: ['web/**/*.tsx', 'web/**/*.ts'],
    ignores: ['**/*.test.ts', '**/*.test.tsx'],
    ...hooks.configs.flat['recommended-latest'],
  },
  // Scripts are plain JavaScript of Node.
  {
    files: ['**/*.{js,mjs,cjs}'],
    languageOptions: {
      globals: Object.fromEntries(
        [
          ...['process', 'console', 'performance', 'Buffer', 'URL', 'module', 'require'],
          ...['setTimeout', 'setInterval', 'clearTimeout', 'clearInterval'],
        ].map((name) => [name, 'readonly']),
      ),
    },
    rules: {
      '@typescript-eslint/no-require-imports': 'off',
      'no-restricted-syntax': 'off',
    },
  },
);
