// The floors of docs/architecture.md: a folder imports only from folders above it in this list, and
// another folder only through its face (index.ts).
import js from '@eslint/js';
import globals from 'globals';
import tseslint from 'typescript-eslint';

const floors = [
  'facts',
  'text',
  'value',
  'selector',
  'sheet',
  'page',
  'cascade',
  'hook',
  'override',
  'proof',
  'panel',
  'drift',
  'node',
  'browser',
  'cli',
];
const core = floors.slice(0, floors.indexOf('node'));
// Node's and the browser's sides do not know each other; the command line may use both.
const apart = { browser: ['node'] };

const floorRules = floors.map((floor, at) => ({
  files: [`src/${floor}/**/*.ts`],
  rules: {
    'no-restricted-imports': [
      'error',
      {
        patterns: [
          ...[...floors.slice(at + 1), ...(apart[floor] ?? [])].map((lower) => ({
            regex: `^(\\.\\./)+${lower}(/|$)`,
            message: `src/${floor} stands above src/${lower}: imports go only upwards in the list of floors.`,
          })),
          { regex: '^\\.\\./[^./]+/(?!index\\.js$)', message: 'Import another folder through its index.ts.' },
          ...(core.includes(floor) ? [{ regex: '^node:', message: 'The core does no I/O.' }] : []),
        ],
      },
    ],
  },
}));

export default tseslint.config(
  { ignores: ['dist', 'demo', 'examples/*/dist', 'node_modules', 'coverage'] },
  js.configs.recommended,
  ...tseslint.configs.recommended,
  {
    rules: {
      'max-lines': ['error', { max: 400, skipBlankLines: true, skipComments: true }],
      'max-lines-per-function': ['error', { max: 80, skipBlankLines: true, skipComments: true }],
      '@typescript-eslint/no-non-null-assertion': 'off',
      '@typescript-eslint/no-unused-vars': ['error', { argsIgnorePattern: '^_' }],
    },
  },
  { files: ['tests/**', 'examples/**'], rules: { 'max-lines-per-function': 'off' } },
  { files: ['**/*.mjs', '**/*.js'], languageOptions: { globals: { ...globals.node, ...globals.browser } } },
  {
    files: core.map((floor) => `src/${floor}/**/*.ts`),
    rules: {
      'no-restricted-globals': ['error', 'document', 'window', 'process', 'fetch', 'Date', 'localStorage'],
    },
  },
  {
    files: ['examples/**/*.{ts,tsx}'],
    rules: {
      'no-restricted-imports': [
        'error',
        { patterns: [{ regex: '/src/', message: 'Examples use the public face.' }] },
      ],
    },
  },
  ...floorRules,
);
