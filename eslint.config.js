import js from '@eslint/js';
import reactHooks from 'eslint-plugin-react-hooks';
import * as regexp from 'eslint-plugin-regexp';
import tseslint from 'typescript-eslint';

/** What is written down is written where it belongs, a property to a line. */
const noSpreadLiterals = [
  {
    selector: ':matches(SpreadElement, JSXSpreadAttribute) > ObjectExpression',
    message: 'Write the properties themselves.',
  },
];

/** What a kind of plan does is in its folder; nothing else asks which kind it is. */
const noPlanKinds = [
  {
    selector:
      'BinaryExpression[operator=/^[!=]==$/][left.property.name="kind"][right.value=/^(now|at|each-local)$/]',
    message: 'Ask the kind itself: src/core/plan/kinds.',
  },
  {
    selector: 'SwitchStatement[discriminant.property.name="kind"][discriminant.object.name=/[pP]lan$/]',
    message: 'Ask the kind itself: src/core/plan/kinds.',
  },
];

export default tseslint.config(
  { ignores: ['node_modules', '.next', 'dist', 'data', 'reports', 'next-env.d.ts', 'src/store/migrations'] },
  js.configs.recommended,
  {
    files: ['**/*.ts', '**/*.tsx'],
    extends: [...tseslint.configs.recommendedTypeChecked],
    languageOptions: { parserOptions: { projectService: true } },
    rules: {
      '@typescript-eslint/no-non-null-assertion': 'off',
      '@typescript-eslint/consistent-type-imports': ['error', { disallowTypeAnnotations: false }],
      '@typescript-eslint/no-unused-vars': ['error', { argsIgnorePattern: '^_', varsIgnorePattern: '^_' }],
      eqeqeq: 'error',
      'no-restricted-syntax': ['error', ...noSpreadLiterals],
    },
  },
  {
    // What comes from outside goes through them: none may take longer than its length.
    files: ['src/**/*.ts', 'src/**/*.tsx'],
    ignores: ['**/*.test.ts'],
    plugins: { regexp },
    rules: {
      'regexp/no-super-linear-backtracking': ['error', { report: 'potential' }],
      'regexp/no-super-linear-move': 'error',
    },
  },
  {
    files: ['src/ui/**/*.ts', 'src/ui/**/*.tsx', 'src/app/**/*.tsx'],
    ...reactHooks.configs.flat['recommended-latest'],
  },
  {
    files: ['src/**/*.ts', 'src/**/*.tsx'],
    ignores: ['**/*.test.ts'],
    rules: { 'no-restricted-syntax': ['error', ...noSpreadLiterals, ...noPlanKinds] },
  },
  {
    files: ['src/core/**/*.ts'],
    ignores: ['**/*.test.ts'],
    rules: {
      // The core is pure: time comes in as an argument.
      'no-restricted-properties': [
        'error',
        { object: 'Date', property: 'now' },
        { object: 'Math', property: 'random' },
      ],
      'no-restricted-globals': [
        'error',
        'process',
        'window',
        'document',
        'performance',
        'fetch',
        'setTimeout',
      ],
      'no-restricted-syntax': [
        'error',
        {
          selector: 'NewExpression[callee.name="Date"][arguments.length=0]',
          message: 'Time is an argument.',
        },
        ...noSpreadLiterals,
        ...noPlanKinds,
      ],
    },
  },
  {
    files: ['scripts/**/*.mjs', '*.js', '*.cjs'],
    languageOptions: {
      globals: {
        process: 'readonly',
        console: 'readonly',
        fetch: 'readonly',
        setTimeout: 'readonly',
        module: 'writable',
        document: 'readonly',
      },
    },
  },
);
