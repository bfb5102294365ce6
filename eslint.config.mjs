import tseslint from 'typescript-eslint'
import reactHooks from 'eslint-plugin-react-hooks'
import jsxA11y from 'eslint-plugin-jsx-a11y'
import globals from 'globals'

const ownClock = 'No clock of its own: take the time as an argument, or ask the clock of the server.'
const clock = [
  { selector: "CallExpression[callee.object.name='Date'][callee.property.name='now']", message: ownClock },
  { selector: "NewExpression[callee.name='Date'][arguments.length=0]", message: ownClock },
  { selector: "CallExpression[callee.object.name='DateTime'][callee.property.name=/^(now|local|utc)$/]", message: ownClock },
]
const clockAndChance = [
  ...clock,
  {
    selector: "CallExpression[callee.object.name='Math'][callee.property.name='random']",
    message: 'core has no chance of its own: take a random source as an argument.',
  },
]

export default tseslint.config(
  { ignores: ['**/dist/**', '**/dist.new/**', 'var/**', 'node_modules/**', 'coverage/**', 'test-results/**'] },
  ...tseslint.configs.strict,
  {
    files: ['**/*.{ts,tsx}'],
    languageOptions: {
      parserOptions: {
        project: 'tsconfig.lint.json',
        tsconfigRootDir: import.meta.dirname,
      },
    },
    rules: {
      '@typescript-eslint/no-floating-promises': 'error',
      '@typescript-eslint/no-misused-promises': 'error',
      '@typescript-eslint/await-thenable': 'error',
      '@typescript-eslint/no-unnecessary-condition': 'error',
      '@typescript-eslint/switch-exhaustiveness-check': ['error', { considerDefaultExhaustiveForUnions: true }],
    },
  },
  {
    files: ['**/*.{ts,tsx,mjs,cjs}'],
    rules: {
      '@typescript-eslint/consistent-type-imports': 'error',
      '@typescript-eslint/no-unused-vars': ['error', { argsIgnorePattern: '^_', varsIgnorePattern: '^_', ignoreRestSiblings: true }],
      eqeqeq: ['error', 'always', { null: 'ignore' }],
      'no-console': 'error',
    },
  },
  { files: ['core/src/**/*.ts'], ignores: ['**/*.test.ts'], rules: { 'no-restricted-syntax': ['error', ...clockAndChance] } },
  // Without noUncheckedIndexedAccess the check takes every lookup for certain.
  { files: ['core/src/search/**/*.ts'], rules: { '@typescript-eslint/no-unnecessary-condition': 'off' } },
  // The clock of the server is a stand-in that can be set and moved.
  { files: ['server/src/**/*.ts'], ignores: ['server/src/standins/**'], rules: { 'no-restricted-syntax': ['error', ...clock] } },
  { files: ['**/*.{mjs,cjs}'], languageOptions: { globals: globals.node }, rules: { 'no-console': 'off' } },
  { files: ['**/cli/**/*.ts', 'demo/src/**/*.ts', 'bench/**/*.ts'], rules: { 'no-console': 'off' } },
  { files: ['**/*.test.{ts,tsx}', 'e2e/**/*.ts'], rules: { '@typescript-eslint/no-non-null-assertion': 'off' } },
  {
    files: ['web/src/**/*.{ts,tsx}'],
    languageOptions: { globals: globals.browser },
    plugins: { 'react-hooks': reactHooks, 'jsx-a11y': jsxA11y },
    rules: {
      ...reactHooks.configs.recommended.rules,
      ...jsxA11y.flatConfigs.recommended.rules,
      'jsx-a11y/label-has-associated-control': ['error', { controlComponents: ['Checkbox', 'Radio'], depth: 3 }],
      'jsx-a11y/no-autofocus': ['error', { ignoreNonDOM: true }],
    },
  },
  {
    files: ['web/src/**/*.{ts,tsx}'],
    ignores: ['web/src/shared/storage.ts', 'web/src/ui/parts/lazyPart.tsx', '**/*.test.*'],
    rules: {
      'no-restricted-globals': [
        'error',
        ...['localStorage', 'sessionStorage'].map((name) => ({ name, message: 'It may be forbidden or full: shared/storage.ts.' })),
      ],
      'no-restricted-imports': [
        'error',
        { paths: [{ name: 'react', importNames: ['lazy'], message: 'It may not come: ui/parts/lazyPart.tsx says so in its place.' }] },
      ],
    },
  },
)
