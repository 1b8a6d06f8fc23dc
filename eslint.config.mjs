import next from 'eslint-config-next/core-web-vitals';
import regexp from 'eslint-plugin-regexp';
import tseslint from 'typescript-eslint';

/** Functions of so many lines at most, comments and empty lines aside. */
function functionsOf(max) {
  return ['error', { max, skipBlankLines: true, skipComments: true }];
}

/** What the rules about React are called, and those that say whether its compiler understands a component. */
const aboutReact = [...new Set(next.flatMap(({ rules = {} }) => Object.keys(rules)))].filter((rule) =>
  /^react(-hooks)?\//.test(rule),
);

const config = [
  { ignores: ['.next/**', 'node_modules/**', 'data/**', 'next-env.d.ts', 'src/data/migrations/**'] },
  ...next,
  // An expression that goes back over what strangers send can stop the shop: each must be linear.
  {
    plugins: { regexp },
    rules: {
      'regexp/no-super-linear-backtracking': ['error', { report: 'potential' }],
      'regexp/no-super-linear-move': ['error', { report: 'potential', ignoreSticky: false }],
      'regexp/no-misleading-capturing-group': 'error',
    },
  },
  ...tseslint.configs.strict.map((entry) => ({ ...entry, files: ['**/*.ts', '**/*.tsx'] })),
  {
    files: ['**/*.ts', '**/*.tsx'],
    rules: {
      '@typescript-eslint/no-explicit-any': 'error',
      '@typescript-eslint/no-non-null-assertion': 'error',
      '@typescript-eslint/no-unused-vars': ['error', { argsIgnorePattern: '^_', varsIgnorePattern: '^_' }],
      '@typescript-eslint/consistent-type-imports': ['error', { fixStyle: 'inline-type-imports' }],
      '@typescript-eslint/no-extraneous-class': 'off',
      'max-lines': ['error', { max: 420, skipBlankLines: true, skipComments: true }],
      // What people read stands in one piece, so that it is found by looking for its words.
      'max-len': [
        'error',
        { code: 120, ignoreStrings: true, ignoreTemplateLiterals: true, ignoreRegExpLiterals: true },
      ],
      'no-console': ['error', { allow: ['error'] }],
      // The table library's functions change with its state; what is drawn from them is not memoised here.
      'react-hooks/incompatible-library': 'off',
      // Pictures are kept in the database under the hash of their content; there is nothing to optimise at run time.
      '@next/next/no-img-element': 'off',
    },
  },
  {
    files: ['src/**/*.tsx'],
    ignores: ['src/ui/page-link.tsx'],
    rules: {
      'no-restricted-imports': [
        'error',
        { name: 'next/link', message: 'PageLink of ui/page-link asks the server for nothing before it is pressed.' },
      ],
    },
  },
  // Nothing is drawn outside of screens: reading all else as if it were takes half of the time.
  {
    files: ['src/**/*.ts', 'tests/**/*.ts', 'bench/**/*.ts', 'scripts/**'],
    ignores: ['src/app/**', 'src/features/**'],
    rules: Object.fromEntries(aboutReact.map((rule) => [rule, 'off'])),
  },
  { files: ['src/**/*.ts', 'src/**/*.tsx'], ignores: ['**/*.test.ts'], rules: { 'max-params': ['error', 5] } },
  { files: ['src/core/**/*.ts'], ignores: ['**/*.test.ts'], rules: { 'max-lines-per-function': functionsOf(60) } },
  // A screen, a service, a route: what is longer has a story that wants names.
  {
    files: ['src/**/*.ts', 'src/**/*.tsx'],
    ignores: ['src/core/**', '**/*.test.ts'],
    rules: { 'max-lines-per-function': functionsOf(100) },
  },
];

export default config;
