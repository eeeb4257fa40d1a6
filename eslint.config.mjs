// @ts-check
import prettier from 'eslint-plugin-prettier/recommended'
import withNuxt from './.nuxt/eslint.config.mjs'

/** What a string or a pattern says is not broken. */
const LINES = {
  code: 120,
  ignoreStrings: true,
  ignoreTemplateLiterals: true,
  ignoreRegExpLiterals: true,
  ignoreUrls: true,
}

export default withNuxt(
  { ignores: ['core/kernels/assembly/**', 'core/kernels/generated/**', '.output/**', 'node_modules/**'] },
  {
    rules: {
      '@typescript-eslint/no-non-null-assertion': 'off',
      'vue/multi-word-component-names': 'off',
      'vue/require-default-prop': 'off',
      'no-console': 'off',
    },
  },
  {
    files: ['core/**/*.ts'],
    ignores: ['core/**/*.test.ts'],
    rules: {
      'no-restricted-globals': ['error', 'Date', 'performance', 'window', 'document', 'process', 'self', 'navigator'],
      'no-restricted-properties': [
        'error',
        { object: 'Math', property: 'random', message: 'Numbers by chance come from a seed in the act: seededRandom.' },
        ...[
          'exp',
          'log',
          'log2',
          'log10',
          'log1p',
          'expm1',
          'pow',
          'sin',
          'cos',
          'tan',
          'asin',
          'acos',
          'atan',
          'atan2',
          'cbrt',
          'hypot',
          'sinh',
          'cosh',
          'tanh',
        ].map(property => ({
          object: 'Math',
          property,
          message: 'Its last bit differs between engines; drawings must be the same everywhere.',
        })),
      ],
    },
  },
  {
    // What is fitted and adjusted here becomes an act's samples, or a finding: nothing of it is done again in a replay.
    files: [
      'core/geometry/**/*.ts',
      'core/trueup/**/*.ts',
      'core/guides/**/*.ts',
      'core/stencil/**/*.ts',
      'core/parts/**/*.ts',
      'core/paper/**/*.ts',
      'core/lookfor/**/*.ts',
      'core/drill/**/*.ts',
      'core/review/**/*.ts',
      'core/*/testing*.ts',
    ],
    rules: {
      'no-restricted-properties': [
        'error',
        { object: 'Math', property: 'random', message: 'Numbers by chance come from a seed.' },
      ],
    },
  },
  // The formatter lays lines out; `npm run lint -- --fix` does it.
  prettier,
  { files: ['**/*.ts', '**/*.mjs'], rules: { 'max-len': ['error', LINES] } },
  {
    files: ['**/*.vue'],
    rules: {
      'vue/max-len': [
        'error',
        { ...LINES, template: 120, ignoreHTMLAttributeValues: true, ignoreHTMLTextContents: true },
      ],
    },
  },
  {
    // A longer file says at its top why it is one.
    files: ['app/**/*.{ts,vue}', 'core/**/*.ts'],
    rules: { 'max-lines': ['error', { max: 300 }] },
  },
)
