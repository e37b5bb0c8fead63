import js from '@eslint/js'
import hooks from 'eslint-plugin-react-hooks'
import tseslint from 'typescript-eslint'

/** They come in with the types of packages that run in Node as well, so that the compiler lets them pass where there is no Node. */
const OF_NODE = ['process', 'Buffer', 'global', 'setImmediate', 'require', '__dirname']

export default tseslint.config(
  // The kernel is AssemblyScript, which its own compiler checks.
  {
    ignores: [
      '**/dist/**',
      '.jot/**',
      '**/test-results/**',
      'packages/server/migrations/**',
      'packages/core/kernel/**',
    ],
  },
  js.configs.recommended,
  {
    files: ['**/*.{ts,tsx}'],
    extends: [...tseslint.configs.recommendedTypeChecked],
    languageOptions: { parserOptions: { projectService: true, tsconfigRootDir: import.meta.dirname } },
    rules: {
      '@typescript-eslint/consistent-type-imports': [
        'error',
        { fixStyle: 'separate-type-imports', disallowTypeAnnotations: false },
      ],
      '@typescript-eslint/no-explicit-any': 'error',
      '@typescript-eslint/no-non-null-assertion': 'error',
      '@typescript-eslint/no-unused-vars': [
        'error',
        { argsIgnorePattern: '^_', varsIgnorePattern: '^_', caughtErrorsIgnorePattern: '^_' },
      ],
      '@typescript-eslint/no-misused-promises': ['error', { checksVoidReturn: false }],
      '@typescript-eslint/restrict-template-expressions': 'off',
      '@typescript-eslint/no-base-to-string': 'off',
      'no-restricted-syntax': [
        'error',
        { selector: 'ExportAllDeclaration[exported=null]', message: 'Name what is exported.' },
      ],
      'max-lines': ['error', { max: 400, skipBlankLines: true }],
    },
  },
  {
    // Where components and hooks are: to look for them elsewhere takes a third of the time.
    files: ['packages/web/**/*.tsx', 'packages/web/**/use*.ts', 'packages/web/src/state/workerAnswers.ts'],
    plugins: { 'react-hooks': hooks },
    rules: {
      ...hooks.configs.recommended.rules,
      'react-hooks/incompatible-library': 'off',
      'react-hooks/set-state-in-effect': 'off',
    },
  },
  {
    files: ['**/*.{ts,tsx}'],
    ignores: ['**/*.test.{ts,tsx}', '**/test/**', 'e2e/**'],
    rules: {
      // A function that stays over a limit says why beside it.
      'max-lines-per-function': ['error', { max: 60, skipBlankLines: true, skipComments: true }],
      'max-params': ['error', 4],
      complexity: ['error', 15],
    },
  },
  {
    // Arithmetic over columns: an index beyond its column gives NaN, which the tests see; a default of nought would hide it.
    files: ['packages/core/src/{numerics,stats,query,analyses,decisions}/**/*.ts'],
    rules: { '@typescript-eslint/no-non-null-assertion': 'off' },
  },
  {
    files: ['**/*.test.ts', '**/*.test.tsx', '**/test/**', 'e2e/**'],
    rules: { '@typescript-eslint/no-non-null-assertion': 'off' },
  },
  {
    files: ['packages/core/src/**/*.ts'],
    ignores: ['**/*.test.ts'],
    rules: {
      'no-restricted-globals': ['error', ...OF_NODE, 'window', 'document', 'fetch', 'performance', 'localStorage'],
      'no-restricted-properties': [
        'error',
        { object: 'Date', property: 'now', message: 'The clock is a parameter.' },
        { object: 'Math', property: 'random', message: 'The random source is a parameter.' },
      ],
    },
  },
  {
    files: ['packages/{contract,web}/src/**/*.{ts,tsx}'],
    ignores: ['**/*.test.{ts,tsx}'],
    rules: { 'no-restricted-globals': ['error', ...OF_NODE] },
  },
  {
    files: ['**/*.{js,mjs,cjs}'],
    languageOptions: {
      globals: {
        process: 'readonly',
        console: 'readonly',
        setInterval: 'readonly',
        setTimeout: 'readonly',
        URL: 'readonly',
        fetch: 'readonly',
        module: 'readonly',
      },
    },
  },
)
