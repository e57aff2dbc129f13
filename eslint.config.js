import js from '@eslint/js';
import regexp from 'eslint-plugin-regexp';
import vue from 'eslint-plugin-vue';
import tseslint from 'typescript-eslint';

/** Folders of core, lowest first: each may use those before it, none those behind it. */
const CORE = [
  'error',
  'memory',
  'keys',
  'press',
  'words',
  'contract',
  'catalogue',
  'keyset',
  'reach',
  'release',
  'list',
  'crosswalk',
  'sheet',
  'preset',
  'learn',
  'reply',
];

/** Rooms within a folder of core, in the same order. */
const ROOMS = {
  release: ['lineage', 'compare', 'carry'],
  crosswalk: ['decide', 'match', 'plan', 'move'],
  sheet: ['compose', 'check', 'fit', 'page'],
};

/** What a file in core may not import: whatever stands above its folder. */
const above = (order, index) =>
  order.slice(index + 1).map((later) => ({
    group: [`**/${later}/index.ts`, `**/${later}/*`],
    message: `${order[index]} stands below ${later}.`,
  }));

const wall = (files, patterns) => ({ files, rules: { 'no-restricted-imports': ['error', { patterns }] } });
const pure = [
  { regex: '^node:', message: 'Core is pure TypeScript: no Node.' },
  {
    group: ['vue', 'vue-router', 'pinia', 'element-plus*', 'express', 'pg', '@crib/server*', '@crib/web*'],
    message: 'Core knows neither pages nor servers.',
  },
];

/** What only types tell: promises that nobody waits for, and conditions that are always so. */
const TYPED = {
  '@typescript-eslint/no-unnecessary-condition': 'error',
  '@typescript-eslint/no-floating-promises': 'error',
  '@typescript-eslint/no-misused-promises': ['error', { checksVoidReturn: { arguments: false, attributes: false } }],
  '@typescript-eslint/await-thenable': 'error',
};

const SHORTCUT_BY_HAND = [
  {
    selector:
      'TemplateElement[value.raw=/^[+](?![0-9 ]|$)/], TemplateLiteral[expressions.length>1] > TemplateElement[value.raw="+"]',
    message: 'Build strokes and write them with writeStored: stored shortcuts are not put together by hand.',
  },
  {
    selector: 'TemplateElement[value.raw=/(?:Ctrl|Shift|Alt|AltGr|Meta|Primary|Fn)[+]$/]',
    message: 'Build strokes and write them with writeStored: stored shortcuts are not put together by hand.',
  },
  {
    selector: 'BinaryExpression[operator="+"] > Literal[value=/^(?:Ctrl|Shift|Alt|AltGr|Meta|Primary|Fn)[+]$/]',
    message: 'Build strokes and write them with writeStored: stored shortcuts are not put together by hand.',
  },
];

export default tseslint.config(
  { ignores: ['**/dist/**', '**/node_modules/**', 'var/**', 'test-results/**', '**/*.generated.ts'] },
  js.configs.recommended,
  ...tseslint.configs.recommended,
  ...vue.configs['flat/recommended'],
  {
    // Whatever text comes in, every pattern is linear in its length.
    files: ['*/src/**/*.{ts,vue}'],
    plugins: { regexp },
    rules: {
      'regexp/no-super-linear-backtracking': ['error', { report: 'certain' }],
      'regexp/no-super-linear-move': ['error', { report: 'certain', ignoreSticky: true }],
    },
  },
  {
    files: ['**/*.{ts,vue,mjs,js}'],
    languageOptions: { parserOptions: { parser: tseslint.parser } },
    rules: {
      'no-undef': 'off',
      'max-lines': ['error', { max: 320, skipBlankLines: true, skipComments: true }],
      'prefer-const': 'error',
      eqeqeq: 'error',
      '@typescript-eslint/no-unused-vars': [
        'error',
        { argsIgnorePattern: '^_', varsIgnorePattern: '^_', destructuredArrayIgnorePattern: '^_' },
      ],
      // Layout belongs to prettier.
      'vue/html-self-closing': 'off',
      'vue/max-attributes-per-line': 'off',
      'vue/singleline-html-element-content-newline': 'off',
      'vue/multiline-html-element-content-newline': 'off',
      'vue/html-indent': 'off',
      'vue/html-closing-bracket-newline': 'off',
      'vue/first-attribute-linebreak': 'off',
      'vue/require-default-prop': 'off',
      'vue/attributes-order': 'off',
      'vue/no-v-html': 'error',
    },
  },
  ...CORE.map((folder, index) => wall([`core/src/${folder}/**/*.ts`], [...pure, ...above(CORE, index)])),
  // The folders' own rules again, since a later entry takes the place of an earlier one.
  ...Object.entries(ROOMS).flatMap(([folder, rooms]) =>
    rooms.map((room, index) =>
      wall(
        [`core/src/${folder}/${room}/**/*.ts`],
        [...pure, ...above(CORE, CORE.indexOf(folder)), ...above(rooms, index)],
      ),
    ),
  ),
  wall(
    ['server/**/*.ts'],
    [{ group: ['@crib/web*', '**/web/src/**', 'vue'], message: 'The server does not know the pages.' }],
  ),
  wall(
    ['web/**/*.{ts,vue}'],
    [
      {
        group: ['@crib/server*', '**/server/src/**', 'pg', 'express'],
        message: 'The pages know the server by its contract only.',
      },
      { regex: '^node:', message: 'Pages run in a browser.' },
    ],
  ),
  // A test has its worlds and tables beside it.
  { files: ['*/test/**'], rules: { 'max-lines': ['error', { max: 460, skipBlankLines: true, skipComments: true }] } },
  { files: ['web/vite*.config.ts', 'web/**/*.test.ts'], rules: { 'no-restricted-imports': 'off' } },
  wall(
    ['server/src/http/**/*.ts'],
    [
      {
        group: ['**/store/db.ts'],
        importNames: ['inTransaction', 'inSnapshot'],
        message: 'Transactions are held by acts; routes keep to HTTP.',
      },
    ],
  ),
  {
    files: ['core/src/**/*.ts', 'server/src/**/*.ts', 'cli/src/**/*.ts', 'web/src/**/*.{ts,vue}'],
    languageOptions: {
      parserOptions: {
        project: ['core/tsconfig.src.json', 'server/tsconfig.src.json', 'cli/tsconfig.json', 'web/tsconfig.json'],
        tsconfigRootDir: import.meta.dirname,
        extraFileExtensions: ['.vue'],
      },
    },
    rules: TYPED,
  },
  {
    // Modifiers stand in an order of their own: a shortcut that is put together by hand is none on some platform.
    files: ['core/src/**/*.ts', 'web/src/**/*.ts', 'web/src/**/*.vue', 'cli/src/**/*.ts'],
    ignores: ['core/src/keys/**', 'core/src/press/**'],
    rules: { 'no-restricted-syntax': ['error', ...SHORTCUT_BY_HAND] },
  },
  {
    files: ['server/src/**/*.ts'],
    ignores: ['server/src/store/**'],
    rules: {
      'no-restricted-syntax': [
        'error',
        ...SHORTCUT_BY_HAND,
        {
          selector: 'CallExpression[callee.property.name="query"]',
          message: 'SQL lives in server/src/store.',
        },
      ],
    },
  },
);
