// @ts-check
import withNuxt from './.nuxt/eslint.config.mjs'

export default withNuxt({ ignores: ['cli/dist'] }, {
  rules: {
    'vue/multi-word-component-names': 'off',
    '@stylistic/max-statements-per-line': 'off',
    'complexity': ['error', 20],
    // a regular expression cannot be broken, all else can
    '@stylistic/max-len': ['error', { code: 150, ignoreRegExpLiterals: true }],
    'no-nested-ternary': 'error',
    '@typescript-eslint/no-unused-vars': ['error', { argsIgnorePattern: '^_', varsIgnorePattern: '^_' }],
  },
}, {
  // what a row, a request or an answer holds is known by its type, never by hope
  files: ['server/**/*.ts', 'shared/**/*.ts'],
  ignores: ['**/*.test.ts'],
  languageOptions: { parserOptions: { project: ['.nuxt/tsconfig.server.json'] } },
  rules: Object.fromEntries([
    'no-explicit-any', 'no-unsafe-argument', 'no-unsafe-assignment', 'no-unsafe-call', 'no-unsafe-member-access',
    'no-unsafe-return',
  ].map(rule => [`@typescript-eslint/${rule}`, 'error'])),
}, {
  // nothing of the interface, the server or Node may be needed to judge a file
  files: ['core/**/*.ts'],
  ignores: ['core/**/*.test.ts'],
  rules: {
    'no-restricted-imports': [
      'error',
      { patterns: [{ group: ['node:*', 'vue', '#*', '~/*', '../../app/*', '../../server/*', '../../cli/*'], message: 'core stands on its own' }] },
    ],
    'no-restricted-globals': ['error', 'Intl', 'window', 'document', 'process'],
  },
}, {
  files: ['core/formats/families/**/*.ts'],
  rules: {
    // signatures of formats are made of control characters
    'no-control-regex': 'off',
    // a reader goes through its specification field by field in one pass; every default of a byte that is not there counts as a way
    'complexity': ['error', 30],
  },
})
