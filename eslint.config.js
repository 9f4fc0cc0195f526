import js from '@eslint/js'
import jsdoc from 'eslint-plugin-jsdoc'
import hooks from 'eslint-plugin-react-hooks'
import ts from 'typescript-eslint'

export default ts.config(
  {
    ignores: [
      'packages/engine/kernels/**',
      'packages/paint/kernels/**',
      '**/dist/**',
      '**/.tsbuild/**',
      '**/node_modules/**',
      'test-results/**',
      'playwright-report/**',
    ],
  },
  js.configs.recommended,
  {
    files: ['**/*.{ts,tsx}'],
    extends: [...ts.configs.recommendedTypeChecked],
    languageOptions: {
      parserOptions: {
        project: [
          'packages/*/tsconfig.json',
          'apps/*/tsconfig.json',
          'e2e/tsconfig.json',
          'tsconfig.tools.json',
        ],
        tsconfigRootDir: import.meta.dirname,
      },
    },
    rules: {
      '@typescript-eslint/no-unused-vars': ['error', { argsIgnorePattern: '^_', varsIgnorePattern: '^_' }],
      '@typescript-eslint/require-await': 'off', // commands share one asynchronous signature
      '@typescript-eslint/no-invalid-void-type': 'off',
      '@typescript-eslint/no-unsafe-assignment': 'off', // data from outside is unknown until Zod has read it
      '@typescript-eslint/no-unsafe-member-access': 'off',
      '@typescript-eslint/no-base-to-string': 'off',
      '@typescript-eslint/unbound-method': 'off',
      '@typescript-eslint/no-unnecessary-type-assertion': 'off', // newer and older compilers disagree about index access
    },
  },
  {
    // One concept a function.
    files: ['**/*.{ts,tsx,mjs}'],
    ignores: ['**/*.test.ts', 'e2e/stories/**'],
    rules: {
      'max-lines-per-function': ['error', { max: 60, skipBlankLines: true, skipComments: true, IIFEs: true }],
      complexity: ['error', 12],
    },
  },
  {
    // The formatter breaks at 110; only texts may be longer.
    files: ['**/*.{ts,tsx,mjs}'],
    ignores: ['**/kernels/binary.ts', 'packages/paint/src/binary.ts'],
    rules: {
      'max-len': [
        'error',
        {
          code: 120,
          ignoreStrings: true,
          ignoreTemplateLiterals: true,
          ignoreRegExpLiterals: true,
          ignoreUrls: true,
        },
      ],
    },
  },
  {
    // What packages say of their names is well formed; that public ones say something, `npm run documented` sees.
    files: ['packages/*/src/**/*.ts'],
    ignores: ['**/*.test.ts', '**/testing/**'],
    plugins: { jsdoc },
    settings: { jsdoc: { mode: 'typescript' } },
    rules: {
      'jsdoc/check-alignment': 'error',
      'jsdoc/check-param-names': ['error', { checkDestructured: false, disableMissingParamChecks: true }],
      'jsdoc/check-tag-names': 'error',
      'jsdoc/empty-tags': 'error',
      'jsdoc/no-bad-blocks': 'error',
      'jsdoc/no-types': 'error',
      'jsdoc/no-undefined-types': 'off',
      'jsdoc/require-param-name': 'error',
      'jsdoc/require-property-name': 'error',
    },
  },
  {
    // The core is deterministic: no clock, no built-in chance, none of the functions whose last bits differ
    // between engines.
    files: ['packages/{base,model,engine,scene,paint,pixels,bake,export}/src/**/*.ts'],
    ignores: ['**/*.test.ts'],
    rules: {
      'no-restricted-properties': [
        'error',
        ...['random', 'sin', 'cos', 'tan', 'exp', 'log', 'pow', 'atan2', 'cbrt', 'hypot'].map((property) => ({
          object: 'Math',
          property,
          message: 'Its bits differ between engines; use maths.ts',
        })),
        { object: 'Date', property: 'now', message: 'The core reads no clock' },
      ],
      'no-restricted-globals': ['error', 'performance', 'Date', 'crypto'],
      'no-restricted-syntax': [
        'error',
        { selector: "BinaryExpression[operator='**']", message: 'Its bits differ between engines' },
      ],
    },
  },
  {
    files: ['apps/studio/**/*.tsx'],
    plugins: { 'react-hooks': hooks },
    rules: { 'react-hooks/rules-of-hooks': 'error', 'react-hooks/exhaustive-deps': 'error' },
  },
  {
    files: ['apps/studio/public/*.js'],
    languageOptions: {
      globals: { addEventListener: 'readonly', Blob: 'readonly', Image: 'readonly', document: 'readonly' },
    },
  },
  {
    files: ['**/*.{js,mjs,cjs}'],
    languageOptions: {
      globals: {
        process: 'readonly',
        setTimeout: 'readonly',
        console: 'readonly',
        URL: 'readonly',
        module: 'writable',
        require: 'readonly',
      },
    },
  },
)
